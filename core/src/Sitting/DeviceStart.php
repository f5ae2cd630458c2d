<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Rulebook\Severity;

/** Whether a device may be started on a work now: a fusion that is begun cannot be taken back, so everything is asked before. */
final class DeviceStart
{
    /**
     * @param  string  $record  key of the reading that the device will write
     * @param  ?Person  $operator  who starts it here; null where a real unit has begun by itself: it is recorded, and whoever stood at it is judged
     * @param  bool  $isRunning  whether one runs on this work already
     */
    public static function refusal(Sitting $sitting, string $record, ?Person $operator, \DateTimeImmutable $now, bool $isRunning = false): ?Refused
    {
        $procedure = $sitting->work->procedure;
        $refusal = $operator === null ? '' : Rights::refusal($operator->role, Action::Fuse) ?? $procedure->operatorRefused(
            $operator->name, $operator->certificateUntil, $now,
        );

        return match (true) {
            $refusal !== '' => Refused::forbidden($refusal),
            $isRunning => Refused::conflict('A fusion is running on this joint already.'),
            // what a real unit began by itself is recorded, and judged
            default => self::asThingsStand($sitting, $record, $now) ?? ($operator === null ? null : self::onStory($sitting, $record, $now)),
        };
    }

    /** Whether everything that the device hides has been seen, is good and not stale: a device is not started on a story that does not hold. */
    private static function onStory(Sitting $sitting, string $record, \DateTimeImmutable $now): ?Refused
    {
        foreach ($sitting->work->procedure->acts($sitting->situation()) as $act) {
            $refused = in_array($record, $act->keys, true) ? StoryOf::refused($act, $sitting->work->procedure, $sitting->situation(), $sitting->steps(),
                $now) : '';
            if ($refused !== '') {
                return Refused::conflict($refused);
            }
        }

        return null;
    }

    /** The same of the work alone, whoever asks: whether another record of it can be right. */
    public static function asThingsStand(Sitting $sitting, string $record, \DateTimeImmutable $now): ?Refused
    {
        $asked = false;
        foreach ($sitting->steps() as $step) {
            foreach ($step->readings as $spec) {
                $isThis = $spec->kind === ReadingKind::Record && $spec->key === $record;
                $asked = $asked || $isThis;
                if ($isThis && $step->gate?->isShutAt($now) === true) {
                    return Refused::conflict($step->gate->said);
                }
            }
        }
        $refused = $sitting->work->procedure->recordRefused($sitting->situation(), $record, $now);
        if ($refused !== '' || ! $asked) {
            return $asked ? Refused::conflict($refused) : Refused::input(
                "This work has no record “{$record}”. Load the page again.", 'record', 'unknown', $record,
            );
        }
        foreach ($sitting->verdict()->findings as $finding) {
            if ($finding->severity === Severity::Stop && $finding->isOpen() && ! in_array($record, $finding->readings, true)) {
                return Refused::conflict("Stop: {$finding->said} {$finding->todo}");
            }
        }

        return null;
    }
}
