<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Exception\InvalidInput;

/** Ohm's law for a fitting: I = V/R, P = V²/R, E = P·t [arithmetic]. */
final readonly class Energy
{
    private function __construct(public float $energyKj, public float $currentA, public float $powerW)
    {
    }

    /** @throws InvalidInput naming every value that is not above 0 */
    public static function of(float $voltageV, float $resistanceOhm, float $timeS): self
    {
        $faults = [];
        foreach (['voltage_v' => $voltageV, 'resistance_ohm' => $resistanceOhm, 'time_s' => $timeS] as $key => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}. Read it off the label: it is more than 0.", $value, 0);
            }
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
        $power = $voltageV ** 2 / $resistanceOhm;

        return new self($power * $timeS / 1000, $voltageV / $resistanceOhm, $power);
    }

    /**
     * Fusion time corrected for temperature: t = t_ref·(1 + c·(T_ref − T)), c from the label per kelvin, 0 when it gives none.
     *
     * @pure
     */
    public static function correctedTime(float $referenceTimeS, float $perKelvin, float $referenceC, float $ambientC): float
    {
        return $referenceTimeS * (1 + $perKelvin * ($referenceC - $ambientC));
    }
}
