<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Nothing was left to fix when an act was done. Only what was known then counts: a figure put right afterwards does not undo it. */
final readonly class ReadyBefore implements Rule
{
    public function __construct(private Procedure $procedure, private Act $act, private Asked $before)
    {
    }

    public function id(): string
    {
        return $this->act->ready ?? "story.ready.{$this->act->id}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $at = $this->act->at($situation);
        if ($at === null) {
            return null;
        }
        $open = [];
        foreach ($this->knownAt($at, $situation) as $finding) {
            if (
                $finding->severity === Severity::Mend && $this->isHidden($finding) && ! $this->isStillToBeUsed($finding, $situation)
                && ! $situation->readings->accepts($finding, $at)
            ) {
                $open[] = $finding->said;
            }
        }

        return new Finding(
            $this->id(), $open === [] ? Severity::Go : Severity::Stop,
            $open === [] ? "Nothing was left to fix when it was {$this->act->done}."
                : ucfirst($this->act->done).' while this was still to be fixed: '.implode(' ', array_unique($open)),
            $open === [] ? '' : $this->act->remedy, Source::commonPractice(), array_keys($this->before->specs),
            why: 'What was wrong before it stays inside.',
        );
    }

    /** Whether what is wrong cannot be seen to any more. */
    private function isHidden(Finding $finding): bool
    {
        foreach ($finding->readings as $key) {
            if (isset($this->before->specs[$key]) && ($this->act->isHeat || ! $this->before->stays($key))) {
                return true;
            }
        }

        return false;
    }

    /** Whether it is about something that goes stale for an act still to come: that is no fault of this one, which was done while it was fresh. */
    private function isStillToBeUsed(Finding $finding, Situation $situation): bool
    {
        foreach ($this->procedure->ages($situation) as $age) {
            if ("story.age.{$age->id}" === $finding->rule) {
                return $age->usedAt($situation) === null;
            }
        }

        return false;
    }

    /** @return list<Finding> what the steps before had found; judged again only where one of their readings came in later */
    private function knownAt(\DateTimeImmutable $at, Situation $situation): array
    {
        if ($situation->readings->areReadBy($this->before->specs, $at)) {
            return $situation->before();
        }
        $then = $situation->at($at);
        $found = [];
        foreach ($this->procedure->stepsBefore($this->act, $then) as $step) {
            foreach ($step->rules as $rule) {
                $finding = $rule instanceof self || $rule instanceof SeenBefore ? null : $rule->judge($then); // those stop by themselves
                $found = $finding === null ? $found : [...$found, $finding];
            }
        }

        return $found;
    }
}
