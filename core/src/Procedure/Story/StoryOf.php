<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;

/**
 * Puts what must hold of a work as a whole among its steps: order, age, agreement and possibility. A procedure says what its acts, ages and relations are; the
 * rules are the same for every craft.
 */
final class StoryOf
{
    /** From this version of every procedure on; work that was begun before is not asked. */
    public const SINCE = 2;

    /**
     * @param  list<Step>  $steps
     * @return list<Step>
     */
    public static function onto(array $steps, Situation $s, Procedure $procedure): array
    {
        $usual = $procedure->usualSizes($s);
        $steps = $usual === [] ? $steps : array_map(static fn (Step $step): Step => UsualSizes::onto($step, $usual), $steps);
        /** @var array<string, list<Rule>> $rules by step */
        $rules = $free = [];
        foreach ($procedure->acts($s) as $act) {
            $free[$act->step] = $act->aside;
            $before = Asked::of(self::before($act, $steps), $act);
            $after = Asked::of(self::after($act, $steps), $act);
            $rules[$act->step] = [
                ...$rules[$act->step] ?? [], new SeenBefore($procedure, $act, $before),
                ...($act->ready === '' ? [] : [new ReadyBefore($procedure, $act, $before)]),
                new FromPaper($act, $before), ...($after->specs === [] ? [] : [new SeenAfter($act, $after)]),
            ];
        }
        foreach ($procedure->ages($s) as $age) {
            $rules[$age->step][] = new NotTooOld($age);
        }
        foreach ($procedure->relations($s) as $step => $relations) {
            $rules[$step] = [...$rules[$step] ?? [], ...$relations];
        }
        $turns = [];
        foreach ($steps as $step) {
            $specs = array_values(array_filter($step->readings, static fn (ReadingSpec $spec): bool => $spec->hasUsual()));
            if ($specs !== []) {
                $rules[$step->id][] = new WithinUsual($step->id, $specs);
            }
            $keys = array_values(array_map(static fn (ReadingSpec $spec): string => $spec->key, array_filter($step->readings, self::tells(...))));
            if ($keys !== []) {
                $turns[$step->id] = [$step->title, $keys];
            }
        }
        if (count($turns) > 1) {
            $rules[array_key_last($turns)][] = new InTurn($turns, $free);
        }

        return array_map(static fn (Step $step): Step => isset($rules[$step->id]) ? $step->judgedBy($rules[$step->id]) : $step, $steps);
    }

    /** Whether when it was read tells when its step was done: not what can be read at any time, and no row of a series, which is read again and again. */
    private static function tells(ReadingSpec $spec): bool
    {
        return $spec->required && ! $spec->stays() && $spec->shared === null && $spec->kind !== ReadingKind::Row;
    }

    /**
     * What is asked before an act: the steps that come first, and in its own step what stands before its own readings.
     *
     * @param  list<Step>  $steps
     * @return list<Step>
     */
    public static function before(Act $act, array $steps): array
    {
        $before = [];
        foreach ($steps as $step) {
            if ($step->id === $act->step) {
                $own = array_values(array_filter($step->readings, static fn (ReadingSpec $spec): bool => in_array($spec->key, $act->keys, true)));
                $first = $own === [] ? count($step->readings) : (int) array_search($own[0], $step->readings, true);

                $own = array_values(array_filter(array_slice($step->readings, 0, $first), static fn (ReadingSpec $spec): bool => $spec->shared === null));

                return $own === [] ? $before : [...$before, $step->only($own)];
            }
            if (! in_array($step->id, $act->aside, true)) {
                $before[] = $step;
            }
        }

        return $before;
    }

    /**
     * @param  list<Step>  $steps
     * @return list<Step>
     */
    private static function after(Act $act, array $steps): array
    {
        $after = [];
        $isAfter = false;
        foreach ($steps as $step) {
            if ($isAfter && ! in_array($step->id, $act->aside, true)) {
                $after[] = $step;
            }
            $isAfter = $isAfter || $step->id === $act->step;
        }

        return $after;
    }

    /**
     * Why an act may not begin at a moment; empty where it may. What stands against it is named with what to do.
     *
     * @param  list<Step>  $steps  that are asked of the work
     */
    public static function refused(Act $act, Procedure $procedure, Situation $s, array $steps, \DateTimeImmutable $now): string
    {
        if ($s->version < self::SINCE) {
            return '';
        }
        $before = self::before($act, $steps);
        $missing = [];
        foreach ($before as $step) {
            $missing = $step->missing($s->readings) === [] ? $missing : [...$missing, "“{$step->title}”"];
        }
        if ($missing !== []) {
            return 'Not yet: '.implode(', ', $missing).(count($missing) === 1 ? ' is' : ' are').' not complete. What is not seen now cannot be seen after it.';
        }
        $ids = array_map(static fn (Step $step): string => $step->id, $before);
        foreach ($procedure->ages($s) as $age) {
            $until = in_array($age->step, $ids, true) && ! self::isUsed($age, $s) ? $age->until($s) : null;
            if ($until !== null && $now > $until) {
                return "{$age->said} too long ago. {$age->remedy}";
            }
        }
        foreach ($procedure->judged($s, $before)->findings as $finding) {
            if ($finding->severity === Severity::Mend && $finding->isOpen()) {
                return "First put this right: {$finding->said} {$finding->todo}";
            }
        }

        return '';
    }

    /** @return array<string, string> what has gone stale at a moment and how it is done again, by the step at which it is read */
    public static function stale(Procedure $procedure, Situation $s, \DateTimeImmutable $now): array
    {
        $stale = [];
        foreach ($s->version < self::SINCE ? [] : $procedure->ages($s) as $age) {
            $until = self::isUsed($age, $s) ? null : $age->until($s);
            $stale += $until !== null && $now > $until ? [$age->step => "{$age->said} too long ago. {$age->remedy}"] : [];
        }

        return $stale;
    }

    private static function isUsed(Age $age, Situation $s): bool
    {
        $from = $age->from($s);
        $used = $age->usedAt($s);

        return $from !== null && $used !== null && $used >= $from;
    }

    /** @return list<Clock> of everything that goes stale while it waits to be relied on: one for each kind, the first to run out */
    public static function clocks(Situation $s, Procedure $procedure): array
    {
        $clocks = [];
        foreach ($s->version < self::SINCE ? [] : $procedure->ages($s) as $age) {
            $from = $age->from($s);
            $until = $age->until($s);
            $isFirst = ! isset($clocks[$age->limit]) || $until !== null && $until < $clocks[$age->limit]->dueAt;
            if ($from === null || $until === null || ! $isFirst || self::isUsed($age, $s)) {
                continue;
            }
            $clocks[$age->limit] = new Clock(
                "age_{$age->id}", "{$age->said}, not yet {$age->use}", $from, $until, $age->remedy, $s->rulebook->limit($age->limit)->source->tag(), Clock::AGE,
            );
        }

        return array_values($clocks);
    }
}
