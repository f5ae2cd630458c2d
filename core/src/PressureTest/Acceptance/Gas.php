<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Rulebook\Source;

/** Plastic gas mains, and the gas law that takes weather out of a reading. */
final class Gas
{
    private const ZERO_C = 273.15;

    /** @return array{min_test_psi: float, max_test_psi: ?float} design pressure 2·HDB·DF/(DR − 1) */
    public static function limits(float $maopPsi, ?float $hdbPsi, ?float $dr, ?float $designFactor, ?MethodLimits $limits = null): array
    {
        $limits ??= MethodLimits::shipped();
        $least = Pressure::of($limits->value('test.gas.least_kpa'), 'kPa')->in('psi');
        $most = $hdbPsi === null || $dr === null || $designFactor === null ? null
            : $limits->value('test.gas.most_factor') * 2 * $hdbPsi * $designFactor / ($dr - 1);

        return ['min_test_psi' => max($limits->value('test.gas.factor') * $maopPsi, $least), 'max_test_psi' => $most];
    }

    /** What the gauge should show later if nothing escaped: (p1 + b1)·T2/T1 − b2. */
    public static function expectedKpa(float $p1Kpa, float $t1C, float $baro1Kpa, float $t2C, float $baro2Kpa): float
    {
        return ($p1Kpa + $baro1Kpa) * ($t2C + self::ZERO_C) / ($t1C + self::ZERO_C) - $baro2Kpa;
    }

    public static function source(): Source
    {
        return Source::standard('49 CFR 192.513', 'at most 2.5 × the design pressure of 192.121 (3 × before 2019)');
    }
}
