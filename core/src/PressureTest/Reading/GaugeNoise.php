<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/** What a gauge shows of itself: its step and its scatter, told from the readings. A trend does not count as scatter: second differences are taken. */
final readonly class GaugeNoise
{
    /** Standard deviation of a second difference of equal normals, over that of one of them, times the median of |normal|. */
    private const MEDIAN_OF_SECOND = 0.6745 * 2.449490;

    /** The same for what nine in ten stay below: a gauge with steps has a median of none. */
    private const NINTH_OF_SECOND = 1.6449 * 2.449490;

    /** From so many equal neighbours on a gauge shows steps: from memory. */
    private const STEPPED_SHARE = 0.3;

    private const MOST = 5000;

    private function __construct(public float $stepKpa, public float $scatterKpa)
    {
    }

    /** @param  list<float>  $p  readings in order, at about equal times */
    public static function of(array $p): self
    {
        $p = array_slice($p, 0, self::MOST);
        $n = count($p);
        $second = [];
        $still = 0;
        $step = INF;
        for ($k = 1; $k < $n; $k++) {
            $by = abs($p[$k] - $p[$k - 1]);
            $still += $by < 1e-9 ? 1 : 0;
            $step = $by < 1e-9 ? $step : min($step, $by);
            if ($k > 1) {
                $second[] = abs($p[$k] - 2 * $p[$k - 1] + $p[$k - 2]);
            }
        }
        sort($second);
        $stepped = $n > 10 && $still > self::STEPPED_SHARE * $n && is_finite($step);

        $of = static fn (float $share): float => $second[(int) floor($share * (count($second) - 1))] ?? 0.0;

        return new self($stepped ? $step : 0.0, $second === [] ? 0.0 : max($of(0.5) / self::MEDIAN_OF_SECOND, $of(0.9) / self::NINTH_OF_SECOND));
    }

    /** What a difference of two readings, each the middle of several, may be by itself, kPa: a step, or twice the scatter. */
    public function differenceKpa(float $resolutionKpa): float
    {
        return max($resolutionKpa, $this->stepKpa, 2 * $this->scatterKpa);
    }
}
