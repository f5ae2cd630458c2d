<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Heat;

use Diastoma\Core\Exception\InvalidInput;

/** What the heat model must know of a weld: geometry, label, weather. One side's pipe and fitting wall with the coil between them. */
final readonly class HeatedJoint
{
    /**
     * @param  float  $heatedLengthMm  of all coil zones together, along the pipe
     * @param  float  $gapMm  radial, between pipe and fitting before the melt closes it
     * @param  float  $wirePerKelvin  rise of the winding's resistance of its 20 °C value; 0 for an alloy that keeps it
     * @param  bool  $melts  false leaves the latent heat out, to compare with closed forms
     */
    private function __construct(
        public float $dnMm,
        public float $pipeWallMm,
        public float $fittingWallMm,
        public float $heatedLengthMm,
        public float $voltageV,
        public float $resistanceOhm,
        public float $timeS,
        public float $ambientC,
        public float $gapMm,
        public float $wirePerKelvin,
        public bool $melts = true,
    ) {
    }

    /** @throws InvalidInput naming every value that cannot be */
    public static function of(
        float $dnMm, float $pipeWallMm, float $fittingWallMm, float $heatedLengthMm, float $voltageV, float $resistanceOhm, float $timeS, float $ambientC,
        float $gapMm = 0.0, float $wirePerKelvin = 0.00393,
    ): self {
        $faults = [];
        foreach ([
            'dn_mm' => $dnMm, 'pipe_wall_mm' => $pipeWallMm, 'fitting_wall_mm' => $fittingWallMm, 'heated_length_mm' => $heatedLengthMm,
            'voltage_v' => $voltageV, 'resistance_ohm' => $resistanceOhm, 'time_s' => $timeS,
        ] as $key => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}; it is more than 0.", $value, 0);
            }
        }
        if (is_finite($dnMm) && $pipeWallMm >= $dnMm / 2) {
            $faults[] = InvalidInput::field('pipe_wall_mm', "A wall of {$pipeWallMm} mm leaves no bore in a pipe of {$dnMm} mm.", $pipeWallMm, $dnMm / 2);
        }
        foreach ([
            'ambient_c' => [$ambientC, -60.0, 80.0], 'gap_mm' => [$gapMm, 0.0, 20.0], 'wire_per_k' => [$wirePerKelvin, 0.0, 0.02],
            'time_s' => [$timeS, 0.0, 20_000.0],
        ] as $key => [$value, $low, $high]) {
            if (! is_finite($value) || $value < $low || $value > $high) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}; it lies between {$low} and {$high}.", $value, [$low, $high]);
            }
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }

        return new self($dnMm, $pipeWallMm, $fittingWallMm, $heatedLengthMm, $voltageV, $resistanceOhm, $timeS, $ambientC, $gapMm, $wirePerKelvin);
    }

    public function withoutMelting(): self
    {
        return new self(
            $this->dnMm, $this->pipeWallMm, $this->fittingWallMm, $this->heatedLengthMm, $this->voltageV, $this->resistanceOhm, $this->timeS,
            $this->ambientC, $this->gapMm, $this->wirePerKelvin, false,
        );
    }
}
