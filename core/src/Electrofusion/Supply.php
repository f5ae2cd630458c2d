<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** What a fusion asks of the supply at its start, when the winding is cold and draws most. */
final readonly class Supply
{
    /** Ω·mm²/m of annealed copper at 20 °C, 1/58 [IEC 60028]. */
    public const COPPER_OHM_MM2_PER_M = 1 / 58;

    private function __construct(public float $currentA, public float $powerKw, public float $generatorKva, public float $cableDropV)
    {
    }

    /**
     * I = V/R, P = V²/R, generator = P/(efficiency·power factor). The cable carries the fusion current out and back:
     * drop = 2·ρ·length/section·I, at the fitting's voltage.
     *
     * @param  float  $cableM  one way
     * @param  float  $efficiency  of the control unit, above 0 to 1
     * @param  float  $powerFactor  above 0 to 1
     *
     * @throws InvalidInput naming every value outside its range
     */
    public static function of(float $voltageV, float $resistanceOhm, float $cableM, float $cableMm2, float $efficiency, float $powerFactor): self
    {
        $faults = [];
        foreach (['efficiency' => $efficiency, 'power_factor' => $powerFactor] as $key => $value) {
            if (! is_finite($value) || $value <= 0.0 || $value > 1.0) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}; give a share above 0, up to 1.", $value, 1);
            }
        }
        if (! is_finite($cableM) || $cableM < 0.0) {
            $faults[] = InvalidInput::field('cable_m', "cable_m is {$cableM}; a length is 0 or more.", $cableM, 0);
        }
        if (! is_finite($cableMm2) || $cableMm2 <= 0.0) {
            $faults[] = InvalidInput::field('cable_mm2', "cable_mm2 is {$cableMm2}; a copper section is more than 0.", $cableMm2, 0);
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
        $start = Energy::of($voltageV, $resistanceOhm, 1.0);
        $kilowatts = $start->powerW / 1000;

        return new self(
            $start->currentA, $kilowatts, $kilowatts / ($efficiency * $powerFactor),
            2 * self::COPPER_OHM_MM2_PER_M * $cableM / $cableMm2 * $start->currentA,
        );
    }

    public static function source(): Source
    {
        return Source::standard('IEC 60028', 'copper 1/58 Ω·mm²/m at 20 °C');
    }
}
