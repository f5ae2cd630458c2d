<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Shift\Carried;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** Answers of the shift sheet taken over by a joint: by reference, with the moment and the name of whoever gave each. */
final class TakeShift implements EntryKind
{
    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $carried = new Carried($sitting->situation(), $sitting->steps(), $entry->takenAt);
        $given = Several::given($entry);
        if ($given === null || ($entry->payload['sheet'] ?? null) !== $carried->sheet()) {
            return Refused::conflict('The shift sheet is another one now. Look at it again; nothing was taken over.');
        }
        $offered = [];
        foreach ($carried->offers() as $offer) {
            $offered[$offer['key']] = $offer;
        }
        $answers = [];
        foreach ($given as $one) {
            $offer = $offered[$one['key']] ?? null;
            if ($offer === null) {
                return Refused::conflict('The shift sheet does not say this any more, or says it no longer for now. Answer it again there, or here by itself.');
            }
            $answers[] = ['key' => $offer['key'], 'value' => $offer['value'], 'at' => $offer['at'], 'by' => $offer['by']];
        }

        return Several::take($sitting, $entry, $person, $now, $answers, ['sheet' => $carried->sheet()]);
    }
}
