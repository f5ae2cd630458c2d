<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** An insertion mark that must just show at the bell: too far out the joint is not home, gone inside it has no room to turn. */
final readonly class MarkShows implements Rule
{
    public function __construct(private string $id, private string $reading, private string $name)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $clear = $situation->readings->number($this->reading);
        if ($clear === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('gs.home.visible_mm');
        $inside = $clear < 0.0;
        $fine = ! $inside && Compare::atMost($clear, $limit->value);
        [$measured, $allowed] = $situation->pair($clear, $limit->value, Unit::Millimetre);

        return new Finding(
            $this->id, $fine ? Severity::Go : Severity::Mend,
            $inside ? "{$this->name}Mark inside the bell by {$situation->print(-$clear, Unit::Millimetre)}; it must just show."
                : "{$this->name}Mark stands clear of the bell by {$measured}; at most {$allowed} allowed.",
            match (true) {
                $fine => '', $inside => 'Pull back until it just shows: the spigot has no room to turn or to grow.',
                default => 'Not home: push on until it just shows.'
            },
            $limit->source, [$this->reading], $clear, $inside ? 0.0 : $limit->value, $inside ? $clear : $limit->value - $clear, Unit::Millimetre,
        );
    }
}
