<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Holds;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** Several answers in one entry: each is asked as if it came by itself, and all are taken or none. */
final class Several
{
    /**
     * @param  list<array{key: string, value: mixed, ...}>  $answers
     * @param  array<string, mixed>  $with  what else is kept of the entry
     *
     * @throws InvalidInput if a value cannot be what it should be
     */
    public static function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now, array $answers, array $with): Taken|Refused
    {
        $kept = $witnessed = [];
        $begins = false;
        foreach ($answers as $answer) {
            $single = new Entry(
                $entry->id, Entry::READING,
                ['key' => $answer['key'], 'value' => $answer['value'], Entry::KEPT => true,
                    ...$entry->paper()], $entry->takenAt, $entry->by, $entry->receivedAt,
            );
            $taken = (new TakeReading)->take($sitting, $single, $person, $now);
            if ($taken instanceof Refused) {
                return $taken;
            }
            $payload = $taken->entry->payload;
            $begins = $begins || ($payload[Holds::FIRST_OF_DAY] ?? false) === true;
            $witnessed = [...$witnessed, ...(is_array($payload[Entry::WITNESSED] ?? null) ? $payload[Entry::WITNESSED] : [])];
            $kept[] = [...$answer, 'value' => $payload['value']];
        }

        return Taken::as($entry, [
            ...$with, ...$entry->paper(), 'values' => $kept, 'procedure_version' => $sitting->version(), ...($begins ? [Holds::FIRST_OF_DAY => true] : []),
            ...($witnessed === [] ? [] : [Entry::WITNESSED => $witnessed]),
        ]);
    }

    /** @return ?list<array{key: string, value: mixed}> null where the entry does not say what it answers, or says it twice */
    public static function given(Entry $entry): ?array
    {
        $given = [];
        foreach (is_array($entry->payload['values'] ?? null) ? $entry->payload['values'] : [] as $one) {
            if (! is_array($one) || ! is_string($one['key'] ?? null) || isset($given[$one['key']])) {
                return null;
            }
            $given[$one['key']] = ['key' => $one['key'], 'value' => $one['value'] ?? null];
        }

        return $given === [] ? null : array_values($given);
    }
}
