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

    /** % that always counts as a jump, however noisy the record */
    private const LARGEST_LIMIT_PERCENT = 2.5;

    /**
     * @param  array<int, array{float, float}>  $places  [s, % of the resistance] by number of the point
     * @param  float  $noise  usual size of a place without a jump, %: the lower quarter, which real jumps leave as it is
     */
    private function __construct(private array $places, private float $noise)
    {
    }

    /** @param  list<array{t: float, v: float, i: float}>  $samples  while current flowed */
    public static function of(array $samples, float $timeS): self
    {
        $r = [];
        foreach ($samples as $s) {
            $r[] = $s['i'] > 0.0 ? $s['v'] / $s['i'] : 0.0;
        }
        $places = $sizes = [];
        for ($k = self::ARM; $k <= count($r) - self::ARM; $k++) {
            if (! isset($samples[$k]) || $samples[$k]['t'] - $samples[0]['t'] < self::SETTLED * $timeS) {
                continue;
            }
            $before = self::lineAtEnd(array_slice($r, $k - self::ARM, self::ARM));
            $after = self::lineAtEnd(array_reverse(array_slice($r, $k, self::ARM)));
            $size = $before > 0.0 ? 100 * ($after / $before - 1) : 0.0;
            $sizes[] = abs($size);
            $places[$k] = [$samples[$k]['t'], $size];
        }
        sort($sizes);

        return new self($places, $sizes[intdiv(count($sizes), 4)] ?? 0.0);
    }

    /** The largest of all, %. */
    public function largestPercent(): float
    {
        return $this->places === [] ? 0.0 : max(array_map(static fn (array $place): float => abs($place[1]), $this->places));
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
            if (abs($place[1]) < $limit) {
                continue;
            }
            $last = count($jumps) - 1;
            if ($k - $lastAt >= self::ARM || $last < 0) {
                $jumps[] = $place;
                $lastAt = $k;
            } elseif (abs($place[1]) > abs($jumps[$last][1])) {
                $jumps[$last] = $place;
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
