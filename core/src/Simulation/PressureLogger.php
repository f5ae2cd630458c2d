<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;

/**
 * Stand-in for a pump or compressor, a crew who follow the plan, a water meter and a pressure logger. Steps of a third of the logger's interval, 5 s at most;
 * the same inputs and seed give the same record. A judged phase that may be extended is played to its longest.
 */
final readonly class PressureLogger
{
    private const LARGEST_STEP_S = 5.0;

    private const SAMPLES = 1280;

    private const DRIFT_K_H = 0.03;

    private const WARMING_K_H = 2.0;

    /** A hole in a water main, L/h at 1000 kPa: so much, and more in a large one. */
    private const LEAK_L_H = 25.0;

    private const LEAK_PER_M3 = 12.0;

    /** How many times the allowed drop a hole in an air test makes in the time of the judged phase. */
    private const LEAK_TIMES = 3.0;

    /**
     * Share of the creep of a free pipe that the ground leaves to a backfilled one: slopes on log–log paper of 0.04 to 0.05 against 0.08 to 0.10, from
     * memory.
     */
    private const BURIED = 0.6;

    /** @param  ?float  $leakLitresPerHour  at 1000 kPa of a leaking water main; by its size when null */
    public function __construct(public TestSection $section, public PressureFault $fault = PressureFault::None, private ?float $leakLitresPerHour = null)
    {
    }

    public function run(TestPlan $plan, int $seed): Run
    {
        $total = 60 * array_sum(array_map(static fn (Phase $p): float => max($p->minutes, $p->extendMin), $plan->phases));
        $every = max(1.0, min(30.0, floor($total / self::SAMPLES)));
        $step = min(self::LARGEST_STEP_S, $every / 3);
        $noise = new Noise($seed);
        $vessel = $plan->medium === Medium::Water ? $this->water($plan) : $this->air($plan);
        $gauge = new GaugeTrouble($this->fault === PressureFault::Gauge ? GaugeFault::Jump : GaugeFault::None, $seed, $plan->gaugeKpa);
        $warming = $this->fault === PressureFault::Warming ? self::WARMING_K_H : self::DRIFT_K_H;
        $resolution = $this->section->gaugeResolutionKpa;
        $scatter = $plan->medium === Medium::Air ? $resolution / 2 : min(0.8, max($resolution / 2, 5.0e-4 * $plan->gaugeKpa));
        $t = $p = $c = $meter = $marks = [];
        $added = $drawn = 0.0;
        $now = $next = 0.0;
        $last = count($plan->phases) - 1;
        foreach ($plan->phases as $k => $phase) {
            $marks[] = ['t' => $now, 'phase' => $phase->id];
            $from = $vessel->kpa;
            $begun = $now;
            $end = $now + 60 * max($phase->minutes, $phase->extendMin);
            while ($now < $end - 1e-9 || $k === $last && $now <= $end + 1e-9) {
                if ($now >= $next - 1e-9) {
                    $shown = $gauge->shown($vessel->kpa + $noise->normal($scatter), $phase->judged ? ($now - $begun) / max(1.0, 60 * $phase->minutes) : 0.0);
                    $t[] = round($now, 3);
                    $p[] = round(max(0.0, round($shown / $resolution) * $resolution), 5);
                    $c[] = round($this->section->waterC + $vessel->warmedK + $noise->normal(0.03), 2);
                    $meter[] = round($added, 3);
                    $next += $every;
                }
                $vessel instanceof WaterVessel ? $vessel->step($step, 0.0, $warming) : $vessel->step($step, $warming);
                $now += $step;
                $target = $this->held(
                    $phase, $from, min(1.0, ($now - $begun) / (60 * $phase->minutes)), $vessel->kpa,
                    ($plan->phases[$k + 1] ?? null)?->control === Control::Shut,
                );
                $litres = $target === null ? 0.0 : $this->bring($vessel, $target);
                $added += max(0.0, $litres);
                $drawn += $phase->control === Control::Lower ? max(0.0, -$litres) : 0.0;
            }
        }
        $measured = $plan->medium === Medium::Water ? ['drawn_off_l' => round($drawn, 2)] : [
            'baro_start_kpa' => FilledPipe::ATMOSPHERE_KPA, 'baro_end_kpa' => FilledPipe::ATMOSPHERE_KPA,
        ];

        return new Run(PressureTrace::columns($t, $p, $c, $plan->medium === Medium::Water ? $meter : null), $marks, $measured);
    }

    private function water(TestPlan $plan): WaterVessel
    {
        $pipe = $this->section->asOnePipe();
        $celsius = min(60.0, max(0.0, $this->section->waterC));
        $litres = 1000 * $pipe->volumeM3();
        $leak = $this->leakLitresPerHour ?? max(self::LEAK_L_H, self::LEAK_PER_M3 * $pipe->volumeM3());
        $low = $plan->gaugeKpa < 100.0 && $plan->makeUp['l_per_h'] !== null ? self::LEAK_TIMES * $plan->makeUp['l_per_h'] / sqrt($plan->gaugeKpa / 1000)
            : $leak;
        $leaking = $this->fault === PressureFault::Leak;

        return new WaterVessel($pipe->pipe(Water::at($celsius)->bulkModulusGpa), array_map(
            static fn (array $element): array => [self::BURIED * $element[0], $element[1]], $pipe->material->creep(),
        ), $pipe->poisson, $pipe->expansionPerC, $celsius,
            (
                $this->fault === PressureFault::Air ? 0.02 : 0.0002
            ) * $litres, static fn (float $kpa): float => $leaking ? $low * sqrt(max(0.0, $kpa) / 1000) : 0.0);
    }

    private function air(TestPlan $plan): AirVessel
    {
        $judged = $plan->judged();
        $drop = $judged->targetKpa - $judged->lowKpa;
        $allowed = $plan->gaugeKpa > 100.0 ? 2 * $this->section->gaugeResolutionKpa : $drop;
        $litres = 1000 * $this->section->volumeM3();
        $leak = $this->fault === PressureFault::Leak ? self::LEAK_TIMES * $allowed * $litres / FilledPipe::ATMOSPHERE_KPA / ($judged->minutes / 60)
            : 0.02 * $allowed * $litres / FilledPipe::ATMOSPHERE_KPA / ($judged->minutes / 60);

        return new AirVessel($litres, $this->section->waterC, static fn (float $kpa): float => $leak * sqrt(max(0.0, $kpa) / max(1e-6, $judged->targetKpa)));
    }

    /** Where pump and valve bring the pressure; null where they leave it alone. */
    private function held(Phase $phase, float $from, float $share, float $now, bool $settles): ?float
    {
        $to = $phase->fallKpa > 0.0 ? $from - $phase->fallKpa : $phase->targetKpa;

        return match ($phase->control) {
            Control::Open => 0.0,
            Control::Raise => max($now, $from + $share * ($phase->targetKpa - $from)),
            Control::Hold => $now < $phase->targetKpa - self::sag($phase, $settles && $share > 0.6) || $share >= 1.0 || $now > $phase->highKpa
                ? $phase->targetKpa : null,
            Control::Lower => $share < 0.6 ? min($now, $from + $share / 0.6 * ($to - $from)) : null,
            Control::Shut => null,
        };
    }

    /** How far a held pressure may fall before the crew tops it up; towards the end of a hold that only settles they leave it alone as long as they may. */
    private static function sag(Phase $phase, bool $left): float
    {
        return ($left ? 0.95 : 0.2) * max(0.0, $phase->targetKpa - $phase->lowKpa);
    }

    private function bring(WaterVessel|AirVessel $vessel, float $kpa): float
    {
        if ($vessel instanceof WaterVessel) {
            return $vessel->bringTo($kpa);
        }
        $vessel->kpa = $kpa;

        return 0.0;
    }
}
