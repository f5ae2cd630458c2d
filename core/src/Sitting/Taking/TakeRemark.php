<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting\Taking;

use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Rulebook\Finding;
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
            return Taken::as($entry, ['text' => $text, ...self::place($sitting, $entry)]);
        }
        $hash = Text::of($entry->payload['sha256'] ?? null);

        return preg_match('/\A[0-9a-f]{64}\z/', $hash) === 1 ? Taken::as(
            $entry, ['sha256' => $hash, 'type' => Text::of($entry->payload['type'] ?? null), 'caption' => $text, ...self::place($sitting, $entry)],
        )
            : Refused::input('This picture has no fingerprint. Take it again.', 'sha256', 'no SHA-256', $hash);
    }

    /** @return array<string, string> the step that it was left at, where there is such a step, and the rule whose finding it shows */
    private static function place(Sitting $sitting, Entry $entry): array
    {
        $step = Text::of($entry->payload['step'] ?? null);
        $rule = Text::of($entry->payload['rule'] ?? null);
        $steps = array_map(static fn (Step $s): string => $s->id, $sitting->steps());
        $rules = array_map(static fn (Finding $f): string => $f->rule, $sitting->verdict()->findings);

        return [...(in_array($step, $steps, true) ? ['step' => $step] : []), ...(in_array($rule, $rules, true) ? ['rule' => $rule] : [])];
    }
}
