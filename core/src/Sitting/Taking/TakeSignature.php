<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Signing;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** A signature: by whoever has a role that the step names, whatever else they may do. */
final class TakeSignature implements EntryKind
{
    private const LONGEST_REMARK = 500;

    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $spec = Asked::spec($sitting, $entry);
        if ($spec instanceof Refused) {
            return $spec;
        }
        if ($spec->kind !== ReadingKind::Signature) {
            return Refused::input("{$spec->label} is not signed. Load the page again.", $spec->key, 'of another kind', $spec->key);
        }
        $refused = Signing::refusal($sitting, $spec, $person, $entry->takenAt, $now);
        if ($refused !== null) {
            return $refused;
        }
        $remark = Text::of($entry->payload['remark'] ?? null);
        if (Text::length($remark) > self::LONGEST_REMARK) {
            return Refused::input('Say it in '.self::LONGEST_REMARK.' letters or fewer.', 'remark', 'too long', $remark);
        }
        $signed = ['name' => $person->name, 'role' => $person->role, 'certificate_until' => $person->certificateUntil, 'remark' => $remark];
        $signed += $person->account === '' ? [] : ['account' => $person->account];
        $together = $entry->payload['together'] ?? null;
        if (is_int($together) && $together > 1) {
            $signed['together'] = $together; // confirmed as a list of so many
        }

        return Taken::as($entry, ['key' => $spec->key, 'value' => $signed, 'procedure_version' => $sitting->version()]);
    }
}
