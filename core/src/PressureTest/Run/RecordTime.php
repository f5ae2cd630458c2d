<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\Quantity\Moment;

/** Whether a logger's record can be of the test it is brought for, by its own clock. */
final class RecordTime
{
    /** How far the clock of a logger may be off, common practice: one hour is a clock not put forward in summer. */
    public const CLOCK_OFF_MIN = 65;

    /** @return ?array{detail: string, said: string} why not; null where it can be */
    public static function refusal(
        \DateTimeImmutable $began, float $lengthS, \DateTimeImmutable $planned, \DateTimeImmutable $now, string $test, \DateTimeZone $zone,
    ): ?array {
        if ($began->getTimestamp() + 60 * self::CLOCK_OFF_MIN < $planned->getTimestamp()) {
            return [
                'detail' => 'older than the test',
                'said' => "This record began at {$began->setTimezone($zone)->format('Y-m-d H:i')}, before test {$test} was planned: it is of another "
                    .'test. Bring the file of this one, or check the clock of the logger.',
            ];
        }
        if ($began->getTimestamp() + $lengthS > $now->getTimestamp() + Moment::CLOCKS_DIFFER_S) {
            return [
                'detail' => 'in the future',
                'said' => 'The times in this file lie in the future. Check the clock of the logger, or the time zone of the job.',
            ];
        }

        return null;
    }
}
