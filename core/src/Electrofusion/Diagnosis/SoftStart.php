<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

/** Units raise their voltage over some seconds: that is no droop, and the winding warms unevenly until it is over. */
final class SoftStart
{
    /** From memory. */
    private const LONGEST_S = 8.0;

    private const FULL_VOLTAGE = 0.98;

    /**
     * @param  list<array{t: float, v: float, i: float}>  $samples
     * @return list<array{t: float, v: float, i: float}> from when the voltage was reached; all of them where that took longer than any soft start
     */
    public static function without(array $samples, float $voltageV): array
    {
        foreach ($samples as $k => $sample) {
            if ($sample['t'] - $samples[0]['t'] > self::LONGEST_S) {
                return $samples;
            }
            if ($sample['v'] >= self::FULL_VOLTAGE * $voltageV) {
                return array_slice($samples, $k);
            }
        }

        return $samples;
    }
}
