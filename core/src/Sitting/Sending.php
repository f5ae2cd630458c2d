<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Quantity\Moment;

/** What an instrument that sends by itself may send: it is the one that the work was begun with, its paper holds, and what it has read is over. */
final class Sending
{
    /**
     * Why this instrument may not send; null where it may.
     *
     * @param  ?array{id: string, name: string}  $named  with which the work was begun; null where none was named
     */
    public static function refusal(Instrument $instrument, ?array $named, \DateTimeImmutable $today): ?string
    {
        $sends = "{$instrument->name} ({$instrument->serial})";
        if ($named !== null && $named['id'] !== $instrument->id) {
            return "This was begun with {$named['name']}; {$sends} may not send for it. Name the instrument that is at the work first.";
        }
        $standing = Paper::standing($instrument->calibrationUntil === '' ? null : $instrument->calibrationUntil, $today);

        return match (true) {
            $instrument->calibrationUntil === '' => "No calibration of {$sends} is on record. Take one whose calibration runs.",
            $standing['severity'] === 'stop' => "The calibration of {$sends} {$standing['said']}. Take one whose calibration runs.",
            default => null,
        };
    }

    /**
     * Why these moments cannot have been read yet, or at all; null where they can.
     *
     * @param  list<float>  $times  s after the work was begun
     */
    public static function tooEarly(array $times, \DateTimeImmutable $began, \DateTimeImmutable $now): ?string
    {
        $most = self::elapsed($began, $now) + Moment::CLOCKS_DIFFER_S;
        foreach ($times as $time) {
            if (! is_finite($time) || $time < 0 || $time > $most) {
                return 'Samples lie in the future: '.(is_finite($time) ? round($time) : 'no number')
                    ." s after the begin, which was {$began->format('H:i:s')} UTC, "
                    .round(self::elapsed($began, $now)).' s ago. Set the clock of the instrument; nothing of what it sent was taken.';
            }
        }

        return null;
    }

    /** How much of the work is over, s; what was read after that is not judged yet. */
    public static function elapsed(\DateTimeImmutable $began, \DateTimeImmutable $now): float
    {
        return max(0.0, (float) $now->format('U.u') - (float) $began->format('U.u'));
    }
}
