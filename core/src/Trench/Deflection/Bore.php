<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

/** The inside of a pipe that soil presses. */
final class Bore
{
    /** @return float percent of the first inside diameter; below zero where the sides push the crown up */
    public static function percent(float $insideMm, float $verticalMm): float
    {
        return 100 * ($insideMm - $verticalMm) / $insideMm;
    }

    /** @return float the rod or ball that still goes through at the limit, mm */
    public static function mandrelMm(float $baseInsideMm, float $limitPercent): float
    {
        return $baseInsideMm * (1 - $limitPercent / 100);
    }
}
