<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/** Where a plan begins: at the alignment's start, or at the end of a pipe that lies already. */
final readonly class Start
{
    /** @param  ?float  $azimuth  of the pipe that lies before, rad; null when there is none */
    private function __construct(public float $station, public float $right, public float $up, public ?float $azimuth, public ?float $slope)
    {
    }

    public static function ofLine(Alignment $alignment): self
    {
        return new self($alignment->from(), 0.0, 0.0, null, null);
    }

    /** At the far end of the last pipe laid, which lies from one place to another. */
    public static function after(Alignment $alignment, Place $from, Place $to, float $near): self
    {
        $at = $alignment->locate($to, $near);

        return new self($at['station_m'], $at['right_m'], $at['up_m'], $from->azimuthTo($to), $from->slopeTo($to));
    }

    /** A new start further on, beyond a bend. */
    public static function at(float $station): self
    {
        return new self($station, 0.0, 0.0, null, null);
    }

    public function isFresh(): bool
    {
        return $this->azimuth === null;
    }
}
