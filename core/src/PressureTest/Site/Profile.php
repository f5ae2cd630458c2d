<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

use Diastoma\Core\Exception\InvalidInput;

/** Levels along a section, straight between the points. */
final readonly class Profile
{
    /** @param  non-empty-list<array{float, float}>  $points station and level, m */
    private function __construct(public array $points)
    {
    }

    /**
     * @param  list<array{float, float}>  $points
     *
     * @throws InvalidInput if there are fewer than two, or the stations do not rise
     */
    public static function of(array $points): self
    {
        if (count($points) < 2) {
            throw InvalidInput::field('profile', 'Give the profile as two points or more, each a station and a level.', count($points), 2);
        }
        foreach ($points as $k => [$station, $level]) {
            if (! is_finite($station) || ! is_finite($level) || $k > 0 && $station <= $points[$k - 1][0]) {
                throw InvalidInput::field('profile', "The stations of the profile must rise: {$station} m does not lie beyond the one before.", $station);
            }
        }

        return new self($points);
    }

    /** @return array{float, float} station and level of the lowest point, the first of several */
    public function lowest(): array
    {
        $found = $this->points[0];
        foreach ($this->points as $point) {
            $found = $point[1] < $found[1] ? $point : $found;
        }

        return $found;
    }

    /** @return array{float, float} */
    public function highest(): array
    {
        $found = $this->points[0];
        foreach ($this->points as $point) {
            $found = $point[1] > $found[1] ? $point : $found;
        }

        return $found;
    }

    public function level(float $station): float
    {
        $points = $this->points;
        $last = count($points) - 1;
        for ($k = 1; $k <= $last; $k++) {
            if ($station <= $points[$k][0] || $k === $last) {
                $share = min(1.0, max(0.0, ($station - $points[$k - 1][0]) / ($points[$k][0] - $points[$k - 1][0])));

                return $points[$k - 1][1] + $share * ($points[$k][1] - $points[$k - 1][1]);
            }
        }

        return $points[0][1];
    }

    /**
     * Where air gathers: every point from which the pipe falls to both sides, ends among them.
     *
     * @return list<array{float, float}>
     */
    public function summits(): array
    {
        return $this->turns(1);
    }

    /**
     * Where water stays when it is let out.
     *
     * @return list<array{float, float}>
     */
    public function valleys(): array
    {
        return $this->turns(-1);
    }

    /** @return list<array{float, float}> */
    private function turns(int $sign): array
    {
        $found = [];
        $points = $this->points;
        foreach ($points as $k => $point) {
            $before = $points[$k - 1][1] ?? -$sign * INF;
            $after = $points[$k + 1][1] ?? -$sign * INF;
            if ($sign * $point[1] > $sign * $before && $sign * $point[1] >= $sign * $after) {
                $found[] = $point;
            }
        }

        return $found;
    }

    /**
     * Stations at which to split so that no piece climbs or falls by more than this; empty when the whole is within it.
     *
     * @return list<float> rounded down to a decimetre
     */
    public function splits(float $largestM): array
    {
        if ($largestM <= 0.0) {
            return [];
        }
        $cuts = [];
        $low = $high = $this->points[0][1];
        for ($k = 1, $n = count($this->points); $k < $n; $k++) {
            [$s0, $z0] = $this->points[$k - 1];
            [$s1, $z1] = $this->points[$k];
            while (max($high, $z1) - min($low, $z1) > $largestM + 1e-9) {
                $turn = $z1 > $high ? $low + $largestM : $high - $largestM;
                $at = floor(10 * ($s0 + ($turn - $z0) / ($z1 - $z0) * ($s1 - $s0)) + 1e-6) / 10;
                $cuts[] = $at;
                $low = $high = $this->level($at);
                [$s0, $z0] = [$at, $low];
                if (count($cuts) > 500) {
                    return $cuts;
                }
            }
            [$low, $high] = [min($low, $z1), max($high, $z1)];
        }

        return $cuts;
    }
}
