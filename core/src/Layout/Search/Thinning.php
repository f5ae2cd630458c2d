<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

/**
 * Which ways are worth going on with. A few of the furthest stations, and at each the ways that no other makes needless: the freest with the least cutting, and
 * whichever reaches furthest towards some offset and heading. Keeping only the freest lost one pipe in fifteen on curved lines.
 */
final readonly class Thinning
{
    /** Stations kept after each number of pipes. */
    private const STATIONS = 4;

    /** Ways kept at one station where the line bends. */
    private const WAYS = 6;

    /** Reaching further by less than this share of band or turn is no reason to keep a way. */
    private const WORTH = 0.02;

    /** Stations nearer than this count as one, m. */
    private const SAME_M = 0.1;

    public function __construct(private Split $split, private float $band, private float $turn)
    {
    }

    /**
     * @param  list<Reach>  $ways
     * @return list<Reach> the furthest stations; at each the ways with the least cutting and the most freedom
     */
    public function of(array $ways): array
    {
        if (count($ways) < 2) {
            return $ways;
        }
        usort($ways, static fn (Reach $a, Reach $b): int => $b->station <=> $a->station);
        $groups = [];
        $at = INF;
        foreach ($ways as $way) {
            if ($at - $way->station > self::SAME_M) {
                $groups[] = [];
                $at = $way->station;
            }
            $groups[count($groups) - 1][] = $way;
        }
        $groups = array_values($groups);
        if ($groups !== [] && count($groups) > self::STATIONS) {
            $groups = $this->furthest($groups);
        }
        $kept = [];
        foreach ($groups as $group) {
            array_push($kept, ...(count($group) === 1 ? $group : $this->ofOneStation($group)));
        }

        return $kept;
    }

    /**
     * Of ways to one station: the freest with the least cutting, and whichever reaches furthest towards some offset and heading.
     *
     * @param  non-empty-list<Reach>  $group
     * @return list<Reach>
     */
    private function ofOneStation(array $group): array
    {
        $sizes = $best = $most = [];
        foreach ($group as $k => $way) {
            $sizes[$k] = ($way->plan?->size() ?? 0.0) * max(1e-9, $way->profile?->size() ?? 0.0);
        }
        $order = array_keys($group);
        usort(
            $order,
            static fn (int $a, int $b): int => [
                $group[$a]->cuts, round($group[$a]->waste, 2), $sizes[$b],
            ] <=> [$group[$b]->cuts, round($group[$b]->waste, 2), $sizes[$a]],
        );
        if ($this->split->isCalm($group[0]->station)) {
            return [$group[$order[0]]];
        }
        foreach ($order as $k) {
            foreach ([[1.0, 0.0], [-1.0, 0.0], [0.0, 1.0], [0.0, -1.0], [0.7, 0.7], [0.7, -0.7], [-0.7, 0.7], [-0.7, -0.7]] as $i => [$a, $b]) {
                $reach = $group[$k]->plan?->support($a / $this->band, $b / $this->turn) ?? -INF;
                if (! isset($most[$i]) || $reach > $most[$i] + self::WORTH) {
                    [$most[$i], $best[$i]] = [$reach, $k];
                }
            }
        }
        $chosen = array_slice(array_unique([$order[0], ...$best]), 0, self::WAYS);

        return array_map(static fn (int $k): Reach => $group[$k], $chosen);
    }

    /**
     * @param  non-empty-list<non-empty-list<Reach>>  $groups  the furthest first
     * @return non-empty-list<non-empty-list<Reach>> the furthest, and the furthest of those with the fewest cuts: pieces cut here and there must not crowd
     *     them out
     */
    private function furthest(array $groups): array
    {
        $cuts = array_map(static fn (array $group): int => min(array_map(static fn (Reach $r): int => $r->cuts, $group)), $groups);
        $least = min($cuts);
        $kept = [];
        $plain = 0;
        foreach ($groups as $k => $group) {
            if ($k < self::STATIONS || $cuts[$k] === $least && $plain < self::STATIONS) {
                $kept[] = $group;
                $plain += $cuts[$k] === $least ? 1 : 0;
            }
        }

        return $kept === [] ? $groups : $kept;
    }
}
