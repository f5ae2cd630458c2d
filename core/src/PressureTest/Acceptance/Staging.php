<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** Getting to the pressure: what the gauge may show, how long filling takes, and the steps of a spoolable composite line. */
final class Staging
{
    /** @return array{min_gauge_kpa: float, max_gauge_kpa: float, feasible: bool} test pressure reached at the high point, the most not passed at the low one */
    public static function gaugeWindow(float $testKpa, float $maxKpa, float $gaugeLevelM, float $lowLevelM, float $highLevelM): array
    {
        $least = HydrostaticHead::pressureAt($testKpa, $highLevelM, $gaugeLevelM);
        $most = HydrostaticHead::pressureAt($maxKpa, $lowLevelM, $gaugeLevelM);

        return ['min_gauge_kpa' => $least, 'max_gauge_kpa' => $most, 'feasible' => Compare::atMost($least, $most)];
    }

    /** @return array{volume_m3: float, rate_l_s: float, time_min: float} */
    public static function fill(float $idMm, float $lengthM, float $velocityMS): array
    {
        $area = M_PI / 4 * ($idMm / 1000) ** 2;

        return ['volume_m3' => $area * $lengthM, 'rate_l_s' => 1000 * $area * $velocityMS, 'time_min' => $lengthM / $velocityMS / 60];
    }

    /** @return array{steps: list<float>, settle_min: float, max_ramp_kpa_min: float, overshoot_kpa: float} steps of 3.45 MPa up to the test pressure */
    public static function rtp(float $ratedKpa, float $lengthM, float $factor, ?MethodLimits $limits = null): array
    {
        $limits ??= MethodLimits::shipped();
        [$step, $short, $settle] = [$limits->value('test.rtp.step_kpa'), $limits->value('test.rtp.short_m'), $limits->value('test.rtp.settle_min')];
        $test = $factor * $ratedKpa;
        $steps = [];
        for ($at = $step; $at < $test - 1e-9; $at += $step) {
            $steps[] = $at;
        }
        $steps[] = $test;

        return [
            'steps' => $steps, 'settle_min' => Compare::atMost($lengthM, $short) ? $settle : $settle * $lengthM / $short,
            'max_ramp_kpa_min' => $limits->share('test.rtp.ramp_percent') * $ratedKpa, 'overshoot_kpa' => $limits->value('test.rtp.overshoot_kpa'),
        ];
    }

    public static function rtpSource(): Source
    {
        return Source::commonPractice(
            'spoolable composite: 20 % of rated a minute, steps of 3.45 MPa, 30 min to settle up to 1500 m and longer in proportion beyond');
    }
}
