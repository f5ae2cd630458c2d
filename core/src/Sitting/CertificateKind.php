<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What a certificate says that somebody may do. */
enum CertificateKind: string
{
    case Electrofusion = 'electrofusion';
    case Mechanical = 'mechanical';
    case Tester = 'tester';
    case Inspector = 'inspector';

    /** Said so many days before the end. Common practice: time enough for a course. */
    private const WARNED_DAYS = 30;

    public function title(): string
    {
        return match ($this) {
            self::Electrofusion => 'Electrofusion', self::Mechanical => 'Mechanical and gasketed joints', self::Tester => 'Pressure tests',
            self::Inspector => 'Inspection',
        };
    }

    /**
     * How a certificate stands on a day.
     *
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
