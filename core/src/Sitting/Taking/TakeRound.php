<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** A pass of bolts confirmed with one press, as the procedure offers it: each of its rows is asked as if it came by itself, and all are taken or none. */
final class TakeRound implements EntryKind
{
    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $key = is_string($entry->payload['key'] ?? null) ? $entry->payload['key'] : '';
        $round = $sitting->work->procedure->round($sitting->situation(), $key);
        if ($round === null || $round['pass'] !== ($entry->payload['pass'] ?? null)) {
            return Refused::conflict('This pass is not confirmed as a whole now: look at the bolts again, and enter them one by one. Nothing was confirmed.');
        }
        if ($entry->at() < new \DateTimeImmutable($round['not_before'])) {
            return Refused::conflict('No hand goes round so fast. Tighten every bolt of this pass first; nothing was confirmed.');
        }
        $kept = [];
        foreach ($round['rows'] as $one) {
            $row = new Entry($entry->id, Entry::ROW, [...$one, Entry::KEPT => true, ...$entry->paper()], $entry->takenAt, $entry->by, $entry->receivedAt);
            $taken = (new TakeReading)->take($sitting, $row, $person, $now);
            if ($taken instanceof Refused) {
                return $taken;
            }
            $kept[] = ['key' => $one['key'], 'value' => $taken->entry->payload['row']];
        }

        return Taken::as($entry, ['key' => $key, 'pass' => $round['pass'], ...$entry->paper(), 'values' => $kept, 'procedure_version' => $sitting->version()]);
    }
}
