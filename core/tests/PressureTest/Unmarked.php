<?php

declare(strict_types=1);

namespace Core\Tests\PressureTest;

use Diastoma\Core\PressureTest\PressureTrace;

/**
 * Records on which nobody marked when the pump stopped and no meter ran: raised, kept up by pumping, shut, and falling. Drawn by hand from a few numbers, apart
 * from the simulators, so that what reads them is not tested against itself.
 */
final class Unmarked
{
    /**
     * @param  float  $fall  kPa in the last hour, which is the shut one
     * @param  float  $shape  1 falls evenly, as a leak does; more falls fast at first, as settling does
     * @param  float  $strokeMin  between two strokes of the pump while it is held; 0 where it is held without a sag
     */
    public static function trace(float $kpa, float $heldMin, float $fall, float $shape, float $strokeMin, float $stepS, float $shutMin = 60.0): PressureTrace
    {
        $samples = [];
        $raiseS = 480.0;
        $heldS = $raiseS + 60 * $heldMin;
        for ($t = 0.0; $t <= $heldS + 60 * $shutMin; $t += $stepS) {
            $p = match (true) {
                $t < $raiseS => $kpa * $t / $raiseS,
                $t < $heldS => $kpa - ($strokeMin <= 0.0 ? 0.0 : 0.25 * $fall * fmod($t - $raiseS, 60 * $strokeMin) / 3600),
                default => $kpa - $fall * self::share(($t - $heldS) / 3600, $shape),
            };
            $samples[] = ['t' => $t, 'p' => round($p + 0.05 * sin(0.7 * $t), 2)];
        }

        return PressureTrace::of($samples);
    }

    /** Share of the fall of an hour after so many hours. */
    private static function share(float $hours, float $shape): float
    {
        return $shape <= 1.0 ? $hours : (1 - exp(-$shape * $hours)) / (1 - exp(-$shape));
    }

    /** A PE main relaxed, raised, held, shut to stretch, drawn off and rising, as EN 805 A.27 has it. */
    public static function pe(float $kpa, float $riseMin, float $stepS): PressureTrace
    {
        $rested = 0.88 * $kpa;
        $drawn = $rested - 0.12 * $kpa;
        $samples = [];
        $t = 0.0;
        foreach ([
            [60.0, static fn (float $u): float => 0.0], [8.0, static fn (float $u): float => $kpa * $u], [30.0, static fn (float $u): float => $kpa],
            [60.0, static fn (float $u): float => $kpa - ($kpa - $rested) * log10(1 + 9 * $u)], [1.5,
                static fn (float $u): float => $rested - ($rested - $drawn) * $u],
            [$riseMin, static fn (float $u): float => $drawn + 14.0 * log(1 + 20 * $u * $riseMin / 30) / log(21)],
        ] as [$minutes, $at]) {
            for ($k = 0, $n = (int) (60 * $minutes / $stepS); $k < $n; $k++, $t += $stepS) {
                $samples[] = ['t' => $t, 'p' => max(0.0, round($at($k / $n) + 0.05 * sin(0.7 * $t), 2))];
            }
        }

        return PressureTrace::of($samples);
    }
}
