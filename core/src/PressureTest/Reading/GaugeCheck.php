<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/**
 * Looks for what no pipe does: a reading that stands still, jumps, or flies off. Thresholds from memory.
 *
 * A gauge with coarse steps stands still in a tight main and moves by whole steps when it moves: neither is a fault. Only what is more than its steps and
 * its scatter explain counts.
 */
final readonly class GaugeCheck
{
    /** A stand of so much of the time is long. */
    private const STUCK_SHARE = 0.15;

    /** It must be so many times as long as the longest one elsewhere. */
    private const STUCK_TIMES = 5;

    /** Scatter in steps from which on a gauge flickers all the time. */
    private const FLICKERS = 0.6;

    /** It does so over so many levels within so many readings: a quiet one between two steps knows two. */
    private const LEVELS = 3;

    private const NEIGHBOURS = 12;

    /** Fewer readings outside a stand say nothing of the scatter. */
    private const FEWEST = 10;

    private const JUMP_SHARE = 0.005;

    private const JUMP_SIGMA = 9.0;

    /** Where a small jump matters: four times the scatter; the middle of several readings beside it is three times as well known as one. */
    private const SMALL_JUMP_SIGMA = 4.0;

    private const SPIKE_SIGMA = 8.0;

    /** In steps of the gauge: less is how it counts. */
    private const STEPS = 2.5;

    /**
     * @param  list<string>  $evidence
     * @param  ?int  $jumpAt  number of the first reading after a jump
     * @param  ?array{int, int}  $stuck  numbers of the first and last reading of a stand
     */
    private function __construct(public float $scatterKpa, public float $stepKpa, public array $evidence, public ?int $jumpAt, public ?array $stuck)
    {
    }

    /**
     * @param  list<float>  $p  readings while shut, in order, at about equal times
     * @param  ?float  $jumpKpa  a jump of so much matters; null for half a percent of the pressure
     */
    public static function of(array $p, ?float $jumpKpa = null): self
    {
        $noise = GaugeNoise::of($p);
        $scatter = max(0.02, $noise->scatterKpa);
        $evidence = [];
        $stuck = self::stuck($p);
        if ($stuck !== null) {
            $evidence[] = 'The reading stood still for '.round(100 * ($stuck[1] - $stuck[0] + 1) / count($p)).' % of the time while it scatters elsewhere.';
        }
        $spikes = self::spikes($p, max(self::SPIKE_SIGMA * $scatter, self::STEPS * $noise->stepKpa));
        if ($spikes >= 2) {
            $evidence[] = "{$spikes} single readings fly off and come back.";
        }
        [$jumpAt, $size] = self::jump($p, $jumpKpa === null ? $scatter : max(1e-3, $noise->scatterKpa), $noise->stepKpa, $jumpKpa);
        if ($jumpAt !== null && ($stuck === null || abs($jumpAt - $stuck[1]) > 2)) {
            $evidence[] = 'The reading jumps once by '.round($size, 1).' kPa and stays there.';
        }

        return new self($scatter, $noise->stepKpa, $evidence, $jumpAt, $stuck);
    }

    /**
     * The longest stand, where a gauge that scatters as this one does elsewhere would have moved in it.
     *
     * @param  list<float>  $p
     * @return ?array{int, int}
     */
    private static function stuck(array $p): ?array
    {
        $n = count($p);
        [$length, $from] = self::longestStand($p);
        if ($length <= self::STUCK_SHARE * $n) {
            return null;
        }
        [$earlier, $later] = [array_slice($p, 0, $from), array_slice($p, $from + $length)];
        $elsewhere = count($earlier) > count($later) ? $earlier : $later;
        if (count($elsewhere) < self::FEWEST) {
            return null;
        }
        $scatter = GaugeNoise::of($elsewhere)->scatterKpa;
        $next = max(self::longestStand($earlier)[0], self::longestStand($later)[0]);
        $empty = $p[$from] <= 5 * $scatter; // an empty pipe stands still too

        return ! $empty && $scatter > self::FLICKERS * self::smallestStep($p) && self::flickers($elsewhere) && $length > self::STUCK_TIMES * $next
            ? [$from, $from + $length - 1] : null;
    }

    /** @param  list<float>  $p */
    private static function flickers(array $p): bool
    {
        $windows = array_chunk($p, self::NEIGHBOURS);
        $lively = count(array_filter($windows, static fn (array $w): bool => count(array_unique($w)) >= self::LEVELS));

        return 2 * $lively >= count($windows);
    }

    /**
     * @param  list<float>  $p
     * @return array{int, int} how many readings, and the number of the first
     */
    public static function longestStand(array $p): array
    {
        $longest = [0, 0];
        $from = 0;
        for ($k = 1, $n = count($p); $k <= $n; $k++) {
            if ($k === $n || $p[$k] !== $p[$k - 1]) {
                $longest = $k - $from > $longest[0] ? [$k - $from, $from] : $longest;
                $from = $k;
            }
        }

        return $longest;
    }

    /** @param  list<float>  $p */
    public static function smallestStep(array $p): float
    {
        $step = INF;
        for ($k = 1, $n = count($p); $k < $n; $k++) {
            $by = abs($p[$k] - $p[$k - 1]);
            $step = $by > 1e-9 ? min($step, $by) : $step;
        }

        return $step;
    }

    /** @param  list<float>  $p */
    private static function spikes(array $p, float $limit): int
    {
        $spikes = 0;
        for ($k = 2, $n = count($p); $k < $n - 2; $k++) {
            $near = [$p[$k - 2], $p[$k - 1], $p[$k + 1], $p[$k + 2]];
            sort($near);
            $middle = ($near[1] + $near[2]) / 2;
            $spikes += abs($p[$k] - $middle) > $limit && abs($near[3] - $near[0]) < abs($p[$k] - $middle) ? 1 : 0;
        }

        return $spikes;
    }

    /**
     * One step that the readings beside it do not lead up to, and that stays.
     *
     * @param  list<float>  $p
     * @return array{?int, float} where, and kPa
     */
    private static function jump(array $p, float $scatter, float $step, ?float $matters): array
    {
        $width = max(5, min(15, intdiv(count($p), 30)));
        $least = max(($matters === null ? self::JUMP_SIGMA : self::SMALL_JUMP_SIGMA) * $scatter, self::STEPS * $step);
        $largest = 0.0;
        $at = null;
        for ($k = 2 * $width; $k < count($p) - 2 * $width; $k++) {
            if (abs($p[$k] - $p[$k - 1]) < max(5 * $scatter, 1.5 * $step)) {
                continue;
            }
            $medians = array_map(static fn (int $from): float => self::median(array_slice($p, $from, $width)), [$k - 2 * $width, $k - $width, $k, $k + $width]);
            $going = max(abs($medians[1] - $medians[0]), abs($medians[3] - $medians[2])); // what it does in that time anyway
            $size = abs($medians[2] - $medians[1]) - $going;
            if ($size > $largest && $size > $least && $size > ($matters ?? self::JUMP_SHARE * abs($medians[1])) && $size > 4 * max(0.0, $going - $step)) {
                $largest = $size;
                $at = $k;
            }
        }

        return [$at, $largest];
    }

    /** @param  list<float>  $values */
    private static function median(array $values): float
    {
        sort($values);

        return $values[intdiv(count($values), 2)] ?? 0.0;
    }
}
