<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** Pressure at another level of still water: p = gauge + ρ·g·(gauge level − point level) [hydrostatics; g 9.80665 m/s², ISO 80000-3]. */
final class HydrostaticHead
{
    public const GRAVITY = 9.80665;

    public const FRESH_WATER = 1000.0;

    /**
     * @return float kPa
     *
     * @throws InvalidInput if the density is not above 0
     */
    public static function pressureAt(float $gaugeKpa, float $gaugeLevelM, float $pointLevelM, float $densityKgM3 = self::FRESH_WATER): float
    {
        if (! is_finite($densityKgM3) || $densityKgM3 <= 0.0) {
            throw InvalidInput::field('density_kg_m3', "A density of {$densityKgM3} kg/m³ cannot be. Fresh water is 1000.", $densityKgM3, 0);
        }

        return $gaugeKpa + $densityKgM3 * self::GRAVITY * ($gaugeLevelM - $pointLevelM) / 1000;
    }

    public static function source(): Source
    {
        return Source::arithmetic('p = gauge + ρ·g·(gauge level − point level)');
    }
}
