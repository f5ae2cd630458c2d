<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Procedure\Listing;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** Statements of a step confirmed with one press. They are taken as they stood on the list: what has changed since is shown again first. */
final class TakeList implements EntryKind
{
    /** Figures that print alike. */
    private const ALIKE = 1e-6;

    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $id = is_string($entry->payload['step'] ?? null) ? $entry->payload['step'] : '';
        $steps = $sitting->steps();
        $at = array_search($id, array_map(static fn (Step $s): string => $s->id, $steps), true);
        $given = Several::given($entry);
        if ($at === false || $given === null) {
            return Refused::input('This list is not whole. Load the page again; nothing was confirmed.', 'values', 'unknown list', $id);
        }
        $listed = [];
        foreach (Listing::of($sitting->work->procedure, $steps, $at, $sitting->situation()) as $row) {
            $listed[$row['key']] = $row;
        }
        $answers = [];
        foreach ($given as $one) {
            $row = $listed[$one['key']] ?? null;
            if ($row === null) {
                $spec = $steps[$at]->reading($one['key']);

                return Refused::conflict($spec === null ? 'The list has changed. Look at it again; nothing was confirmed.'
                    : "“{$spec->label}” is not confirmed on a list now: answer it by itself, or look at the list again. Nothing was confirmed.");
            }
            if (! self::isAlike($row['value'], $one['value'])) {
                return Refused::conflict("The list says something else now: {$row['said']}. Look at it again; nothing was confirmed.");
            }
            if ($row['not_before'] !== null && $entry->at() < new \DateTimeImmutable($row['not_before'])) {
                return Refused::conflict("“{$row['said']}” cannot be so yet. Wait until its clock has run; nothing was confirmed.");
            }
            $answers[] = ['key' => $row['key'], 'value' => $row['value'] ?? $entry->at()->format(\DateTimeInterface::RFC3339)];
        }

        return Several::take($sitting, $entry, $person, $now, $answers, ['step' => $id]);
    }

    private static function isAlike(mixed $listed, mixed $given): bool
    {
        if (is_array($listed)) {
            return is_array($given) && count($given) === count($listed) && array_filter(
                array_map(static fn (mixed $a, mixed $b): bool => self::isAlike($a, $b), $listed, array_values($given)),
                static fn (bool $same): bool => ! $same,
            ) === [];
        }

        return is_float($listed) && (is_float($given) || is_int($given)) ? abs($listed - $given) <= self::ALIKE : $listed === $given;
    }
}
