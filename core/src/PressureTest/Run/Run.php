<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\PressureTest\PressureTrace;

/** What was recorded of a test: the trace, when the tester began each phase where that was marked, and what else was measured. */
final readonly class Run
{
    /**
     * @param  list<array{t: float, phase: string}>  $marks
     * @param  array<string, bool|float>  $measured  by key of the method's asks()
     * @param  string  $brokenOff  why it was ended before its time; empty when it was not
     * @param  bool  $isGuessed  the marks were worked out from the pressure: nobody said so
     */
    public function __construct(
        public PressureTrace $trace, public array $marks = [], public array $measured = [], public string $brokenOff = '', public bool $isGuessed = false,
    ) {
    }

    public function number(string $key): ?float
    {
        $value = $this->measured[$key] ?? null;

        return is_float($value) ? $value : null;
    }

    public function yes(string $key): bool
    {
        return ($this->measured[$key] ?? false) === true;
    }
}
