<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Simulation\GoodCrew;

/** Good work as crews really do it: fast or slow, two people at two ends, sent hours later. None of it may be refused. */
final class HonestCrews
{
    /** Between two answers, s: on lists and by scanner, or thinking about each. */
    private const FASTEST_S = 4;

    private const SLOWEST_S = 40;

    public static function run(Walk $walk, int $seed): Readings
    {
        mt_srand($seed);
        $pace = mt_rand(self::FASTEST_S, self::SLOWEST_S);
        $begin = (new \DateTimeImmutable('2026-11-23T06:00:00+00:00'))->modify('+'.mt_rand(0, 30000).' seconds');
        $made = (new GoodCrew($walk->procedure, $walk->facts(), $walk->rulebook, paceS: $pace))->readings($begin)->history;
        $made = mt_rand(0, 1) === 1 ? self::twoPeople($made) : $made;
        $late = mt_rand(0, 2) === 0 ? mt_rand(600, 40000) : 3;

        return new Readings(array_map(static fn (Reading $r): Reading => new Reading(
            $r->key, $r->value, $r->takenAt, $r->by, $r->takenAt->modify("+{$late} seconds"),
        ), $made));
    }

    /**
     * One person at each end: what is read of the ends in a row is read in any order that keeps each person's own.
     *
     * @param  list<Reading>  $made
     * @return list<Reading>
     */
    private static function twoPeople(array $made): array
    {
        $result = $block = [];
        foreach ([...$made, null] as $reading) {
            $end = $reading === null || str_ends_with($reading->key, '_at') ? '' : self::end($reading->key);
            if ($reading !== null && $end !== '') {
                $block[] = $reading;

                continue;
            }
            $result = [...$result, ...self::merged($block), ...($reading === null ? [] : [$reading])];
            $block = [];
        }

        return $result;
    }

    private static function end(string $key): string
    {
        return preg_match('/_([abcd])(?:_mm|_deg)?\z/', $key, $found) === 1 ? $found[1] : '';
    }

    /**
     * @param  list<Reading>  $block
     * @return list<Reading>
     */
    private static function merged(array $block): array
    {
        $queues = [];
        foreach ($block as $reading) {
            $queues[self::end($reading->key)][] = $reading;
        }
        $merged = [];
        foreach ($block as $slot) {
            $ends = array_keys(array_filter($queues));
            $reading = array_shift($queues[$ends[mt_rand(0, count($ends) - 1)]]);
            $merged[] = new Reading($reading->key, $reading->value, $slot->takenAt, "Person {$slot->by}");
        }

        return $merged;
    }
}
