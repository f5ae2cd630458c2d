<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Rulebook\Source;

/** How far a flexible pipe is predicted to flatten under its cover: the modified Iowa formula. */
final readonly class Iowa
{
    /** Bedding factor, dead load factor after years, weight of soil (120 lb/ft³). Common practice. */
    public const BEDDING = 0.1;

    public const LAG = 1.5;

    public const SOIL_KN_M3 = 18.85;

    /**
     * All in one unit of pressure: kPa or psi.
     *
     * @param  float  $live  is not multiplied by the lag: it comes and goes
     * @return float  percent of the mean diameter
     */
    public static function percent(float $load, float $live, float $pipeStiffness, float $ePrime, float $lag, float $beddingFactor): float
    {
        return 100 * $beddingFactor * ($lag * $load + $live) / (Stiffness::IOWA_PS * $pipeStiffness + 0.061 * $ePrime);
    }

    public static function source(): Source
    {
        return Source::standard('AWWA M45', 'modified Iowa formula');
    }
}
