<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Procedure\Holds;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Rulebook\Occasion;
use Diastoma\Core\Sitting\CertificateKind;
use Diastoma\Core\Sitting\Certified;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** A reading, or one row of a series: taken where a step asks for it and is not shut. */
final class TakeReading implements EntryKind
{
    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $refusal = Rights::refusal($person->role, $sitting->work->kind->reads());
        if ($refusal !== null) {
            return Refused::forbidden($refusal);
        }
        $spec = Asked::spec($sitting, $entry);
        if ($spec instanceof Refused) {
            return $spec;
        }
        $uncertified = self::uncertified($sitting, $spec, $entry, $person, $now);
        if ($uncertified !== null) {
            return Refused::forbidden($uncertified);
        }
        $isRow = $entry->kind === Entry::ROW;
        if ($isRow !== ($spec->kind === ReadingKind::Row)) {
            return Refused::input(
                $isRow ? "{$spec->label} is no series of rows. Load the page again." : "{$spec->label} is entered row by row. Load the page again.",
                $spec->key, 'of another kind', $spec->key,
            );
        }
        $value = $spec->accept($entry->payload[$isRow ? 'row' : 'value'] ?? null, $sitting->rulebook->units);
        $notFromPaper = self::notFromPaper($sitting, $entry, $spec);
        if ($notFromPaper !== null) {
            return $notFromPaper;
        }
        $isKept = ($entry->payload[Entry::KEPT] ?? null) === true;
        $odd = $isKept || $sitting->version() < StoryOf::SINCE ? [] : $spec->unusual($value);
        if ($odd !== []) {
            return Refused::unusual($odd, $sitting->rulebook->units);
        }
        if ($spec->kind === ReadingKind::Equipment) {
            $paper = self::paper($sitting, is_string($value) ? $value : '', $spec, $person);
            if ($paper === null) {
                return Refused::input(
                    "{$spec->label}: this is not on the job's list. Choose another, or have the office add it.", $spec->key, 'unknown equipment', $value,
                );
            }
            $value = $paper;
        }
        $wrong = $spec->kind === ReadingKind::Now && is_string($value) ? $sitting->impossible(new \DateTimeImmutable($value), $now, $spec->key) : null;
        if ($wrong !== null) {
            return $wrong;
        }
        $notYet = $sitting->work->procedure->notYet($sitting->situation(), $spec->key);

        $witnessed = $sitting->work->procedure->witnessed($sitting->situation(), $spec->key);

        return $notYet !== '' ? Refused::conflict($notYet) : Taken::as($entry, [
            'key' => $spec->key, $isRow ? 'row' : 'value' => $value, 'procedure_version' => $sitting->version(),
            ...($isKept && $spec->unusual($value) !== [] ? [Entry::KEPT => true] : []),
            ...$entry->paper(),
            ...(self::beginsItsKind($sitting, $entry) ? [Holds::FIRST_OF_DAY => true] : []), ...($witnessed === [] ? [] : [Entry::WITNESSED => $witnessed]),
        ]);
    }

    /** Why an answer that was written on paper first cannot stand at the time it gives; null where it can, or was not. */
    private static function notFromPaper(Sitting $sitting, Entry $entry, ReadingSpec $spec): ?Refused
    {
        if ($entry->paper() === []) {
            return null;
        }
        $last = $sitting->readings()->reading($spec->key);

        return match (true) {
            $spec->kind === ReadingKind::Signature => Refused::conflict('A signature is given when it is given: sign now.'),
            $last !== null && ($spec->kind !== ReadingKind::Row || $last->takenAt > $entry->at()) => Refused::conflict(
                "“{$spec->label}” has an answer already. What comes from paper cannot stand before it: enter it as it is now.",
            ),
            default => null,
        };
    }

    /** Whether it is the first reading of a joint, and no joint of its kind was signed for today. */
    private static function beginsItsKind(Sitting $sitting, Entry $entry): bool
    {
        if ($sitting->readings()->history !== [] || $sitting->work->kind !== Kind::Joint) {
            return false;
        }
        foreach ($sitting->rulebook->holdPoints as $hold) {
            if ($hold->occasion === Occasion::FirstOfDay) {
                $facts = $sitting->work->facts;
                $zone = new \DateTimeZone($facts->text('time_zone') ?: 'UTC');

                return $facts->text('kind_signed_on') !== $entry->at()->setTimezone($zone)->format('Y-m-d');
            }
        }

        return false;
    }

    /** Why somebody's certificate does not let them join the ends; null where it does, or where they do not do that here. */
    private static function uncertified(Sitting $sitting, ReadingSpec $spec, Entry $entry, Person $person, \DateTimeImmutable $now): ?string
    {
        $procedure = $sitting->work->procedure;
        $kind = CertificateKind::tryFrom($procedure->certificate());
        if ($kind === null) {
            return null;
        }
        $steps = $sitting->steps();
        $joining = $procedure->joiningStep($steps);
        foreach ($steps as $step) {
            if ($step->id === $joining && $step->reading($spec->key) !== null) {
                return Certified::refusal($person, $kind, $sitting->rulebook, $entry->at(), $now);
            }
        }

        return null;
    }

    /**
     * The paper as it stands now goes into the entry: a certificate renewed later does not change what was true today.
     *
     * @return ?array<string, string|float> null where the instrument is not on the list, or is of another kind
     */
    private static function paper(Sitting $sitting, string $id, ReadingSpec $spec, Person $person): ?array
    {
        foreach ($sitting->instruments as $instrument) {
            if ($instrument->id === $id && $instrument->kind === ($spec->choices[0] ?? '')) {
                return [
                    'id' => $id, 'name' => "{$instrument->name} ({$instrument->serial})", 'calibration_until' => $instrument->calibrationUntil,
                    'operator' => $person->name, 'certificate_until' => $person->certificateUntil,
                    ...($instrument->range === null ? [] : ['range_low' => $instrument->range->low, 'range_high' => $instrument->range->high]),
                ];
            }
        }

        return null;
    }
}
