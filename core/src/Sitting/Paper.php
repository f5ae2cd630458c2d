<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** How a paper with a last day stands: the certificate of a person, the calibration of an instrument. */
final class Paper
{
    /** Said so many days before the end. Common practice: time enough for a course or a laboratory. */
    private const WARNED_DAYS = 30;

    /**
     * @param  ?string  $until  its last day, Y-m-d; null where it has none
     * @return array{severity: string, said: string} severity as of a finding: go, watch or stop
     */
    public static function standing(?string $until, \DateTimeImmutable $today): array
    {
        if ($until === null) {
            return ['severity' => 'go', 'said' => 'no end'];
        }
        $days = (int) $today->setTime(0, 0)->diff(new \DateTimeImmutable($until, $today->getTimezone()))->format('%r%a');

        return match (true) {
            $days < 0 => ['severity' => 'stop', 'said' => "ran out on {$until}"],
            $days === 0 => ['severity' => 'watch', 'said' => 'ends today'],
            $days <= self::WARNED_DAYS => ['severity' => 'watch', 'said' => "ends in {$days} ".($days === 1 ? 'day' : 'days').", on {$until}"],
            default => ['severity' => 'go', 'said' => "until {$until}"],
        };
    }
}
