<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

use Diastoma\Core\Layout\Alignment;

/**
 * A chosen sequence of pipes, its joints still free within the band: finds where to put them. First how small the greatest deflection can be, then, from the
 * last pipe back to the first, places on the alignment or as near to it as that deflection lets them be.
 */
final class Chain
{
    private const BISECTIONS = 9;

    /** So many fewer on a line of more pipes than this. */
    private const COARSE = 4;

    private const LONG = 300;

    /** A little more than the least: with the very least there is no choice left, and rounding decides. */
    private const EASE = 0.03;

    /**
     * @param  list<Chord>  $chords  one for each pipe
     * @param  list<array{float, float}>  $splits
     */
    private function __construct(
        private array $chords, private array $splits, private readonly Region $plan, private readonly Region $profile, private readonly float $turn,
        private readonly float $band, private readonly bool $pinned, private readonly bool $flat,
    ) {
    }

    /**
     * @param  non-empty-list<Reach>  $pipes
     * @param  list<float>  $stations  of the joints, the start first
     */
    public static function of(Alignment $alignment, array $pipes, array $stations, Region $plan, Region $profile, float $turn, float $band, bool $pinned): self
    {
        $chords = $splits = [];
        foreach ($pipes as $k => $pipe) {
            $chords[] = Chord::between($alignment, $stations[$k] ?? 0.0, $stations[$k + 1] ?? 0.0);
            $splits[] = $pipe->split;
        }

        return new self($chords, $splits, $plan, $profile, $turn, $band, $pinned, $alignment->profile->isStraight());
    }

    /** Share of the turn that the greatest deflection needs; null when even all of it does not do. */
    public function least(): ?float
    {
        if ($this->walk(1.0) === null) {
            return null;
        }
        $low = 0.0;
        $high = 1.0;
        for ($k = count($this->chords) > self::LONG ? self::BISECTIONS - self::COARSE : self::BISECTIONS; $k > 0; $k--) {
            $middle = ($low + $high) / 2;
            $this->walk($middle) === null ? $low = $middle : $high = $middle;
        }

        return $high;
    }

    /** @return array{list<float>, list<float>}|null offsets of the joints, right and up, the start first */
    public function place(float $share): ?array
    {
        $regions = $this->walk(min(1.0, $share + self::EASE));
        if ($regions === null) {
            return null;
        }
        $used = min(1.0, $share + self::EASE);
        $right = $this->back(array_column($regions, 0), $used, true);

        return [$right, $this->flat ? array_fill(0, count($right), $this->profile->nearest(0.0)[0]) : $this->back(array_column($regions, 1), $used, false)];
    }

    /** @return list<array{Region, Region}>|null regions of plan and profile at each joint, the start first; null when a pipe finds no place */
    private function walk(float $share): ?array
    {
        $regions = [[$this->plan, $this->profile]];
        [$plan, $profile] = [$this->plan, $this->profile];
        $last = count($this->chords) - 1;
        foreach ($this->chords as $k => $chord) {
            [$a, $b] = $this->splits[$k];
            $plan = $chord->planFrom($plan, $share * $a * $this->turn, $a * $this->band);
            if ($this->pinned && $k === $last) {
                $plan = $plan->cut(1.0, 0.0, 1e-7)->cut(-1.0, 0.0, 1e-7);
            }
            if ($plan->u === []) {
                return null;
            }
            if (! $this->flat) {
                $profile = $chord->profileFrom($profile, $share * $b * $this->turn, $b * $this->band);
                if ($profile->u === []) {
                    return null;
                }
            }
            $regions[] = [$plan, $profile];
        }

        return $regions;
    }

    /**
     * @param  list<Region>  $regions
     * @return list<float>
     */
    private function back(array $regions, float $share, bool $inPlan): array
    {
        $last = count($this->chords);
        [$u, $heading] = $regions[$last]->nearest($inPlan ? $this->chords[$last - 1]->after : $this->chords[$last - 1]->slopeAfter);
        $offsets = [$u];
        for ($k = $last - 1; $k >= 0; $k--) {
            $chord = $this->chords[$k];
            $own = $heading - ($inPlan ? $chord->after : $chord->slopeAfter); // of this pipe, from its chord
            $u -= $own * ($inPlan ? $chord->inPlan : $chord->length);
            $offsets[] = $u;
            $turn = $share * $this->splits[$k][$inPlan ? 0 : 1] * $this->turn;
            $before = $inPlan ? $chord->before : $chord->slopeBefore;
            [$low, $high] = $regions[$k]->headingsAt($u) ?? [$own - $before, $own - $before];
            $low = max($low, $own - $before - $turn);
            $high = min($high, $own - $before + $turn);
            $wanted = $k === 0 ? $own - $before : ($inPlan ? $this->chords[$k - 1]->after : $this->chords[$k - 1]->slopeAfter);
            $heading = $low > $high ? ($low + $high) / 2 : min(max($wanted, $low), $high);
        }

        return array_reverse($offsets);
    }
}
