<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Path\Horizontal;
use Diastoma\Core\Layout\Path\Profile;

/** Where a main is to lie: plan and profile by station (distance along the plan, m). */
final readonly class Alignment
{
    /** More than this many points is a survey, not an alignment. */
    private const MOST_POINTS = 20000;

    /** Nothing this product lays is longer, m. */
    private const LONGEST_M = 200000.0;

    private function __construct(public Horizontal $plan, public Profile $profile, public string $name)
    {
    }

    public static function of(Horizontal $plan, ?Profile $profile = null, string $name = ''): self
    {
        if ($plan->to() - $plan->from() > self::LONGEST_M) {
            throw InvalidInput::field(
                'alignment', 'The alignment is '.round(($plan->to() - $plan->from()) / 1000).' km long. Are its coordinates in metres?', $plan->to(),
                self::LONGEST_M,
            );
        }

        return new self($plan, $profile ?? Profile::level(0.0), $name);
    }

    /**
     * Straight from point to point. Stations that were given must rise and agree with the distances between the points.
     *
     * @param  list<array{station_m: ?float, easting_m: float, northing_m: float, level_m: ?float}>  $points
     *
     * @throws InvalidInput naming what does not fit
     */
    public static function throughPoints(array $points, string $name = ''): self
    {
        if (count($points) > self::MOST_POINTS) {
            throw InvalidInput::field(
                'points', count($points).' points are too many for an alignment; '.self::MOST_POINTS.' at most. Thin them out.', count($points),
                self::MOST_POINTS,
            );
        }
        $points = self::apart($points);
        $from = $points[0]['station_m'] ?? 0.0;
        $plan = Horizontal::throughPoints(array_map(static fn (array $p): array => [$p['easting_m'], $p['northing_m']], $points), $from);
        $station = $from;
        $levels = [];
        foreach ($points as $k => $p) {
            if ($k > 0) {
                $station += hypot($p['easting_m'] - $points[$k - 1]['easting_m'], $p['northing_m'] - $points[$k - 1]['northing_m']);
            }
            if ($p['station_m'] !== null && abs($p['station_m'] - $station) > 0.005 * max(20.0, $station - $from)) {
                throw InvalidInput::field(
                    'points',
                    'Point '.($k + 1)." has station {$p['station_m']} m, but lies ".round($station, 2)
                        .' m along the points. Check its coordinates, or leave the stations out.',
                    $p['station_m'], $station,
                );
            }
            if ($p['level_m'] !== null) {
                $levels[] = [$station, $p['level_m'], 0.0];
            }
        }
        $profile = match (count($levels)) {
            0 => null,
            1 => Profile::level($levels[0][1]),
            default => Profile::throughPoints($levels),
        };

        return self::of($plan, $profile, $name);
    }

    /**
     * @param  list<array{station_m: ?float, easting_m: float, northing_m: float, level_m: ?float}>  $points
     * @return non-empty-list<array{station_m: ?float, easting_m: float, northing_m: float, level_m: ?float}> without points that stand on the one before
     */
    private static function apart(array $points): array
    {
        $kept = [];
        foreach ($points as $p) {
            $last = $kept === [] ? null : $kept[count($kept) - 1];
            if ($last === null || hypot($p['easting_m'] - $last['easting_m'], $p['northing_m'] - $last['northing_m']) > 0.001) {
                $kept[] = $p;
            }
        }
        if (count($kept) < 2) {
            throw InvalidInput::field('points', 'The alignment needs two points that lie apart.', count($points), 2);
        }

        return $kept;
    }

    public function from(): float
    {
        return $this->plan->from();
    }

    public function to(): float
    {
        return $this->plan->to();
    }

    public function length(): float
    {
        return $this->plan->to() - $this->plan->from();
    }

    /** A place beside the alignment: right and up of it, m. */
    public function place(float $station, float $right = 0.0, float $up = 0.0): Place
    {
        [$x, $y, $h] = $this->plan->at($station);

        return new Place($x + $right * cos($h), $y - $right * sin($h), $this->profile->at($station)[0] + $up);
    }

    /**
     * Where a place lies from the alignment, near a station: the foot of the perpendicular by a few steps of Newton's rule.
     *
     * @return array{station_m: float, right_m: float, up_m: float}
     */
    public function locate(Place $place, float $near): array
    {
        $station = $near;
        for ($k = 0; $k < 8; $k++) {
            [$x, $y, $h] = $this->plan->at($station);
            $along = ($place->easting - $x) * sin($h) + ($place->northing - $y) * cos($h);
            $station += $along;
            if (abs($along) < 1e-7) {
                break;
            }
        }
        [$x, $y, $h] = $this->plan->at($station);

        return [
            'station_m' => $station, 'right_m' => ($place->easting - $x) * cos($h) - ($place->northing - $y) * sin($h),
            'up_m' => $place->level - $this->profile->at($station)[0],
        ];
    }

    /** @return list<array{station_m: float, easting_m: float, northing_m: float, level_m: float}> for drawing: corners, and arcs finely enough to look round */
    public function drawn(float $stepM = 2.0): array
    {
        $stations = [$this->from(), $this->to(), ...$this->plan->between($this->from(), $this->to()), ...$this->profile->between($this->from(), $this->to())];
        foreach ([...$this->plan->turns(), ...$this->profile->turns($this->to())] as $turn) {
            $pieces = (int) min(200, ceil(($turn->to - $turn->from) / $stepM));
            for ($k = 1; $k < $pieces; $k++) {
                $stations[] = $turn->from + $k * ($turn->to - $turn->from) / $pieces;
            }
        }
        sort($stations);
        $points = [];
        foreach ($stations as $k => $s) {
            if (($k === 0 || $s - $stations[$k - 1] > 1e-6) && $s >= $this->from() && $s <= $this->to()) {
                $place = $this->place($s);
                $points[] = ['station_m' => $s, 'easting_m' => $place->easting, 'northing_m' => $place->northing, 'level_m' => $place->level];
            }
        }

        return $points;
    }
}
