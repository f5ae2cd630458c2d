<?php

declare(strict_types=1);

namespace Core\Tests\PressureTest;

use Diastoma\Core\PressureTest\PressureTrace;

/** A trace drawn by hand: straight between the points, a reading every so many seconds. */
final class Drawn
{
    /**
     * @param  list<array{0: float, 1: float, 2?: float, 3?: float}>  $points  minute, kPa and, where they matter, °C and litres added so far
     */
    public static function trace(array $points, float $everyS = 30.0): PressureTrace
    {
        $samples = [];
        $end = 60 * $points[count($points) - 1][0];
        $k = 1;
        for ($t = 0.0; $t <= $end + 1e-9; $t += $everyS) {
            while ($k < count($points) - 1 && $t > 60 * $points[$k][0]) {
                $k++;
            }
            [$a, $b] = [$points[$k - 1], $points[$k]];
            $share = ($t - 60 * $a[0]) / max(1e-9, 60 * ($b[0] - $a[0]));
            $at = static fn (int $i): ?float => isset($a[$i], $b[$i]) ? $a[$i] + $share * ($b[$i] - $a[$i]) : null;
            $samples[] = ['t' => $t, 'p' => (float) $at(1), 'c' => $at(2), 'added' => $at(3)];
        }

        return PressureTrace::of($samples);
    }
}
