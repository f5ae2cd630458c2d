<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/**
 * Looks for what no pipe does: a reading that stands still, jumps, or flies off. Thresholds from memory.
 *
 * A gauge with coarse steps stands still in a tight main and moves by whole steps when it moves: neither is a fault. Only what is more than its steps and its scatter explain counts.
 */
final readonly class GaugeCheck
{
    /** A stand of so much of the time is long. */
    private const STUCK_SHARE = 0.15;

    /** It must be so many times as long as the next longest one. */
    private const STUCK_TIMES = 5;

    /** Scatter in steps from which on a gauge flickers all the time, over three levels and more. */
    private const FLICKERS = 0.6;

    private const JUMP_SHARE = 0.005;

    private const JUMP_SIGMA = 9.0;

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

    /** @param  list<float>  $p  readings while shut, in order, at about equal times */
    public static function of(array $p): self
    {
        $noise = GaugeNoise::of($p);
        $scatter = max(0.02, $noise->scatterKpa);
        $evidence = [];
        $stuck = self::stuck($p, $noise, $scatter);
        if ($stuck !== null) {
            $evidence[] = 'The reading stood still for '.round(100 * ($stuck[1] - $stuck[0] + 1) / count($p)).' % of the time while it scatters elsewhere.';
        }
        $spikes = self::spikes($p, max(self::SPIKE_SIGMA * $scatter, self::STEPS * $noise->stepKpa));
        if ($spikes >= 2) {
            $evidence[] = "{$spikes} single readings fly off and come back.";
        }
        [$jumpAt, $size] = self::jump($p, $scatter, $noise->stepKpa);
        if ($jumpAt !== null && ($stuck === null || abs($jumpAt - $stuck[1]) > 2)) {
            $evidence[] = 'The reading jumps once by '.round($size, 1).' kPa and stays there.';
        }

        return new self($scatter, $noise->stepKpa, $evidence, $jumpAt, $stuck);
    }

    /**
     * @param  list<float>  $p
     * @return ?array{int, int}
     */
    private static function stuck(array $p, GaugeNoise $noise, float $scatter): ?array
    {
        $n = count($p);
        $runs = [];
        $from = 0;
        for ($k = 1; $k <= $n; $k++) {
            if ($k === $n || $p[$k] !== $p[$k - 1]) {
                if ($p[$from] > 5 * $scatter) { // an empty pipe stands still too
                    $runs[] = [$k - $from, $from];
                }
                $from = $k;
            }
        }
        rsort($runs);
        $longest = $runs[0] ?? [0, 0];
        $next = $runs[1][0] ?? 0;
        $flickers = $scatter > 0.05 && $scatter > self::FLICKERS * self::smallestStep($p);

        return $n > 60 && $flickers && $longest[0] > self::STUCK_SHARE * $n && $longest[0] > self::STUCK_TIMES * $next ? [$longest[1], $longest[1] + $longest[0] - 1] : null;
    }

    /** @param  list<float>  $p */
    private static function smallestStep(array $p): float
    {
        $step = INF;
        for ($k = 1, $n = count($p); $k < $n; $k++) {
            $by = abs($p[$k] - $p[$k - 1]);
            $step = $by > 1e-9 ? min($step, $by) : $step;
        }

        return is_finite($step) ? $step : INF;
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
    private static function jump(array $p, float $scatter, float $step): array
    {
        $width = max(5, min(15, intdiv(count($p), 30)));
        $least = max(self::JUMP_SIGMA * $scatter, self::STEPS * $step);
        $largest = 0.0;
        $at = null;
        for ($k = 2 * $width; $k < count($p) - 2 * $width; $k++) {
            if (abs($p[$k] - $p[$k - 1]) < max(5 * $scatter, 1.5 * $step)) {
                continue;
            }
            $medians = array_map(static fn (int $from): float => self::median(array_slice($p, $from, $width)), [$k - 2 * $width, $k - $width, $k, $k + $width]);
            $going = max(abs($medians[1] - $medians[0]), abs($medians[3] - $medians[2])); // what it does in that time anyway
            $size = abs($medians[2] - $medians[1]) - $going;
            if ($size > $largest && $size > $least && $size > self::JUMP_SHARE * abs($medians[1]) && $size > 4 * max(0.0, $going - $step)) {
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
