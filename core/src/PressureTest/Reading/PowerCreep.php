<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/**
 * How a wall creeps by a power of time, given every pressure it has seen: each rise of pressure goes on stretching it by itself (Boltzmann's
 * superposition). Real PE creeps by a power of about a
 * tenth, and no two pipes by the same: from memory.
 */
final class PowerCreep
{
    public const POWERS = [0.06, 0.08, 0.10, 0.12, 0.14, 0.17];

    /** Of the elastic strain, an hour after a rise: from memory, the middle of the usual range. */
    public const SHARE = 0.45;

    private const HOUR_S = 3600.0;

    /**
     * Litres that the wall gives room for beyond its elastic strain, at each moment.
     *
     * @param  list<array{float, float}>  $history  seconds and kPa, from before the raising on
     * @return list<float>
     */
    public static function litres(array $history, float $wallLitresPerKpa, float $power): array
    {
        $litres = [];
        foreach ($history as $k => [$t]) {
            $sum = 0.0;
            for ($j = 1; $j <= $k; $j++) {
                $rise = $history[$j][1] - $history[$j - 1][1];
                $middle = ($history[$j][0] + $history[$j - 1][0]) / 2;
                $sum += $rise * (max(1.0, $t - $middle) / self::HOUR_S) ** $power;
            }
            $litres[] = self::SHARE * $wallLitresPerKpa * $sum;
        }

        return $litres;
    }
}
