<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Layout\Path\Turn;

/**
 * A number of pipes below which no plan can go, worked out without searching: the length to be covered by the longest pipes, and, where the line bends, the
 * joints that its turns need. Its duties: never to be above the true least; so every doubt lowers it.
 */
final class LowerBound
{
    public static function of(Alignment $alignment, PlanLimits $limits, float $from): int
    {
        $turns = array_values(array_filter($alignment->plan->turns(), static fn (Turn $t): bool => $t->to > $from));
        $length = $alignment->to() - $from - self::gained($turns, $limits) - $limits->bandM;

        return max(1, self::pipesFor($length, $limits), self::withTurns($turns, $length, $limits));
    }

    /**
     * What pipes gain on the alignment: they may run inside of a curve by the band, and cut across it.
     *
     * @param  list<Turn>  $turns
     */
    private static function gained(array $turns, PlanLimits $limits): float
    {
        $gain = 0.0;
        foreach ($turns as $turn) {
            $length = $turn->to - $turn->from;
            $gain += 2 * $limits->bandM * abs($turn->angle) + ($length > 0.0 ? ($limits->longest() * $turn->angle) ** 2 / (24 * $length) : 0.0);
        }

        return $gain;
    }

    private static function pipesFor(float $length, PlanLimits $limits): int
    {
        $pipes = 0;
        foreach ($limits->lengthsM as $stock) {
            $wanted = max(0, (int) ceil($length / $stock - 1e-9));
            $taken = min($wanted, $limits->counts[(string) $stock] ?? $wanted);
            $pipes += $taken;
            $length -= $taken * $stock;
            if ($length <= 1e-9) {
                break;
            }
        }

        return $pipes;
    }

    /**
     * A turn that stands apart from the others needs its angle divided by the most a joint turns, less what the pipes before and after may lie askew within the
     * band; the rest of the line needs the longest pipes.
     *
     * @param  list<Turn>  $turns
     */
    private static function withTurns(array $turns, float $length, PlanLimits $limits): int
    {
        $longest = $limits->longest();
        $askew = 4 * $limits->bandM / $limits->shortest();
        /** @var list<array{Turn, bool}> $zones and whether all of it turns one way */
        $zones = [];
        foreach ($turns as $turn) {
            [$last, $pure] = array_pop($zones) ?? [null, true];
            if ($last === null || $turn->from - $last->to >= 3 * $longest) {
                array_push($zones, ...$last === null ? [] : [[$last, $pure]], ...[[$turn, true]]);
            } else {
                $zones[] = [$last->with($turn), $pure && $last->turnsLike($turn)];
            }
        }
        $joints = 0;
        $rest = $length;
        foreach ($zones as [$zone, $pure]) {
            $needed = $pure ? (int) ceil((abs($zone->angle) - $askew) / $limits->turn - 1e-6) : 0;
            $covered = $zone->length() + 3 * $longest;
            if ($needed > $covered / $longest) { // only then is it worth more than the length it stands on
                $joints += $needed;
                $rest -= $covered;
            }
        }

        return $joints + max(0, (int) ceil($rest / $longest - 1e-9));
    }
}
