<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\Located;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;

/** A run with its phases found: what an acceptance is read off. */
final readonly class Seen
{
    private const NEAR_S = 30.0;

    public function __construct(public Run $run, public Located $located, public TestPlan $plan, public TestSection $section, public Words $words)
    {
    }

    public function trace(): PressureTrace
    {
        return $this->run->trace;
    }

    public function from(string $phase): float
    {
        return $this->located->of($phase)[0] ?? $this->run->trace->t[0];
    }

    public function to(string $phase): float
    {
        return $this->located->of($phase)[1] ?? $this->run->trace->endS();
    }

    public function minutes(string $phase): float
    {
        return ($this->to($phase) - $this->from($phase)) / 60;
    }

    /** Pressure when a phase began; 0 when it never did. */
    public function startKpa(string $phase): float
    {
        return $this->kpaIn($phase, $this->from($phase), self::NEAR_S);
    }

    public function endKpa(string $phase): float
    {
        return $this->kpaIn($phase, $this->to($phase), self::NEAR_S);
    }

    /** The middle one of the readings near a moment that belong to a phase; the nearest one where there are none. */
    public function kpaIn(string $phase, float $t, float $within): float
    {
        $near = $this->run->trace->pressures(max($this->from($phase), $t - $within), min($this->to($phase), $t + $within));
        sort($near);

        return $near[intdiv(count($near), 2)] ?? $this->run->trace->at($t) ?? 0.0;
    }

    /** Water added between two moments, L; null where it was not metered. */
    public function addedL(float $from, float $to): ?float
    {
        $before = $this->run->trace->addedAt($from);
        $after = $this->run->trace->addedAt($to);

        return $before === null || $after === null ? null : $after - $before;
    }
}
