<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\Path\Horizontal;

/** The straight line between two stations of an alignment, and how the alignment bulges from it: what one pipe has to bridge. */
final readonly class Chord
{
    /**
     * @param  float  $inPlan  horizontal length, m
     * @param  float  $before  azimuth of the alignment at the start less the chord's, rad
     * @param  float  $after  chord's azimuth less the alignment's at the end
     * @param  float  $slopeBefore  the same for slopes
     * @param  list<array{float, float, int}>  $bulges  share of the way, how far right of the chord the alignment lies, m, and the side on which it counts
     * @param  list<array{float, float, int}>  $humps  the same, upwards
     */
    private function __construct(
        public float $from,
        public float $to,
        public float $length,
        public float $inPlan,
        public float $before,
        public float $after,
        public float $slopeBefore,
        public float $slopeAfter,
        public array $bulges,
        public array $humps,
    ) {
    }

    /** From a station to where a pipe of that length comes down on the alignment again. */
    public static function ofLength(Alignment $alignment, float $from, float $length): self
    {
        $start = $alignment->place($from);
        $to = $from + $length * cos(atan($alignment->profile->at($from)[1]));
        for ($k = 0; $k < 6; $k++) {
            $miss = $length - $start->distanceTo($alignment->place($to));
            $to += $miss;
            if (abs($miss) < 1e-6) {
                break;
            }
        }

        return self::between($alignment, $from, $to);
    }

    public static function between(Alignment $alignment, float $from, float $to): self
    {
        [$x0, $y0, $h0] = $alignment->plan->at($from);
        [$x1, $y1, $h1] = $alignment->plan->at($to);
        [$z0, $g0] = $alignment->profile->at($from);
        [$z1, $g1] = $alignment->profile->at($to);
        $dx = $x1 - $x0;
        $dy = $y1 - $y0;
        $plan = max(1e-6, hypot($dx, $dy));
        $azimuth = atan2($dx, $dy);
        $slope = atan2($z1 - $z0, $plan);
        $bulges = $humps = [];
        foreach ($alignment->plan->outline($from, $to) as [$x, $y, $side]) {
            $right = (($x - $x0) * $dy - ($y - $y0) * $dx) / $plan;
            if (abs($right) > 1e-5) {
                $bulges[] = [(($x - $x0) * $dx + ($y - $y0) * $dy) / $plan / $plan, $right, $side];
            }
        }
        foreach ($alignment->profile->isStraight() ? [] : $alignment->profile->outline($from, $to) as [$s, $level, $side]) {
            $t = ($s - $from) / max(1e-9, $to - $from);
            $up = $level - $z0 - $t * ($z1 - $z0);
            if (abs($up) > 1e-5) {
                $humps[] = [$t, $up, $side];
            }
        }

        return new self(
            $from, $to, hypot($plan, $z1 - $z0), $plan, Horizontal::wrap($h0 - $azimuth), Horizontal::wrap($azimuth - $h1),
            atan($g0) - $slope, $slope - atan($g1), $bulges, $humps,
        );
    }

    /** Where the end of a pipe over this chord may be in plan, of all places where the pipe before may end. */
    public function planFrom(Region $before, float $turn, float $band): Region
    {
        return $before->carried($turn, $this->before, $this->inPlan, $band, $this->bulges, $this->after);
    }

    /** The same in profile. */
    public function profileFrom(Region $before, float $turn, float $band): Region
    {
        return $before->carried($turn, $this->slopeBefore, $this->length, $band, $this->humps, $this->slopeAfter);
    }
}
