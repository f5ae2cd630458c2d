<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Severity;

/** One wrench over a day: how its readings lie to their targets from joint to joint. One that wanders is looked at before it is trusted again. */
final readonly class Drift
{
    private function __construct(public Severity $severity, public string $said)
    {
    }

    /**
     * @param  list<array{joint: string, share: float}>  $joints  mean reading over target, in the order in which they were bolted; read numbers only
     * @return ?self null where fewer than two joints say anything
     */
    public static function of(array $joints, Rulebook $rules): ?self
    {
        if (count($joints) < 2) {
            return null;
        }
        $limit = $rules->value('mc.wrench.off_percent');
        $first = $joints[0];
        $last = $joints[count($joints) - 1];
        $by = 100 * ($last['share'] - $first['share']);
        $holds = Compare::atMost(abs($by), $limit);
        $shown = static fn (float $share): string => sprintf('%+.1f %%', 100 * ($share - 1));

        return new self($holds ? Severity::Go : Severity::Watch, count($joints)
            ." joints today, {$shown($first['share'])} of the target on joint {$first['joint']}, "
            ."{$shown($last['share'])} on joint {$last['joint']}".($holds ? '.' : "; {$limit} % apart at most. Have it checked before the next joint."));
    }

    /** @return ?float mean reading over target of a finished circle; null where nothing was read as a number */
    public static function shareOf(BoltRun $run): ?float
    {
        $final = $run->final();

        return $final === [] ? null : array_sum($final) / count($final) / $run->plan->targetNm;
    }
}
