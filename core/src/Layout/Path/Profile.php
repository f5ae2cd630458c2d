<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Path;

use Diastoma\Core\Exception\InvalidInput;

/** The levels of an alignment by station: grades, and parabolas between them. Beyond its ends the first and last grade go on. */
final class Profile
{
    private readonly Stations $starts;

    /** @var list<array{float, float, float}> level and grade at the start, change of grade per metre */
    private array $pieces = [];

    private function __construct()
    {
        $this->starts = new Stations;
    }

    public static function level(float $level): self
    {
        $profile = new self;
        $profile->add(0.0, $level, 0.0, 0.0);

        return $profile;
    }

    /**
     * @param  list<array{float, float, float}>  $points  station, level, and length of the vertical curve at the point (0 for a break)
     *
     * @throws InvalidInput if there are fewer than two points, stations do not rise, or vertical curves overlap
     */
    public static function throughPoints(array $points): self
    {
        $n = count($points);
        if ($n < 2) {
            throw InvalidInput::field('profile', 'The profile needs two points or more.', $n, 2);
        }
        $profile = new self;
        $grades = [];
        for ($k = 1; $k < $n; $k++) {
            $d = $points[$k][0] - $points[$k - 1][0];
            if ($d <= 1e-9) {
                throw InvalidInput::field(
                    'profile', "The profile's stations must rise: {$points[$k][0]} m comes after {$points[$k - 1][0]} m.", $points[$k][0],
                );
            }
            $grades[] = ($points[$k][1] - $points[$k - 1][1]) / $d;
        }
        $profile->add($points[0][0], $points[0][1], $grades[0], 0.0);
        $end = $points[0][0];
        for ($k = 1; $k < $n - 1; $k++) {
            [$station, $level, $curve] = $points[$k];
            if ($station - $curve / 2 < $end - 1e-6) {
                throw InvalidInput::field('profile', "The vertical curve at station {$station} m overlaps the one before.", $station);
            }
            if ($curve > 1e-6) {
                $profile->add($station - $curve / 2, $level - $grades[$k - 1] * $curve / 2, $grades[$k - 1], ($grades[$k] - $grades[$k - 1]) / $curve);
            }
            $profile->add($station + $curve / 2, $level + $grades[$k] * $curve / 2, $grades[$k], 0.0);
            $end = $station + $curve / 2;
        }

        return $profile;
    }

    private function add(float $station, float $level, float $grade, float $rate): void
    {
        $before = array_slice($this->pieces, -1)[0] ?? null;
        if ($before !== null && $before[2] === 0.0 && $rate === 0.0 && abs($before[1] - $grade) < 1e-9) {
            return; // the same grade goes on
        }
        $this->starts->add($station);
        $this->pieces[] = [$level, $grade, $rate];
    }

    /** @return array{float, float} level and grade (rise over run) at a station; at a break the grade beyond it */
    public function at(float $station): array
    {
        $k = $this->starts->index($station);
        [$level, $grade, $rate] = $this->pieces[$k];
        $d = $station - $this->starts->of($k);

        return [$level + $grade * $d + $rate * $d * $d / 2, $grade + $rate * $d];
    }

    /** Whether one grade goes from end to end. */
    public function isStraight(): bool
    {
        return count($this->pieces) === 1 && $this->pieces[0][2] === 0.0;
    }

    /** @return list<float> stations strictly between two others where grades meet or a vertical curve ends */
    public function between(float $a, float $b): array
    {
        $stations = [];
        for ($k = $this->starts->index($a) + 1, $n = count($this->pieces); $k < $n && $this->starts->of($k) < $b; $k++) {
            if ($this->starts->of($k) > $a) {
                $stations[] = $this->starts->of($k);
            }
        }

        return $stations;
    }

    /**
     * The same in profile as Horizontal::outline() in plan.
     *
     * @return list<array{float, float, int}> station, level, side: 1 where the profile bulges above the line, -1 below, 0 both
     */
    public function outline(float $a, float $b): array
    {
        $points = [];
        for ($k = $this->starts->index($a), $n = count($this->pieces); $k < $n && ($k === 0 || $this->starts->of($k) < $b); $k++) {
            $from = max($a, $this->starts->of($k));
            if ($from > $a && $from < $b) {
                $points[] = [$from, $this->at($from)[0], 0];
            }
            $to = min($b, $this->starts->of($k + 1));
            $rate = $this->pieces[$k][2];
            for ($i = 0; $rate !== 0.0 && $to > $from && $i < 3; $i++) {
                $half = ($to - $from) / 6;
                [$level, $grade] = $this->at($from + (2 * $i + 1) * $half);
                if ($i === 0) {
                    $points[] = [$from, $level - $grade * $half, $rate > 0.0 ? -1 : 1];
                }
                $points[] = [$from + (2 * $i + 2) * $half, $level + $grade * $half, $rate > 0.0 ? -1 : 1];
            }
        }

        return $points;
    }

    /** @return list<Turn> breaks and vertical curves, change of slope angle in radians, up positive */
    public function turns(float $end): array
    {
        $turns = [];
        foreach ($this->pieces as $k => [, $grade, $rate]) {
            if ($k > 0) {
                [, $g, $r] = $this->pieces[$k - 1];
                $before = $g + $r * ($this->starts->of($k) - $this->starts->of($k - 1));
                $turn = atan($grade) - atan($before);
                if (abs($turn) > 1e-7) {
                    $turns[] = new Turn($this->starts->of($k), $this->starts->of($k), $turn);
                }
            }
            if ($rate !== 0.0) {
                $to = min($end, $this->starts->of($k + 1));
                $turns[] = new Turn($this->starts->of($k), $to, atan($grade + $rate * ($to - $this->starts->of($k))) - atan($grade));
            }
        }

        return $turns;
    }
}
