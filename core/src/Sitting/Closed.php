<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** A job that is closed: what may still be done with it. */
final class Closed
{
    /**
     * @param  ?string  $at  when it was closed; null where it is open
     * @param  ?Action  $action  what somebody wants to do; null for entries
     * @return ?string why not; null where they may
     */
    public static function refusal(?string $at, ?Action $action = null): ?string
    {
        return $at === null || $action === Action::KeepJob ? null
            : 'This job was closed on '.substr($at, 0, 10).': nothing more is entered. A supervisor can open it again, with a reason.';
    }
}
