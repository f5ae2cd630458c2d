<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\Rulebook\Source;

/** Pressure decay of a shut PE main: creep is straight on log–log paper. The bands are from memory: they advise and never fail a test. */
final class PeDecay
{
    /**
     * @param  list<float>  $pressuresKpa  three
     * @param  list<float>  $timesMin  three, from the moment it was shut; about tL, 7·tL and 15·tL or more
     * @param  float  $loadMin  time tL in which the pressure was raised
     * @return array{n1: float, n2: float, ratio: float, reading: string} tc = t + 0.4·tL
     *
     * @throws InvalidInput unless there are three rising times, three pressures above 0, and a loading time
     */
    public static function read(array $pressuresKpa, array $timesMin, float $loadMin, ?MethodLimits $limits = null): array
    {
        $limits ??= MethodLimits::shipped();
        if (count($pressuresKpa) !== 3 || min($pressuresKpa) <= 0.0) {
            throw InvalidInput::field('pressures_kpa', 'Give three pressures, each above 0.', count($pressuresKpa), 3);
        }
        if (count($timesMin) !== 3 || $timesMin[0] <= 0.0 || $timesMin[1] <= $timesMin[0] || $timesMin[2] <= $timesMin[1]) {
            throw InvalidInput::field('times_min', 'Give three rising times.', count($timesMin), 3);
        }
        $t = array_map(static fn (float $m): float => $m + 0.4 * $loadMin, $timesMin);
        $n1 = log($pressuresKpa[0] / $pressuresKpa[1]) / log($t[1] / $t[0]);
        $n2 = log($pressuresKpa[1] / $pressuresKpa[2]) / log($t[2] / $t[1]);
        $ratio = abs($n1) < 1e-12 ? INF : $n2 / $n1;

        return ['n1' => $n1, 'n2' => $n2, 'ratio' => is_finite($ratio) ? $ratio : 0.0, 'reading' => match (true) {
            $n1 <= 0.0 && $n2 <= 0.0 => 'unclear', // PE always creeps: a gauge that never falls is stuck, or the pipe warms
            $ratio > $limits->value('test.pe-decay.leak_ratio') => 'leak',
            $n1 < $limits->value('test.pe-decay.low') => 'air',
            $n1 <= $limits->value('test.pe-decay.high') && $n2 > 0.0 => 'sound',
            default => 'unclear',
        }];
    }

    public static function source(): Source
    {
        return Source::fromMemory('UK water industry guidance note 4-01-03', 'bands from memory: they advise only');
    }
}
