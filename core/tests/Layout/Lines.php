<?php

declare(strict_types=1);

namespace Core\Tests\Layout;

use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\Path\Horizontal;
use Diastoma\Core\Layout\Path\Profile;
use Diastoma\Core\Layout\Plan;
use Diastoma\Core\Layout\PlanLimits;

/** Alignments made up by seed, and an examination of plans by plain trigonometry that shares nothing with the planner. */
final class Lines
{
    /**
     * Straights and arcs, each beginning where the one before ends.
     *
     * @param  list<array{float|int, float|int}>  $parts  length and radius, 0 for straight, negative to the left
     */
    public static function of(array $parts, ?Profile $profile = null, float $azimuth = 0.3): Alignment
    {
        [$x, $y] = [1000.0, 2000.0];
        $elements = [];
        foreach ($parts as [$length, $radius]) {
            $c = $radius == 0 ? 0.0 : 1 / $radius;
            $elements[] = ['x' => $x, 'y' => $y, 'azimuth' => $azimuth, 'curvature' => $c, 'length' => (float) $length];
            $steps = 4000; // walked in small steps: another route than the sine and cosine of the arc
            for ($k = 0; $k < $steps; $k++) {
                $h = $azimuth + $c * $length * ($k + 0.5) / $steps;
                $x += sin($h) * $length / $steps;
                $y += cos($h) * $length / $steps;
            }
            $azimuth += $c * $length;
        }

        return Alignment::of(Horizontal::ofElements($elements), $profile);
    }

    /** @return list<array{int, int}> straights and arcs up to a length */
    public static function parts(int $upTo, int $tightest, int $widest): array
    {
        $parts = [];
        for ($length = 0; $length < $upTo;) {
            $straight = mt_rand(4, 30);
            $arc = mt_rand(15, 50);
            $parts[] = [$straight, 0];
            $parts[] = [$arc, mt_rand($tightest, $widest) * (mt_rand(0, 1) === 1 ? 1 : -1)];
            $length += $straight + $arc;
        }

        return $parts;
    }

    /** @param  list<float>  $lengths */
    public static function limits(float $allowed, ?float $cutMin = null, array $lengths = [6.0, 12.0], bool $anywhere = true): PlanLimits
    {
        return PlanLimits::of(array_map(static fn (float $l): array => ['length_m' => $l, 'count' => null], $lengths), $allowed, 0.8, 50.0, $cutMin, $anywhere);
    }

    /**
     * What a plan breaks, in words: lengths, deflections as angles between vectors in space, and the distance of every half metre of pipe from the
     * alignment drawn
     * as a fine polyline.
     *
     * @return list<string>
     */
    public static function broken(Plan $plan): array
    {
        $said = [];
        $fine = $plan->alignment->drawn(0.25);
        $at = 0;
        $joints = $plan->joints;
        foreach ($plan->pipes as $pipe) {
            $k = $pipe->joint;
            [$a, $b] = [$joints[$k]->place, $joints[$k + 1]->place];
            $length = sqrt(($b->easting - $a->easting) ** 2 + ($b->northing - $a->northing) ** 2 + ($b->level - $a->level) ** 2);
            if (abs($length - $pipe->lengthM) > 0.0006) {
                $said[] = "pipe {$pipe->number} is {$pipe->lengthM} m but its ends lie {$length} m apart";
            }
            if (
                ! $pipe->isCut() && ! in_array($pipe->lengthM, $plan->limits->lengthsM, true)
                || $pipe->isCut() && ($pipe->lengthM < $plan->limits->cutMinM - 0.0006 || $pipe->lengthM > $plan->limits->longest() + 0.0006)
            ) {
                $said[] = "pipe {$pipe->number} of {$pipe->lengthM} m is neither on stock nor a cut piece";
            }
            for ($i = 0; $i <= 24; $i++) {
                $t = $i / 24;
                $p = [
                    $a->easting + $t * ($b->easting - $a->easting), $a->northing + $t * ($b->northing - $a->northing),
                    $a->level + $t * ($b->level - $a->level),
                ];
                [$distance, $at] = self::nearest($fine, $p, $at);
                if ($distance > $plan->limits->bandM + 0.0003) { // half a millimetre less what the polyline cuts off its arcs
                    $said[] = "pipe {$pipe->number} lies ".round(1000 * $distance, 2).' mm off';
                }
            }
            if ($k > 0 && $joints[$k]->kind === 'joint') {
                $c = $joints[$k - 1]->place;
                $u = [$a->easting - $c->easting, $a->northing - $c->northing, $a->level - $c->level];
                $v = [$b->easting - $a->easting, $b->northing - $a->northing, $b->level - $a->level];
                $cross = [$u[1] * $v[2] - $u[2] * $v[1], $u[2] * $v[0] - $u[0] * $v[2], $u[0] * $v[1] - $u[1] * $v[0]];
                $angle = rad2deg(atan2(sqrt($cross[0] ** 2 + $cross[1] ** 2 + $cross[2] ** 2), $u[0] * $v[0] + $u[1] * $v[1] + $u[2] * $v[2]));
                if ($angle > rad2deg($plan->limits->turn) + 1e-6) {
                    $said[] = "joint {$joints[$k]->number} turns {$angle}°";
                }
            }
        }

        return $said;
    }

