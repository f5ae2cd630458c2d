<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\TestPlan;

/**
 * Stand-in for a pump, a crew and a pressure logger on a filled PE section, following a plan with an expansion and a test phase.
 *
 * Volume balance at each 5 s step: compliance·dp = inflow − leak − creep − thermal. Compliance = V·(1/K + D/(e·E)) + V_air·p_atm/(p_atm+p)²;
 * creep is three Kelvin elements driven by the pressure (so that the pipe pulls back after the reduction); the leak is an orifice,
 * Q ∝ √p. K 2.18 GPa at 20 °C [IAPWS-95]; E 1.0 GPa short-term, element sizes, expansion 1.8·10⁻⁴/K of PE: from memory.
 */
final readonly class PressureLogger
{
    private const STEP_S = 5.0;

    private const SAMPLE_EVERY_S = 15.0;

    private const ATMOSPHERE_KPA = 101.325;

    private const WATER_K_KPA = 2.18e6;

    private const PE_E_KPA = 1.0e6;

    /** share of the elastic strain, time constant s */
    private const CREEP = [[0.25, 600.0], [0.25, 4000.0], [0.35, 20000.0]];

    /** water less pipe: 2.07e-4 − 3·1.8e-4 per K at 20 °C; a PE pipe grows more than its water, so warming lowers the pressure */
    private const THERMAL_PER_K = 2.07e-4 - 5.4e-4;

    public function __construct(
        public float $lengthM,
        public float $insideDiameterMm,
        public float $wallMm,
        public float $waterC = 12.0,
        public PressureFault $fault = PressureFault::None,
    ) {
    }

    public function run(TestPlan $plan, int $seed): PressureTrace
    {
        $noise = new Noise($seed);
        $volumeL = M_PI / 4 * ($this->insideDiameterMm / 1000) ** 2 * $this->lengthM * 1000;
        $elastic = $this->insideDiameterMm / $this->wallMm / self::PE_E_KPA;
        $airL = ($this->fault === PressureFault::Air ? 0.02 : 0.0002) * $volumeL;
        $leakCoefficient = $this->fault === PressureFault::Leak ? 25.0 / 3600 / sqrt(1000.0) : 0.0;
        $creep = [0.0, 0.0, 0.0];
        $p = 0.0;
        $water = $this->waterC;
        $samples = [];
        $schedule = $plan->schedule();
        $total = $schedule['end_s'];
        for ($t = 0.0; $t <= $total; $t += self::STEP_S) {
            if (fmod($t, self::SAMPLE_EVERY_S) < 1e-9) {
                $samples[] = ['t' => $t, 'p' => round($p + $noise->normal(0.8), 2), 'c' => round($water + $noise->normal(0.03), 2)];
            }
            $compliance = $volumeL * (1 / self::WATER_K_KPA + $elastic) + $airL * self::ATMOSPHERE_KPA / (self::ATMOSPHERE_KPA + max($p, 0.0)) ** 2;
            $lost = $leakCoefficient * sqrt(max($p, 0.0)) * self::STEP_S;
            foreach (self::CREEP as $k => [$share, $tau]) {
                $rate = ($share * $elastic * $volumeL * $p - $creep[$k]) / $tau * self::STEP_S;
                $creep[$k] += $rate;
                $lost += $rate;
            }
            $warmed = ($this->fault === PressureFault::Warming ? 2.0 : 0.05) / 3600 * self::STEP_S;
            $water += $warmed;
            $lost -= self::THERMAL_PER_K * $warmed * $volumeL;
            $p = $this->held($schedule, $t, $p, max(0.0, $p - $lost / $compliance), $plan);
        }

        return PressureTrace::of($samples);
    }

    /**
     * What pump and bleed valve make of the pressure: raised steadily, held within 6 kPa, bled to the test pressure, then left alone.
     *
     * @param  array{raised_s: float, reduce_s: float, test_s: float, end_s: float}  $schedule
     */
    private function held(array $schedule, float $t, float $before, float $now, TestPlan $plan): float
    {
        return match (true) {
            $t < $schedule['raised_s'] => $plan->gaugeExpansionKpa * ($t + self::STEP_S) / $schedule['raised_s'],
            $t < $schedule['reduce_s'] => $now < $plan->gaugeExpansionKpa - 6.0 ? $plan->gaugeExpansionKpa : $now,
            $t < $schedule['test_s'] => max($plan->gaugeTestKpa, min($now, $before - 69.0 * self::STEP_S / 120.0)),
            default => $now,
        };
    }
}
