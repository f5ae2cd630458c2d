<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Heat;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** The closed form that the coupler model is checked against: a half-space under constant flux [Carslaw & Jaeger, 2.9]. */
final class HalfSpace
{
    /**
     * Rise of temperature at a depth, K: (2q/k)·(√(αt/π)·exp(−x²/4αt) − (x/2)·erfc(x/(2√(αt)))), α = k/(ρc).
     *
     * @param  float  $fluxWM2  the flux that enters this side
     *
     * @throws InvalidInput naming every property that is not above 0
     */
    public static function rise(float $fluxWM2, float $k, float $rho, float $c, float $timeS, float $depthM): float
    {
        $faults = [];
        foreach (['k' => $k, 'rho' => $rho, 'c' => $c, 'time_s' => $timeS] as $key => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}; it is more than 0.", $value, 0);
            }
        }
        if (! is_finite($depthM) || $depthM < 0.0) {
            $faults[] = InvalidInput::field('depth_m', "depth_m is {$depthM}; a depth is 0 or more.", $depthM, 0);
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }
        $reach = sqrt($k / ($rho * $c) * $timeS);

        return 2 * $fluxWM2 / $k * ($reach / sqrt(M_PI) * exp(-($depthM / (2 * $reach)) ** 2) - $depthM / 2 * self::erfc($depthM / (2 * $reach)));
    }

    /**
     * Complementary error function of x ≥ 0 to about 1e-15: the series below 2.5, the continued fraction above.
     *
     * @pure
     */
    public static function erfc(float $x): float
    {
        if ($x < 2.5) {
            $term = $sum = $x;
            for ($n = 1; $n < 80; $n++) {
                $term *= -$x * $x / $n;
                $sum += $term / (2 * $n + 1);
            }

            return 1 - 2 / sqrt(M_PI) * $sum;
        }
        $fraction = 0.0;
        for ($n = 80; $n >= 1; $n--) {
            $fraction = $n / 2 / ($x + $fraction);
        }

        return exp(-$x * $x) / sqrt(M_PI) / ($x + $fraction);
    }

    public static function source(): Source
    {
        return Source::standard('Carslaw & Jaeger, Conduction of Heat in Solids', '2.9');
    }
}
