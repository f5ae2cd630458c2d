<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

/** Places of a trace where lines fitted to the resistance before and after do not meet: turns that touch, contacts that move. */
final readonly class ResistanceJumps
{
    /** Points on each side of a place that are fitted with a line. */
    private const ARM = 6;

    /** Jumps are not looked for before this share of the time: the winding warms steeply there. */
    private const SETTLED = 0.08;

    /** Where turns touch, the resistance itself falls by at least this share of what the lines are apart. From memory. */
    private const FALLS = 0.25;

    /** % that always counts as a jump, however noisy the record */
    private const LARGEST_LIMIT_PERCENT = 2.5;

    /** A meter that counts in coarse steps makes jumps of its own: so many steps are none, up to this %. From memory. */
    private const STEPS = 1.4;

    private const COARSE_LIMIT_PERCENT = 3.2;

    /** Fewer changes do not tell how a meter counts. */
    private const FEWEST_STEPS = 5;

    /**
     * @param  array<int, array{float, float, float}>  $places  [s, % of the resistance, % that a step of the meters makes there] by number of the point
     * @param  float  $noise  usual size of a place without a jump, %: the lower quarter, which real jumps leave as it is
     */
    private function __construct(private array $places, private float $noise)
    {
    }

    /** @param  list<array{t: float, v: float, i: float}>  $samples  while current flowed, without a soft start */
    public static function of(array $samples, float $timeS): self
    {
        $r = [];
        foreach ($samples as $s) {
            $r[] = $s['i'] > 0.0 ? $s['v'] / $s['i'] : 0.0;
        }
        $places = $sizes = [];
        $steps = ['v' => self::smallestStep(array_column($samples, 'v')), 'i' => self::smallestStep(array_column($samples, 'i'))];
        for ($k = self::ARM; $k <= count($r) - self::ARM; $k++) {
            if (! isset($samples[$k]) || $samples[$k]['t'] - $samples[0]['t'] < self::SETTLED * $timeS) {
                continue;
            }
            $before = self::lineAtEnd(array_slice($r, $k - self::ARM, self::ARM));
            $after = self::lineAtEnd(array_reverse(array_slice($r, $k, self::ARM)));
            $size = $before > 0.0 ? 100 * ($after / $before - 1) : 0.0;
            if ($size < 0.0 && self::stepPercentOf($r, $k) > self::FALLS * $size) {
                $size = 0.0; // it only rises less steeply: a wire that is hot before the plastic about it is
            }
            $sizes[] = abs($size);
            $places[$k] = [$samples[$k]['t'], $size, self::stepPercent($samples[$k], $steps)];
        }
        sort($sizes);

        return new self($places, $sizes[intdiv(count($sizes), 4)] ?? 0.0);
    }

    /**
     * By how much the two readings after a place differ from the two before it, %.
     *
     * @param  list<float>  $r
     */
    private static function stepPercentOf(array $r, int $k): float
    {
        $before = ($r[$k - 2] + $r[$k - 1]) / 2;

        return $before > 0.0 ? 100 * (($r[$k] + $r[$k + 1]) / 2 / $before - 1) : 0.0;
    }

    /**
     * What the smallest step of volts and amperes is of what is read, %.
     *
     * @param  array{t: float, v: float, i: float}  $sample
     * @param  array{v: float, i: float}  $steps
     */
    private static function stepPercent(array $sample, array $steps): float
    {
        return 100 * (($sample['v'] > 0.0 ? $steps['v'] / $sample['v'] : 0.0) + ($sample['i'] > 0.0 ? $steps['i'] / $sample['i'] : 0.0));
    }

    /**
     * A jump that the meters may have made.
     *
     * @param  array{float, float, float}  $place
     */
    private static function ownPercent(array $place): float
    {
        return min(self::COARSE_LIMIT_PERCENT, self::STEPS * $place[2]);
    }

    /** @param  list<float>  $values */
    private static function smallestStep(array $values): float
    {
        $steps = [];
        for ($k = 1, $n = count($values); $k < $n; $k++) {
            $by = abs($values[$k] - $values[$k - 1]);
            if ($by > 1e-6) {
                $steps[] = $by;
            }
        }

        return count($steps) < self::FEWEST_STEPS ? 0.0 : min($steps);
    }

    /** The largest that is more than the meters count by, %. */
    public function largestPercent(): float
    {
        return max([0.0, ...array_map(static fn (array $place): float => abs($place[1]) < self::ownPercent($place) ? 0.0 : abs($place[1]), $this->places)]);
    }

    /**
     * Those that stand out of the noise and reach the threshold. Of neighbours within an arm's length the largest counts.
     *
     * @return list<array{float, float}> [s, %], in time
     */
    public function beyond(float $thresholdPercent): array
    {
        $limit = min(self::LARGEST_LIMIT_PERCENT, max($thresholdPercent, 9 * $this->noise));
        $jumps = [];
        $lastAt = -self::ARM;
        foreach ($this->places as $k => $place) {
            if (abs($place[1]) < max($limit, self::ownPercent($place))) {
                continue;
            }
            $last = count($jumps) - 1;
            if ($k - $lastAt >= self::ARM || $last < 0) {
                $jumps[] = [$place[0], $place[1]];
                $lastAt = $k;
            } elseif (abs($place[1]) > abs($jumps[$last][1])) {
                $jumps[$last] = [$place[0], $place[1]];
                $lastAt = $k;
            }
        }

        return array_values($jumps);
    }

    /**
     * Value half a step past the last point of the least-squares line through points at equal steps.
     *
     * @param  list<float>  $points
     */
    private static function lineAtEnd(array $points): float
    {
        $n = count($points);
        $middle = ($n - 1) / 2;
        $mean = array_sum($points) / $n;
        $slope = $spread = 0.0;
        foreach ($points as $i => $value) {
            $slope += ($i - $middle) * ($value - $mean);
            $spread += ($i - $middle) ** 2;
        }

        return $mean + $slope / $spread * ($n / 2);
    }
}
