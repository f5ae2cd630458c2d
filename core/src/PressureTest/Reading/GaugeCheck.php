<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/** Looks for what no pipe does: a reading that stands still, jumps, or flies off. Thresholds from memory. */
final readonly class GaugeCheck
{
    private const STUCK_SHARE = 0.15;

    private const JUMP_SHARE = 0.005;

    private const JUMP_SIGMA = 9.0;

    private const SPIKE_SIGMA = 9.0;

    /** @param  list<string>  $evidence */
    private function __construct(public float $scatterKpa, public array $evidence)
    {
    }

    /** @param  list<float>  $p  readings while shut, in order, at about equal times */
    public static function of(array $p): self
    {
        $n = count($p);
        $steps = [];
        for ($k = 1; $k < $n; $k++) {
            $steps[] = abs($p[$k] - $p[$k - 1]);
        }
        sort($steps);
        $scatter = max(0.02, ($steps[intdiv(count($steps), 2)] ?? 0.0) / 0.954); // median of |difference of two normals| is 0.954 σ
        $evidence = [];
        $run = $longest = 1;
        for ($k = 1; $k < $n; $k++) {
            $run = $p[$k] === $p[$k - 1] && $p[$k] > 5 * $scatter ? $run + 1 : 1; // an empty pipe stands still too
            $longest = max($longest, $run);
        }
        if ($n > 60 && $longest > self::STUCK_SHARE * $n && $scatter > 0.05) {
            $evidence[] = 'The reading stood still for '.round(100 * $longest / $n).' % of the time while it scatters elsewhere.';
        }
        $spikes = 0;
        for ($k = 2; $k < $n - 2; $k++) {
            $near = [$p[$k - 2], $p[$k - 1], $p[$k + 1], $p[$k + 2]];
            sort($near);
            $middle = ($near[1] + $near[2]) / 2;
            $spikes += abs($p[$k] - $middle) > self::SPIKE_SIGMA * $scatter && abs($near[3] - $near[0]) < abs($p[$k] - $middle) ? 1 : 0;
        }
        if ($spikes >= 2) {
            $evidence[] = "{$spikes} single readings fly off and come back.";
        }
        $jump = self::jump($p, $scatter);
        if ($jump !== null) {
            $evidence[] = $jump;
        }

        return new self($scatter, $evidence);
    }

    /**
     * One step that the readings beside it do not lead up to, and that stays.
     *
     * @param  list<float>  $p
     */
    private static function jump(array $p, float $scatter): ?string
    {
        $width = max(5, min(15, intdiv(count($p), 30)));
        $largest = 0.0;
        for ($k = 2 * $width; $k < count($p) - 2 * $width; $k++) {
            if (abs($p[$k] - $p[$k - 1]) < 5 * $scatter) {
                continue;
            }
            $medians = array_map(static fn (int $from): float => self::median(array_slice($p, $from, $width)), [$k - 2 * $width, $k - $width, $k, $k + $width]);
            $going = max(abs($medians[1] - $medians[0]), abs($medians[3] - $medians[2])); // what it does in that time anyway
            $size = abs($medians[2] - $medians[1]) - $going;
            if ($size > $largest && $size > self::JUMP_SIGMA * $scatter && $size > self::JUMP_SHARE * abs($medians[1]) && $size > 4 * $going) {
                $largest = $size;
            }
        }

        return $largest > 0.0 ? 'The reading jumps once by '.round($largest, 1).' kPa and stays there.' : null;
    }

    /** @param  list<float>  $values */
    private static function median(array $values): float
    {
        sort($values);

        return $values[intdiv(count($values), 2)] ?? 0.0;
    }
}
