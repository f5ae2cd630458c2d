<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Physics;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** Liquid water at atmospheric pressure, 0 to 60 °C: the rational functions of Kell (1975), from memory; the tests hold them against IAPWS-95. */
final readonly class Water
{
    private const DENSITY = [999.83952, 16.945176, -7.9870401e-3, -46.170461e-6, 105.56302e-9, -280.54253e-12];

    private const DENSITY_BELOW = 16.879850e-3;

    /** compressibility, 10⁻⁶ per bar */
    private const COMPRESSIBILITY = [50.88496, 0.6163813, 1.459187e-3, 20.08438e-6, -58.47727e-9, 410.4110e-12];

    private const COMPRESSIBILITY_BELOW = 19.67348e-3;

    private function __construct(public float $densityKgM3, public float $bulkModulusGpa, public float $expansionPerC)
    {
    }

    /** @throws InvalidInput outside 0 to 60 °C */
    public static function at(float $celsius): self
    {
        if (! is_finite($celsius) || $celsius < 0.0 || $celsius > 60.0) {
            throw InvalidInput::field('temperature_c', "Water at {$celsius} °C is outside these formulas: 0 to 60 °C.", $celsius, [0, 60]);
        }
        $below = 1 + self::DENSITY_BELOW * $celsius;
        $density = self::polynomial(self::DENSITY, $celsius) / $below;
        $slope = (self::derivative(self::DENSITY, $celsius) - self::DENSITY_BELOW * $density) / $below;
        $compressibility = self::polynomial(self::COMPRESSIBILITY, $celsius) / (1 + self::COMPRESSIBILITY_BELOW * $celsius);

        return new self($density, 100 / $compressibility, -$slope / $density);
    }

    public static function source(): Source
    {
        return Source::fromMemory('Kell (1975), J. Chem. Eng. Data 20', 'held against IAPWS-95');
    }

    /** @param  list<float>  $c */
    private static function polynomial(array $c, float $x): float
    {
        return array_reduce(array_reverse($c), static fn (float $sum, float $a): float => $sum * $x + $a, 0.0);
    }

    /** @param  list<float>  $c */
    private static function derivative(array $c, float $x): float
    {
        $sum = 0.0;
        for ($k = count($c) - 1; $k > 0; $k--) {
            $sum = $sum * $x + $k * $c[$k];
        }

        return $sum;
    }
}