    /**
     * @param  list<array{station_m: float, easting_m: float, northing_m: float, level_m: float}>  $fine
     * @param  array{float, float, float}  $p
     * @return array{float, int} distance from the polyline, and where on it
     */
    private static function nearest(array $fine, array $p, int $from): array
    {
        $best = INF;
        $found = $from;
        for ($k = max(0, $from - 30), $n = count($fine) - 1; $k < $n; $k++) {
            $a = $fine[$k];
            $b = $fine[$k + 1];
            $d = [$b['easting_m'] - $a['easting_m'], $b['northing_m'] - $a['northing_m'], $b['level_m'] - $a['level_m']];
            $w = [$p[0] - $a['easting_m'], $p[1] - $a['northing_m'], $p[2] - $a['level_m']];
            $t = min(
                $k === $n - 1 ? INF : 1.0,
                max($k === 0 ? -INF : 0.0, ($d[0] * $w[0] + $d[1] * $w[1] + $d[2] * $w[2]) / ($d[0] ** 2 + $d[1] ** 2 + $d[2] ** 2)),
            );
            $distance = sqrt(($w[0] - $t * $d[0]) ** 2 + ($w[1] - $t * $d[1]) ** 2 + ($w[2] - $t * $d[2]) ** 2);
            if ($distance < $best) {
                [$best, $found] = [$distance, $k];
            } elseif ($k > $found + 80) {
                break;
            }
        }

        return [$best, $found];
    }

    /**
     * The least number of pipes by trying every sequence of stock lengths with joints on a grid across the band: a search of its own. A way that it finds is a
     * real one (the grid only takes freedom away), so the planner may never need more.
     *
     * @param  list<float>  $lengths
     */
    public static function exhaustive(Alignment $alignment, array $lengths, float $limitDeg, float $band, ?float $cutMin, int $most, int $half = 4): ?int
    {
        $grid = array_map(static fn (int $i): float => $band * 0.995 * $i / $half, range(-$half, $half));
        $front = [];
        foreach ($grid as $u) {
            $front[] = [$alignment->from(), $u, null];
        }
        for ($count = 1; $count <= $most; $count++) {
            $next = [];
            foreach ($front as [$s, $u, $azimuth]) {
                $p = $alignment->place($s, $u);
                $rest = $p->distanceTo($alignment->place($alignment->to()));
                $tries = array_map(static fn (float $l): array => [$l, null], $lengths);
                if ($cutMin !== null && $rest >= $cutMin && $rest <= max($lengths)) {
                    $tries[] = [0.0, $alignment->to()];
                }
                foreach ($tries as [$length, $end]) {
                    foreach ($grid as $v) {
                        $t = $end ?? $s + $length;
                        for ($i = 0; $i < 4 && $end === null; $i++) {
                            $t += $length - $p->distanceTo($alignment->place($t, $v));
                        }
                        $q = $alignment->place($t, $v);
                        $h = $p->azimuthTo($q);
                        if (
                            $azimuth !== null && abs(rad2deg(fmod($h - $azimuth + 3 * M_PI, 2 * M_PI) - M_PI)) > $limitDeg
                            || ! self::inBand($alignment, $p, $q, $s, $t, $band)
                        ) {
                            continue;
                        }
                        if ($end !== null || $cutMin === null && $t >= $alignment->to() - $band || abs($t - $alignment->to()) <= $band) {
                            return $count;
                        }
                        if ($t < $alignment->to() + max($lengths)) {
                            $next[round($t, 1).':'.round($v, 4).':'.round($h, 4)] = [$t, $v, $h];
                        }
                    }
                }
            }
            $front = array_values($next);
        }

        return null;
    }

    private static function inBand(Alignment $alignment, \Diastoma\Core\Layout\Place $p, \Diastoma\Core\Layout\Place $q, float $s, float $t, float $band): bool
    {
        for ($i = 1; $i < 8; $i++) {
            $m = new \Diastoma\Core\Layout\Place(
                $p->easting + $i / 8 * ($q->easting - $p->easting), $p->northing + $i / 8 * ($q->northing - $p->northing), 0.0,
            );
            if (abs($alignment->locate($m, $s + $i / 8 * ($t - $s))['right_m']) > $band) {
                return false;
            }
        }

        return true;
    }
}
