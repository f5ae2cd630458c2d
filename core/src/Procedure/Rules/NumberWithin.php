<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** A reading that must lie between two limits. Equal passes; the outer tenth at either end is watch (80 % of the way from the middle). */
final readonly class NumberWithin implements Rule
{
    public function __construct(
        private string $id,
        private string $reading,
        private string $lowId,
        private string $highId,
        private string $subject,
        private string $todo,
        private Severity $outside = Severity::Stop,
        private string $why = '',
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $value = $situation->readings->number($this->reading);
        if ($value === null) {
            return null;
        }
        $low = $situation->rulebook->limit($this->lowId);
        $high = $situation->rulebook->limit($this->highId);
        $middle = ($low->value + $high->value) / 2;
        $used = abs($value - $middle);
        $half = ($high->value - $low->value) / 2;
        $severity = match (true) {
            ! Compare::atMost($used, $half) => $this->outside,
            ! Compare::atMost($used, 0.8 * $half) => Severity::Watch,
            default => Severity::Go,
        };
        [$measured, $near] = $situation->pair($value, $value < $middle ? $low->value : $high->value, $low->unit, $value >= $middle);
        $range = $value < $middle ? "{$near} to {$situation->print($high->value, $high->unit)}" : "{$situation->print($low->value, $low->unit)} to {$near}";

        return new Finding(
            $this->id, $severity, "{$this->subject} {$measured}; {$range} allowed.",
            match ($severity) {
                Severity::Go => '',
                Severity::Watch => 'Inside, but near the end of the range.',
                default => $this->todo,
            },
            $low->source, [$this->reading], $value, $value < $middle ? $low->value : $high->value, $half - $used, $low->unit, $this->why,
        );
    }
}
