<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The washed length against so many fitting lengths; where the pipe itself is shorter, all of it counts, and that is said. */
final readonly class Washed implements Rule
{
    /** @param  string  $fitting  reading of the fitting's length or width */
    public function __construct(private string $fitting)
    {
    }

    public function id(): string
    {
        return 'ef.wash';
    }

    public function judge(Situation $situation): ?Finding
    {
        $washed = $situation->readings->number('wash_length_mm');
        $length = $situation->readings->number($this->fitting);
        if ($washed === null || $length === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('ef.wash.fitting_lengths');
        $wanted = $limit->value * $length;
        $piece = $situation->readings->number('piece_mm');
        $short = $piece !== null && $piece < $wanted && $piece >= $length / 2; // shorter than half a fitting no pipe is joined
        $bound = $short ? $piece : $wanted;
        $fine = Compare::atLeast($washed, $bound);
        [$measured, $least] = $situation->pair($washed, $bound, Unit::Millimetre, false);

        return new Finding(
            $this->id(), match (true) {
                ! $fine => Severity::Mend, $short => Severity::Watch, default => Severity::Go
            },
            $short
                ? "Washed {$measured}; the pipe is only {$least} long, so all of it is wanted instead of {$situation->print($wanted, Unit::Millimetre)}."
                : "Washed {$measured}; at least {$least} wanted.",
            match (true) {
                ! $fine => 'Wash further back, then dry.', $short => 'Shorter than usual because the pipe is: look at its other end for mud too.', default => ''
            },
            $limit->source, ['wash_length_mm', $this->fitting, 'piece_mm'], $washed, $bound, $washed - $bound, Unit::Millimetre,
            'Drilling mud creeps under a wipe; its residue is linked to bond failure.',
        );
    }
}
