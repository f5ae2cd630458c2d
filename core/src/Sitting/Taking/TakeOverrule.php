<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Procedure\Story\FromPaper;
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Schools;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry;
use Diastoma\Core\Sitting\Person;
use Diastoma\Core\Sitting\Refused;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Role;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\Taken;

/** Somebody with the right to settles an open finding, or a gate, by their word; it stays visible for ever. */
final class TakeOverrule implements EntryKind
{
    public function take(Sitting $sitting, Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $may = array_filter([Action::OverruleStop, Action::AcceptMend], static fn (Action $a): bool => Rights::may($person->role, $a));
        if ($may === []) {
            return Refused::forbidden(Action::OverruleStop->refusal($person->role));
        }
        $reason = Text::of($entry->payload['reason'] ?? null);
        if (Text::length($reason) < Sitting::REASON_LETTERS) {
            return Refused::input(
                'Give the reason in a sentence ('.Sitting::REASON_LETTERS.' letters or more). It stays visible for ever.', 'reason', 'too short', $reason,
            );
        }
        $rule = Text::of($entry->payload['rule'] ?? null);
        $payload = ['rule' => $rule, 'reason' => $reason, 'role' => $person->role];
        if ($sitting->work->procedure->isGate($rule)) {
            $refusal = Rights::refusal($person->role, Action::OverruleReadiness);

            return $refusal !== null ? Refused::forbidden($refusal) : Taken::as($entry, $payload);
        }
        $isOpen = static fn (Finding $f): bool => $f->rule === $rule && $f->isOpen() && $f->severity->rank() >= Severity::Mend->rank();
        $open = array_values(array_filter($sitting->verdict()->findings, $isOpen))[0] ?? null;
        if ($open === null) {
            return Refused::conflict('There is no open finding of this kind here. It may have been overruled already: load the page again.');
        }
        if (! $open->mayBeOverruled()) {
            return Refused::forbidden("Nobody may overrule this: {$open->said} {$open->todo}");
        }
        $refusal = FromPaper::is($open->rule) ? self::paperRefusal($sitting, $open, $person)
            : Rights::refusal($person->role, $open->severity === Severity::Mend ? Action::AcceptMend : Action::OverruleStop);
        if ($refusal !== null) {
            return Refused::forbidden($refusal);
        }

        return Taken::as($entry, [...$payload, 'severity' => $open->severity->value]);
    }

    /** Why somebody may not accept what was entered from paper; null where they may. Whoever entered it is no witness of it. */
    private static function paperRefusal(Sitting $sitting, Finding $finding, Person $person): ?string
    {
        $roles = $sitting->rulebook->choices[Schools::PAPER] ?? [Role::Supervisor->value];
        if (! in_array($person->role, [...$roles, Role::Admin->value], true)) {
            return 'What was entered from paper is accepted by the '.implode(' or the ', $roles).' of this job.';
        }
        foreach ($finding->readings as $key) {
            $reading = $sitting->readings()->reading($key);
            $one = $reading?->enteredAt === null ? null : $person->oneWith($reading->by);
            if ($one !== null) {
                return trim("{$reading?->by} entered it: somebody else must have seen the paper. {$one}");
            }
        }

        return null;
    }
}
