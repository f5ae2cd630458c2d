<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Rulebook\Source;

/** One way of testing a section: plans the pressures and times, then judges the trace. */
interface TestMethod
{
    public function id(): string;

    public function title(): string;

    /** @return list<string> services of mains it is made for */
    public function services(): array;

    public function source(): Source;

    /** How long a section must stand without pressure before it is tested again, h. */
    public function restHours(): float;

    public function plan(float $designKpa, float $gaugeLevelM, float $lowLevelM, float $highLevelM): TestPlan;

    public function judge(PressureTrace $trace, TestPlan $plan): TestVerdict;
}
