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
    public function startKpa(string $phase, float $withinS = self::NEAR_S): float
    {
        return $this->edgeKpa($phase, $this->from($phase), $withinS);
    }

    public function endKpa(string $phase, float $withinS = self::NEAR_S): float
    {
        return $this->edgeKpa($phase, $this->to($phase), $withinS);
    }

    /**
     * Pressure at an end of a phase, from readings within it alone: the middle ones of two stretches beside the end, drawn on to it. A middle alone would
     * stand for a
     * moment inside and make every fall look smaller.
     */
    private function edgeKpa(string $phase, float $edge, float $withinS): float
    {
        $within = min($withinS, 0.1 * ($this->to($phase) - $this->from($phase)));
        $inward = $edge <= $this->from($phase) ? 1.0 : -1.0;
        $middle = function (float $a, float $b): ?array {
            $rows = $this->run->trace->rows(min($a, $b), max($a, $b));
            $pressures = array_column($rows, 'p');
            sort($pressures);

            return count($rows) < 3 ? null : [array_sum(array_column($rows, 't')) / count($rows), $pressures[intdiv(count($pressures), 2)]];
        };
        $near = $middle($edge, $edge + $inward * $within);
        $far = $middle($edge + $inward * $within, $edge + $inward * 2 * $within);
        if ($near === null || $far === null || abs($far[0] - $near[0]) < 1e-9) {
            $k = min($this->run->trace->count() - 1, $this->run->trace->index($edge));

            return $this->run->trace->p[$k > 0 && abs($this->run->trace->t[$k - 1] - $edge) < abs($this->run->trace->t[$k] - $edge) ? $k - 1 : $k];
        }

        return $near[1] + ($near[1] - $far[1]) * ($near[0] - $edge) / ($far[0] - $near[0]);
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
