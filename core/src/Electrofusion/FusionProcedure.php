<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/** What all procedures with a control unit share. */
abstract class FusionProcedure extends Procedure implements Fused
{
    public function startRefused(Situation $s, Weld $weld, \DateTimeImmutable $now): string
    {
        return $weld->repeatRefused($s, $now);
    }

    /** Once fused, what was left to mend is summed up in one stop; who overrules that has settled the parts too. */
    protected function covers(Overrule $overrule, Step $step, Finding $finding): bool
    {
        if (parent::covers($overrule, $step, $finding)) {
            return true;
        }
        $after = in_array($step->id, ['cool', 'release', 'look'], true) || str_ends_with($step->id, 'fuse');

        return str_ends_with($overrule->rule, 'fused_unprepared') && ! $after && $finding->severity === Severity::Mend;
    }
}
