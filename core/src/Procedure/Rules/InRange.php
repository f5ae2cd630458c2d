<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Rules;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What an instrument is used for lies inside its range, as the list of instruments had it when it was taken. */
final readonly class InRange implements Rule
{
    /**
     * @param  string  $record  reading that carries the instrument's paper
     * @param  \Closure(Situation): ?float  $used  what it is to read, in the unit; null while that is not known, or judged elsewhere
     * @param  string  $what  such as “Torque”
     * @param  string  $instead  such as “Take a wrench”
     */
    public function __construct(
        private string $id, private string $record, private \Closure $used, private Unit $unit, private string $what, private string $instead,
        private Source $source,
    ) {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function judge(Situation $situation): ?Finding
    {
        $paper = $situation->readings->record($this->record);
        $used = ($this->used)($situation);
        if ($paper === null || $situation->version < StoryOf::SINCE) {
            return null;
        }
        $name = is_string($paper['name'] ?? null) ? $paper['name'] : 'This instrument';
        $print = fn (float $value): string => $situation->print($value, $this->unit);
        $low = is_float($paper['range_low'] ?? null) ? $paper['range_low'] : null;
        $high = is_float($paper['range_high'] ?? null) ? $paper['range_high'] : null;
        if ($low === null || $high === null) {
            return new Finding(
                $this->id, Severity::Watch, "{$name}: its range is not on the list of instruments.",
                'Read on it whether it covers '.($used === null ? 'what it is used for' : $print($used)).'; the office writes the range down.', $this->source,
                [$this->record],
            );
        }
        if ($used === null) {
            return null;
        }
        $isIn = Compare::atLeast($used, $low) && Compare::atMost($used, $high);

        return new Finding(
            $this->id, $isIn ? Severity::Go : Severity::Mend, "{$this->what} {$print($used)}; {$name} reads {$print($low)} to {$print($high)}.",
            $isIn ? '' : "{$this->instead} whose range covers it: outside its range it says nothing.", $this->source, [$this->record], $used,
            $used > $high ? $high : $low, $used > $high ? $high - $used : $used - $low, $this->unit,
        );
    }
}
