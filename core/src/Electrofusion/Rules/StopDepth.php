<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The depth to a coupler's centre stop can only be a little less than half of it: anything else is a slip of the rule, and every mark follows from it. */
final readonly class StopDepth implements Rule
{
    /** Share of half the length that a stop takes at the most: from memory. */
    private const STOP_SHARE = 0.1;

    public function id(): string
    {
        return 'ef.stop_depth';
    }

    public function judge(Situation $situation): ?Finding
    {
        $depth = $situation->readings->number('stop_depth_mm');
        $length = $situation->readings->number('fitting_length_mm');
        if ($depth === null || $length === null) {
            return null;
        }
        $most = $length / 2;
        $least = (1 - self::STOP_SHARE) * $most;
        $fine = Compare::atMost($depth, $most) && Compare::atLeast($depth, $least);
        [$measured, $bound] = $situation->pair($depth, $depth < $least ? $least : $most, Unit::Millimetre, $depth >= $least);

        return new Finding(
            $this->id(), $fine ? Severity::Go : Severity::Mend,
            "Depth to the centre stop {$measured}; ".($depth < $least ? "at least {$bound}" : "at most {$bound}").' can be for this length.',
            $fine ? '' : 'Measure both again: the coupler from end to end, and from its edge to the stop.',
            Source::fromMemory('', 'a centre stop takes a tenth of the half length at most'), ['stop_depth_mm', 'fitting_length_mm'], $depth, $most,
            $most - $depth, Unit::Millimetre,
            'Every mark follows from it: a mark too short hides a pipe that is not fully in.',
        );
    }
}
