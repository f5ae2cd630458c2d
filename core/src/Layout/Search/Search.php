<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\PlanLimits;

/**
 * Goes along an alignment pipe by pipe and keeps, after each number of pipes, the ways that came furthest. Its duties:
 * - a way is kept with every place its end may be at, not one of them, so that none is lost by a choice made too soon;
 * - the first number of pipes that closes the line is the least it finds; among those the least cutting wins;
 * - where no way goes on it says from where.
 */
final class Search
{
    private const BISECTIONS = 6;

    private readonly Split $split;

    /** @var array<string, Chord> of this number of pipes */
    private array $chords = [];

    public function __construct(
        private readonly Alignment $alignment, private readonly PlanLimits $limits, private readonly float $turn, private readonly float $band,
        private readonly float $end, private readonly Drift $drift = new Drift,
    ) {
        $this->split = Split::of($alignment, $limits->turn, $limits->longest());
    }

    /**
     * @return array{list<Reach>, float} ways that close the line with the least pipes, best first; and how far the search came when there are none
     */
    public function run(Reach $start): array
    {
        $thinning = new Thinning($this->split, $this->band, $this->turn);
        $front = [$start];
        $furthest = $start->station;
        while ($front !== []) {
            $closed = $next = [];
            $this->chords = [];
            foreach ($front as $reach) {
                array_push($closed, ...$this->close($reach));
            }
            if ($closed !== []) {
                usort(
                    $closed,
                    fn (Reach $a, Reach $b): int => [
                        $a->cuts, round($a->waste, 3), abs($a->station - $this->end),
                    ] <=> [$b->cuts, round($b->waste, 3), abs($b->station - $this->end)],
                );

                return [$closed, $this->end];
            }
            foreach ($front as $reach) {
                array_push($next, ...$this->onward($reach));
                $reach->forget();
            }
            $front = $thinning->of($next);
            foreach ($front as $reach) {
                $furthest = max($furthest, $reach->station);
            }
        }

        return [[], $furthest];
    }

    /** @return list<Reach> */
    private function onward(Reach $reach): array
    {
        $found = [];
        $longest = 0.0;
        foreach ($this->limits->lengthsM as $length) {
            if ($this->isLeft($reach, $length) && $this->endsBefore($reach, $length)) {
                $here = $this->lay($reach, $length, 0.0);
                array_push($found, ...$here);
                if ($here !== []) {
                    $longest = max($longest, $length);
                    if (
                        $length === $this->limits->longest() && $reach->station + 3 * $length < $this->end && $this->split->isCalm($reach->station)
                        && $this->split->isCalm($reach->station + $length)
                    ) {
                        break; // nothing bends here: the longest pipe is as good as any
                    }
                }
            }
        }
        array_push($found, ...$this->leavingAPiece($reach));
        if ($this->limits->cutAnywhere && $longest < $this->limits->longest() - 1e-6) {
            array_push($found, ...$this->cutPieces($reach, $longest));
        }

        return $found;
    }

    /**
     * Near the end: a piece that leaves just enough for the shortest piece to close the line, where a whole pipe would leave too little.
     *
     * @return list<Reach>
     */
    private function leavingAPiece(Reach $reach): array
    {
        $cutMin = $this->limits->cutMinM;
        $rest = $this->end - $reach->station;
        if ($cutMin === null || $rest <= 2 * $cutMin || $rest >= $this->limits->longest() + $cutMin) {
            return [];
        }
        $length = round($this->alignment->place($reach->station)->distanceTo($this->alignment->place($this->end - $cutMin - 0.001)), 3);

        return $length > $this->limits->longest() ? [] : $this->lay($reach, $length, $this->limits->cutFrom($length));
    }

    /**
     * The longest piece that goes on from here, and the one that puts a joint on the next corner.
     *
     * @return list<Reach>
     */
    private function cutPieces(Reach $reach, float $above): array
    {
        $low = max($above, (float) $this->limits->cutMinM);
        $high = min($this->limits->longest(), $this->end - $reach->station);
        $found = $above > 0.0 ? [] : $this->lay($reach, $low, $this->limits->cutFrom($low));
        if ($high <= $low || $above <= 0.0 && $found === []) {
            return $found;
        }
        for ($k = 0; $k < self::BISECTIONS; $k++) {
            $middle = ($low + $high) / 2;
            $here = $this->lay($reach, $middle, $this->limits->cutFrom($middle));
            if ($here === []) {
                $high = $middle;
            } else {
                [$low, $found] = [$middle, $here];
            }
        }
        foreach (
            $this->alignment->plan->turns() === [] ? []
            : $this->alignment->plan->between($reach->station, $reach->station + $this->limits->longest()) as $corner
        ) {
            $length = $this->alignment->place($reach->station)->distanceTo($this->alignment->place($corner));
            if ($length >= (float) $this->limits->cutMinM && $length > $above && count($found) < 12) {
                array_push($found, ...$this->lay($reach, $length, $this->limits->cutFrom($length)));
            }
        }

        return $found;
    }

