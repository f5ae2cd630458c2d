<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Rules\InDate;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/** What all procedures with a control unit share. */
abstract class FusionProcedure extends Procedure implements Fused
{
    /** The reading with which the clamps come off. */
    private const RELEASED = 'released_at';

    public function weldsOf(Situation $s): array
    {
        return $this->welds();
    }

    public function takesBranch(): bool
    {
        return false;
    }

    public function version(): int
    {
        return InDate::STOPS_SINCE;
    }

    /** The certificate that counts is that of whoever fuses. */
    final public function operatorRefused(string $name, string $until, \DateTimeImmutable $now): string
    {
        return match (true) {
            $until === '' => "{$name} has no fusion certificate on record. A certified operator must start this fusion.",
            $until < $now->format('Y-m-d') => "The fusion certificate of {$name} ran out on {$until}. A certified operator must start this fusion.",
            default => '',
        };
    }

    final public function recordRefused(Situation $situation, string $record, \DateTimeImmutable $now): string
    {
        foreach ($this->welds() as $weld) {
            if ($weld->recordKey() === $record) {
                return $weld->nominal($situation) === null
                    ? 'The control unit does not know what to do yet: scan the label and enter its printed values first.'
                    : $this->startRefused($situation, $weld, $now);
            }
        }

        return "This joint has no fusion “{$record}”. Load the page again.";
    }

    public function startRefused(Situation $s, Weld $weld, \DateTimeImmutable $now): string
    {
        return $weld->repeatRefused($s, $now);
    }

    /** Whether every fusion that makes the joint is on record; preheats do not. */
    final public function isFused(Situation $s): bool
    {
        foreach ($this->weldsOf($s) as $weld) {
            if (! $weld->isPreheat && ! $s->readings->has($weld->recordKey())) {
                return false;
            }
        }

        return true;
    }

    public function told(Step $step, Situation $situation): array
    {
        return (new Told($situation, $this->weldsOf($situation)))->at($step);
    }

    public function notYet(Situation $situation, string $key): string
    {
        return $key === self::RELEASED && ! $this->isFused($situation) ? 'There is no fusion on record yet, so there is nothing to release. Fuse first.' : '';
    }

    public function isWaiting(Situation $situation): bool
    {
        return $this->isFused($situation) && ! $situation->readings->has(self::RELEASED);
    }

    /** Once fused, what was left to mend is summed up in one stop; who overrules that has settled the parts too. */
    public function covers(Overrule $overrule, Step $step, Finding $finding): bool
    {
        if (parent::covers($overrule, $step, $finding)) {
            return true;
        }
        $after = in_array($step->id, ['cool', 'release', 'look'], true) || str_ends_with($step->id, 'fuse');

        return str_ends_with($overrule->rule, 'fused_unprepared') && ! $after && $finding->severity === Severity::Mend;
    }

    public function usualSizes(Situation $situation): array
    {
        return UsualSizes::of($situation);
    }
}
