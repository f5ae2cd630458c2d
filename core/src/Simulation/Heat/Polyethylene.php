<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Heat;

use Diastoma\Core\Rulebook\Source;

/** PE as the heat model takes it; all values from memory, and constant but for the melting range. */
final class Polyethylene
{
    /** W/(m·K) */
    public const CONDUCTIVITY = 0.40;

    /** kg/m³ */
    public const DENSITY = 950.0;

    /** J/(kg·K) */
    public const HEAT_CAPACITY = 2300.0;

    /** J/kg, spread evenly over the melting range */
    public const LATENT_HEAT = 180_000.0;

    /** °C */
    public const MELTING_FROM_C = 110.0;

    /** °C */
    public const MELTING_TO_C = 132.0;

    /** Share by which PE grows on melting and heating through; what closes the annular gap. */
    public const MELT_EXPANSION = 0.12;

    /** °C where half is melted: the edge of the melt. */
    public const MELT_EDGE_C = (self::MELTING_FROM_C + self::MELTING_TO_C) / 2;

    public static function source(): Source
    {
        return Source::fromMemory('PE: 0.40 W/m·K, 950 kg/m³, 2.3 kJ/kg·K, 180 kJ/kg over 110…132 °C');
    }
}
