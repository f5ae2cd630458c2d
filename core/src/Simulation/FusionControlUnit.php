<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Electrofusion\FusionTrace;

/**
 * Stand-in for a control unit: holds its voltage on a copper winding that warms as it fuses, one sample a second.
 *
 * The winding follows dT/dt = (ΔT_end − T)/τ·P/P0 with ΔT_end 110 K and τ a quarter of the fusion time (both from memory of how such
 * traces look, not from a standard); its resistance follows copper. Step 1 s. Same input and seed, same trace.
 */
final readonly class FusionControlUnit
{
    private const END_RISE_K = 110.0;

    public function __construct(
        public float $voltageV,
        public float $resistanceAt20Ohm,
        public float $timeS,
        public float $fittingC,
        public FusionFault $fault = FusionFault::None,
    ) {
    }

    /** @param  ?float  $stoppedAtS when the operator pressed stop; null when nobody did */
    public function run(int $seed, ?float $stoppedAtS = null): FusionTrace
    {
        $noise = new Noise($seed);
        $cold = $this->resistanceAt20Ohm * ($this->fault === FusionFault::WrongResistance ? 1.25 : 1.0);
        $nominalPower = $this->voltageV ** 2 / $this->resistanceAt20Ohm;
        $ends = $this->fault === FusionFault::EarlyStop ? 0.6 * $this->timeS : $this->timeS;
        $ends = $stoppedAtS === null ? $ends : min($ends, max(1.0, $stoppedAtS));
        $rise = 0.0;
        $samples = [];
        for ($t = 0.0; ; $t = min($t + 1.0, $ends)) {
            $resistance = $cold * (1 + FusionTrace::COPPER_PER_KELVIN * ($this->fittingC + $rise - 20.0));
            $volts = $this->voltageAt($t) + $noise->normal(0.0015 * $this->voltageV);
            $amps = $volts / $resistance * (1 + $noise->normal(0.002));
            $samples[] = ['t' => round($t, 3), 'v' => round($volts, 3), 'i' => round($amps, 3)];
            if ($t >= $ends) {
                break;
            }
            $step = min(1.0, $ends - $t);
            $rise += $step * 4 / $this->timeS * (self::END_RISE_K * $volts * $amps / $nominalPower - $rise);
        }

        return FusionTrace::of($samples, $ends < $this->timeS ? 'stopped_by_operator' : 'complete');
    }

    private function voltageAt(float $t): float
    {
        return $this->fault === FusionFault::Droop && $t > $this->timeS / 3 ? 0.91 * $this->voltageV : $this->voltageV;
    }
}
