<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** What was made is taken out of the ground again. Its record stays; nothing but notes and pictures is entered about it after. */
final class TakeCutOut implements EntryKind
{
    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $refusal = Rights::refusal($person->role, Action::CutOut);
        $reason = Text::of($entry->payload['reason'] ?? null);

        return match (true) {
            $refusal !== null => Refused::forbidden($refusal),
            ! $sitting->work->kind->canBeCutOut() => Refused::conflict('Only what was joined can be cut out.'),
            $sitting->readings()->history === [] => Refused::conflict('Nothing was made here yet: there is nothing to cut out.'),
            Text::length($reason) < Sitting::REASON_LETTERS => Refused::input(
                'Give the reason in a sentence ('.Sitting::REASON_LETTERS.' letters or more). It stays visible for ever.', 'reason', 'too short', $reason,
            ),
            default => Taken::as($entry, ['reason' => $reason]),
        };
    }
}
