<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Layout\Path\Horizontal;
use Diastoma\Core\Pipe\JointDeflection;

/** Pipes put end to end in space, and what they do there, worked out without any approximation: deflections of the joints, distance from the alignment. */
final readonly class LaidLine
{
    private const SAMPLES = 8;

    /**
     * @param  list<Place>  $places  of the joints, start and end of the line among them
     * @param  list<float>  $stations  on the alignment
     */
    private function __construct(private Alignment $alignment, public array $places, public array $stations)
    {
    }

    /**
     * Marches along: each pipe has its true length, each joint its offsets.
     *
     * @param  list<float>  $lengths  the last is replaced by what is left when the end is given
     * @param  list<float>  $stations  about where each joint lies
     * @param  list<float>  $right
     * @param  list<float>  $up
     * @param  ?float  $end  station at which the last pipe is cut to end
     */
    public static function march(Alignment $alignment, array $lengths, array $stations, array $right, array $up, ?float $end): self
    {
        $place = $alignment->place($stations[0] ?? 0.0, $right[0] ?? 0.0, $up[0] ?? 0.0);
        $places = [$place];
        $found = [$stations[0] ?? 0.0];
        $last = count($lengths) - 1;
        foreach ($lengths as $k => $length) {
            $station = $k === $last && $end !== null ? $end : ($stations[$k + 1] ?? 0.0);
            $next = $alignment->place($station, $right[$k + 1] ?? 0.0, $up[$k + 1] ?? 0.0);
            for ($i = 0; $i < 12 && ($k !== $last || $end === null); $i++) {
                $miss = $length - $place->distanceTo($next);
                if (abs($miss) < 1e-8) {
                    break;
                }
                $station += $miss;
                $next = $alignment->place($station, $right[$k + 1] ?? 0.0, $up[$k + 1] ?? 0.0);
            }
            $places[] = $place = $next;
            $found[] = $station;
        }

        return new self($alignment, $places, $found);
    }

    /** @return list<array{float, float}> deflection in plan and in profile at each joint between two pipes, degrees; right and up positive */
    public function deflections(?float $azimuthBefore = null, ?float $slopeBefore = null): array
    {
        $turns = [];
        for ($k = 1, $n = count($this->places); $k < $n; $k++) {
            $azimuth = $this->places[$k - 1]->azimuthTo($this->places[$k]);
            $slope = $this->places[$k - 1]->slopeTo($this->places[$k]);
            if ($azimuthBefore !== null && $slopeBefore !== null) {
                $turns[] = [rad2deg(Horizontal::wrap($azimuth - $azimuthBefore)), rad2deg($slope - $slopeBefore)];
            }
            [$azimuthBefore, $slopeBefore] = [$azimuth, $slope];
        }

        return $turns;
    }

    /** @return list<float> furthest that each pipe lies from the alignment, m */
    public function strays(): array
    {
        $strays = [];
        for ($k = 1, $n = count($this->places); $k < $n; $k++) {
            [$a, $b] = [$this->places[$k - 1], $this->places[$k]];
            [$from, $to] = [$this->stations[$k - 1] ?? 0.0, $this->stations[$k] ?? 0.0];
            $shares = [];
            for ($i = 0; $i <= self::SAMPLES; $i++) {
                $shares[] = $i / self::SAMPLES;
            }
            foreach ([...$this->alignment->plan->between($from, $to), ...$this->alignment->profile->between($from, $to)] as $s) {
                $shares[] = ($s - $from) / max(1e-9, $to - $from);
            }
            $worst = 0.0;
            foreach ($shares as $t) {
                $place = new Place(
                    $a->easting + $t * ($b->easting - $a->easting), $a->northing + $t * ($b->northing - $a->northing),
                    $a->level + $t * ($b->level - $a->level),
                );
                $at = $this->alignment->locate($place, $from + $t * ($to - $from));
                $worst = max($worst, hypot($at['right_m'], $at['up_m']));
            }
            $strays[] = $worst;
        }

        return $strays;
    }

    /** Largest deflection of both planes together, degrees. */
    public function greatestDeg(?float $azimuthBefore = null, ?float $slopeBefore = null): float
    {
        return array_reduce(
            $this->deflections($azimuthBefore, $slopeBefore),
            static fn (float $most, array $turn): float => max($most, JointDeflection::combined($turn[0], $turn[1])), 0.0,
        );
    }
}
