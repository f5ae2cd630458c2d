<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;

/**
 * Stand-in for a control unit: holds its voltage on a winding that warms as it fuses, one sample a second.
 *
 * The winding follows dT/dt = (ΔT_end·P/P0 − T)/τ; ΔT_end 110 K and τ a quarter of the fusion time unless given (both from memory of how such
 * traces look, not from a standard); its resistance follows copper. Supply flicker: one sample in forty dips by up to 1.5 %. Step 1 s.
 * Same input and seed, same trace.
 */
final readonly class FusionControlUnit
{
    /** Share of the samples that flicker, and by how much at most. */
    private const FLICKER = [0.025, 0.015];

    /** What each fault is made to be when nothing else is said: the share it changes its quantity by. */
    private const USUAL_SIZE = [
        'voltage_droop' => 0.09, 'wrong_resistance' => 0.25, 'shorted_turns' => 0.10, 'under_insertion' => 0.03, 'time_mismatch' => 0.15,
        'early_stop' => 0.40, 'supply_cut' => 0.50, 'open_circuit' => 0.50, 'good' => 0.0,
    ];

    /** s a unit goes on recording after it has lost its current */
    private const TAIL_S = 3.0;

    /**
     * @param  TraceClass  $fault  what goes wrong; good for nothing
     * @param  ?float  $size  share by which the voltage falls, the resistance is off or jumps, the time is off or cut short
     * @param  ?float  $at  share of the fusion time at which a droop, a short or a bare coil begins
     */
    public function __construct(
        public float $voltageV,
        public float $resistanceAt20Ohm,
        public float $timeS,
        public float $fittingC,
        public TraceClass $fault = TraceClass::Good,
        public ?float $size = null,
        public ?float $at = null,
        public float $endRiseK = 110.0,
        public float $timeConstantShare = 0.25,
    ) {
    }

    /** @param  ?float  $stoppedAtS when the operator pressed stop; null when nobody did */
    public function run(int $seed, ?float $stoppedAtS = null): FusionTrace
    {
        $noise = new Noise($seed);
        $size = $this->size ?? self::USUAL_SIZE[$this->fault->value];
        $from = ($this->at ?? 0.35) * $this->timeS;
        $cold = $this->resistanceAt20Ohm * ($this->fault === TraceClass::WrongResistance ? 1.0 + $size : 1.0);
        $nominalPower = $this->voltageV ** 2 / $this->resistanceAt20Ohm;
        $ends = $this->endsAt($size);
        [$ends, $code] = $stoppedAtS !== null && $stoppedAtS < $ends ? [max(1.0, $stoppedAtS), 'stopped_by_operator'] : [$ends, $this->endCode()];
        $lost = $stoppedAtS === null && in_array($this->fault, [TraceClass::SupplyCut, TraceClass::OpenCircuit], true);
        $rise = $loose = 0.0;
        $touched = 1.0;
        $nextTouch = $from;
        $samples = [];
        for ($t = 0.0; ; $t = $ends - $t < 1.05 ? $ends : $t + 1.0) {
            if ($this->fault === TraceClass::UnderInsertion && $t >= $nextTouch) {
                $touched = 1.0 + ($touched > 1.0 ? -1 : 1) * $size * (0.6 + 0.8 * $noise->uniform());
                $nextTouch = $t + 8.0 + 8.0 * $noise->uniform();
            }
            $loose = $this->fault === TraceClass::UnderInsertion && $t > $from ? 0.06 * (1 - exp(-($t - $from) / (0.2 * $this->timeS))) : 0.0;
            $short = $this->fault === TraceClass::ShortedTurns && $t >= $from ? 1.0 - $size : 1.0;
            $resistance = $cold * (1 + FusionTrace::COPPER_PER_KELVIN * ($this->fittingC + $rise - 20.0)) * $short * $touched * (1 + $loose);
            $droop = $this->fault === TraceClass::VoltageDroop && $t >= $from ? 1.0 - $size : 1.0;
            $flicker = $noise->uniform() < self::FLICKER[0] ? 1.0 - self::FLICKER[1] * $noise->uniform() : 1.0;
            $volts = $this->voltageV * $droop * $flicker + $noise->normal(0.0015 * $this->voltageV);
            $amps = $volts / $resistance * (1 + $noise->normal(0.002));
            $samples[] = self::sample($t, $volts, $amps);
            if ($t >= $ends) {
                break;
            }
            $step = $ends - $t < 1.05 ? $ends - $t : 1.0;
            $rise += $step / ($this->timeConstantShare * $this->timeS) * ($this->endRiseK * $volts * $amps / $nominalPower - $rise);
        }
        for ($k = 1; $lost && $k <= self::TAIL_S; $k++) {
            $samples[] = $this->fault === TraceClass::SupplyCut ? self::sample($ends + $k, 0.02 * $this->voltageV * $noise->uniform(), 0.0) : self::sample(
                $ends + $k, $this->voltageV * 1.01 + $noise->normal(0.0015 * $this->voltageV), 0.0,
            );
        }

        return FusionTrace::of($samples, $code);
    }

    private function endsAt(float $size): float
    {
        return match ($this->fault) {
            TraceClass::EarlyStop, TraceClass::SupplyCut, TraceClass::OpenCircuit => max(2.0, (1 - $size) * $this->timeS),
            TraceClass::TimeMismatch => max(2.0, (1 + $size) * $this->timeS),
            default => $this->timeS,
        };
    }

    private function endCode(): string
    {
        return match ($this->fault) {
            TraceClass::EarlyStop => 'stopped_by_operator',
            TraceClass::SupplyCut => 'supply_failed',
            TraceClass::OpenCircuit => 'no_current',
            default => 'complete',
        };
    }

    /** @return array{t: float, v: float, i: float} */
    private static function sample(float $t, float $volts, float $amps): array
    {
        return ['t' => round($t, 3), 'v' => round($volts, 3), 'i' => round(max(0.0, $amps), 3)];
    }
}