    /** @return list<Reach> one for each split that leaves a way */
    private function lay(Reach $reach, float $length, float $cutFrom, ?Chord $end = null): array
    {
        $found = [];
        if ($cutFrom > 0.0) {
            $cutFrom = $this->blank($reach, $length);
        }
        if ($cutFrom === null || ! $this->isLeft($reach, $cutFrom > 0.0 ? $cutFrom : $length)) {
            return [];
        }
        $key = round($reach->station, 3).':'.$length;
        $chord = $end ?? $this->chords[$key] ??= Chord::ofLength($this->alignment, $reach->station, $length);
        foreach ($this->split->at($reach->station) as $split) {
            if ($reach->plan === null || $reach->profile === null) {
                break;
            }
            if ($chord->to > $this->end + $this->limits->longest()) {
                break;
            }
            $plan = $chord->planFrom($reach->plan, $split[0] * $this->turn, $split[0] * $this->band);
            if ($plan->u === []) {
                continue;
            }
            $profile = $split[1] === 0.0 ? $reach->profile : $chord->profileFrom($reach->profile, $split[1] * $this->turn, $split[1] * $this->band);
            if ($profile->u !== []) {
                $drift = $end === null ? $this->drift->of($chord, ($reach->plan->middle() + $plan->middle()) / 2) : 0.0;
                $found[] = new Reach(
                    $reach, $chord->to + $drift, $length, $cutFrom, $reach->cuts + ($cutFrom > 0.0 ? 1 : 0), $reach->waste + max(0.0, $cutFrom - $length),
                    $split, $plan, $profile, $this->taken($reach, $cutFrom > 0.0 ? $cutFrom : $length),
                );
            }
        }

        return $found;
    }

    /** @return list<Reach> */
    private function close(Reach $reach): array
    {
        $rest = $this->alignment->place($reach->station)->distanceTo($this->alignment->place($this->end));
        if ($this->end <= $reach->station || $rest > $this->limits->longest() + $this->limits->bandM) {
            return [];
        }
        $found = [];
        foreach ($this->limits->lengthsM as $length) {
            $fits = abs($length - $rest) <= $this->limits->bandM;
            if (($fits || $this->limits->cutMinM === null && $length > $rest) && $this->isLeft($reach, $length)) {
                foreach ($this->lay($reach, $length, 0.0) as $way) {
                    $found[] = $fits ? $way : new Reach(
                        $reach, $way->station, $length, 0.0, $way->cuts, $way->waste + $length - $rest, $way->split, $way->plan, $way->profile, $way->used,
                    );
                }
            }
        }
        if ($found === [] && $this->limits->cutMinM !== null && $rest >= $this->limits->cutMinM && $rest <= $this->limits->longest()) {
            $found = $this->lay($reach, $rest, $this->limits->cutFrom($rest), Chord::between($this->alignment, $reach->station, $this->end));
        }

        return $found;
    }

    /** A pipe that does not close the line must leave something to close. */
    private function endsBefore(Reach $reach, float $length): bool
    {
        return $reach->station + 0.9 * $length < $this->end - $this->limits->bandM; // steep lines are shorter in plan than their pipes
    }

    /** The shortest pipe still on stock that a piece can be cut from; null when none is left. */
    private function blank(Reach $reach, float $piece): ?float
    {
        foreach (array_reverse($this->limits->lengthsM) as $length) {
            if ($length >= $piece - 1e-9 && $this->isLeft($reach, $length)) {
                return $length;
            }
        }

        return null;
    }

    private function isLeft(Reach $reach, float $length): bool
    {
        $key = (string) $length;

        return ! isset($this->limits->counts[$key]) || ($reach->used[$key] ?? 0) < $this->limits->counts[$key];
    }

    /** @return array<int|string, int> */
    private function taken(Reach $reach, float $length): array
    {
        $key = (string) $length;
        if (! isset($this->limits->counts[$key])) {
            return $reach->used;
        }

        $used = $reach->used;
        $used[$key] = ($used[$key] ?? 0) + 1;

        return $used;
    }
}
