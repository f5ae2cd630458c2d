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

/** A note or a picture: anybody of the job may leave one, at any time; it decides nothing. */
final class TakeRemark implements EntryKind
{
    private const LONGEST = 500;

    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $refusal = Rights::refusal($person->role, Action::WriteNote);
        if ($refusal !== null) {
            return Refused::forbidden($refusal);
        }
        $isNote = $entry->kind === Entry::NOTE;
        $text = Text::of($entry->payload[$isNote ? 'text' : 'caption'] ?? null);
        if ($isNote && $text === '' || Text::length($text) > self::LONGEST) {
            return Refused::input(
                $text === '' ? 'Write what is worth remembering.' : 'Say it in '.self::LONGEST.' letters or fewer.', $isNote ? 'text' : 'caption',
                $text === '' ? 'empty' : 'too long', $text,
            );
        }
        if ($isNote) {
            return Taken::as($entry, ['text' => $text]);
        }
        $hash = Text::of($entry->payload['sha256'] ?? null);

        return preg_match('/\A[0-9a-f]{64}\z/', $hash) === 1 ? Taken::as(
            $entry, ['sha256' => $hash, 'type' => Text::of($entry->payload['type'] ?? null), 'caption' => $text],
        )
            : Refused::input('This picture has no fingerprint. Take it again.', 'sha256', 'no SHA-256', $hash);
    }
}
