<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Path;

use Diastoma\Core\Exception\InvalidInput;

/**
 * The plan of an alignment: straights and arcs, end to end. Metres; azimuths in radians clockwise from north; curvature 1/m, positive to the right.
 * Before its start and beyond its end it goes straight on.
 */
final class Horizontal
{
    /** Largest gap or overlap between neighbouring elements that is closed without a word, m. */
    private const JOIN_M = 0.02;

    private readonly Stations $starts;

    /** @var list<array{float, float, float, float, float}> x, y, azimuth at the start, curvature, length */
    private array $elements = [];

    private float $length = 0.0;

    private function __construct(private readonly float $from)
    {
        $this->length = $from;
        $this->starts = new Stations;
    }

    /**
     * @param  list<array{float, float}>  $points  easting, northing
     *
     * @throws InvalidInput if there are fewer than two different points
     */
    public static function throughPoints(array $points, float $from = 0.0): self
    {
        $path = new self($from);
        $n = count($points);
        for ($k = 1; $k < $n; $k++) {
            [$x, $y] = $points[$k - 1];
            $dx = $points[$k][0] - $x;
            $dy = $points[$k][1] - $y;
            $d = hypot($dx, $dy);
            if ($d > 1e-6) {
                $path->add($x, $y, atan2($dx, $dy), 0.0, $d);
            }
        }

        return $path->elements === [] ? throw InvalidInput::field('alignment', 'The alignment needs two points that lie apart.') : $path;
    }

    /**
     * @param  list<array{x: float, y: float, azimuth: float, curvature: float, length: float}>  $elements  each begins where the one before ends
     *
     * @throws InvalidInput if an element has no length or does not begin where the one before ends
     */
    public static function ofElements(array $elements, float $from = 0.0): self
    {
        $path = new self($from);
        foreach ($elements as $k => $e) {
            if (! is_finite($e['length']) || $e['length'] <= 0.0) {
                throw InvalidInput::field('alignment', 'Element '.($k + 1).' of the alignment has no length. Export it again.', $e['length']);
            }
            if ($path->elements !== []) {
                [$x, $y] = $path->at($path->length);
                $gap = hypot($e['x'] - $x, $e['y'] - $y);
                if ($gap > self::JOIN_M) {
                    throw InvalidInput::field(
                        'alignment',
                        'Element '.($k + 1).' begins '.round($gap, 3).' m from the end of the one before. The elements must follow one another.', $gap,
                        self::JOIN_M,
                    );
                }
            }
            $path->add($e['x'], $e['y'], $e['azimuth'], $e['curvature'], $e['length']);
        }

        return $path->elements === [] ? throw InvalidInput::field('alignment', 'The alignment holds no straight and no arc.') : $path;
    }

    private function add(float $x, float $y, float $azimuth, float $curvature, float $length): void
    {
        $this->starts->add($this->length);
        $this->elements[] = [$x, $y, $azimuth, $curvature, $length];
        $this->length += $length;
    }

    public function from(): float
    {
        return $this->from;
    }

    public function to(): float
    {
        return $this->length;
    }

    /** @return array{float, float, float} easting, northing, azimuth at a station; at a corner the azimuth beyond it */
    public function at(float $station): array
    {
        $k = $this->starts->index($station);
        [$x, $y, $azimuth, $curvature, $length] = $this->elements[$k];
        $d = $station - $this->starts->of($k);
        $curved = $curvature !== 0.0;
        $on = $curved ? min(max($d, 0.0), $length) : $d;
        $h = $azimuth + $curvature * $on;
        if ($curved) {
            $x += (cos($azimuth) - cos($h)) / $curvature;
            $y += (sin($h) - sin($azimuth)) / $curvature;
            $rest = $d - $on; // beyond the ends straight on

            return $rest === 0.0 ? [$x, $y, $h] : [$x + $rest * sin($h), $y + $rest * cos($h), $h];
        }

        return [$x + $d * sin($h), $y + $d * cos($h), $h];
    }

    /** @return list<float> stations of corners and of ends of arcs strictly between two others */
    public function between(float $a, float $b): array
    {
        $stations = [];
        for ($k = $this->starts->index($a) + 1, $n = count($this->elements); $k < $n && $this->starts->of($k) < $b; $k++) {
            if ($this->starts->of($k) > $a) {
                $stations[] = $this->starts->of($k);
            }
        }

        return $stations;
    }

    /**
     * Points that a straight line must not pass beyond the band, for all of the alignment between two stations to lie within it: the corners, and round
     * each arc
     * the corners of the tangents that enclose it. No part of an arc lies outside of its tangents, so nothing is missed between the points.
     *
     * @return list<array{float, float, int}> easting, northing, and side on which the point counts: 1 where the alignment bulges right of the line, -1 left,
     *     0 both
     */
    public function outline(float $a, float $b): array
    {
        $points = [];
        for ($k = $this->starts->index($a), $n = count($this->elements); $k < $n && ($this->starts->of($k) < $b); $k++) {
            [, , , $curvature, $length] = $this->elements[$k];
            $from = max($a, $this->starts->of($k));
            if ($from > $a) {
                [$x, $y] = $this->at($from);
                $points[] = [$x, $y, 0];
            }
            $to = min($b, $this->starts->of($k) + $length);
            if ($curvature !== 0.0 && $to > $from) {
                array_push($points, ...$this->tangents($from, $to, $curvature));
            }
        }

        return $points;
    }

    /** @return list<array{float, float, int}> */
    private function tangents(float $from, float $to, float $curvature): array
    {
        $sagitta = abs($curvature) * ($to - $from) ** 2 / 8;
        $n = $sagitta < 0.0002 ? 1 : ($sagitta < 0.005 ? 3 : 5);
        $step = ($to - $from) / $n;
        $ahead = tan($curvature * $step / 2) / $curvature;
        $side = $curvature > 0.0 ? -1 : 1;
        $points = [];
        for ($k = 0; $k < $n; $k++) {
            [$x, $y, $h] = $this->at($from + ($k + 0.5) * $step);
            if ($k === 0) {
                $points[] = [$x - $ahead * sin($h), $y - $ahead * cos($h), $side];
            }
            $points[] = [$x + $ahead * sin($h), $y + $ahead * cos($h), $side];
        }

        return $points;
    }

    /** @return list<Turn> corners (from and to alike) and arcs, turn in radians, right positive */
    public function turns(): array
    {
        $turns = [];
        foreach ($this->elements as $k => [, , $azimuth, $curvature, $length]) {
            if ($k > 0) {
                [, , $h, $c, $l] = $this->elements[$k - 1];
                $turn = self::wrap($azimuth - $h - $c * $l);
                if (abs($turn) > 1e-7) {
                    $turns[] = new Turn($this->starts->of($k), $this->starts->of($k), $turn);
                }
            }
            if ($curvature !== 0.0) {
                $turns[] = new Turn($this->starts->of($k), $this->starts->of($k) + $length, $curvature * $length);
            }
        }

        return $turns;
    }

    public static function wrap(float $angle): float
    {
        return $angle - 2 * M_PI * round($angle / (2 * M_PI));
    }
}
