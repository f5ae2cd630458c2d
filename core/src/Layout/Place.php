<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/** A point in the grid of the job, m. */
final readonly class Place
{
    public function __construct(public float $easting, public float $northing, public float $level)
    {
    }

    public function distanceTo(self $other): float
    {
        return sqrt(($other->easting - $this->easting) ** 2 + ($other->northing - $this->northing) ** 2 + ($other->level - $this->level) ** 2);
    }

    /** Azimuth to another place, radians clockwise from north. */
    public function azimuthTo(self $other): float
    {
        return atan2($other->easting - $this->easting, $other->northing - $this->northing);
    }

    /** Slope to another place, radians, up positive. */
    public function slopeTo(self $other): float
    {
        return atan2($other->level - $this->level, hypot($other->easting - $this->easting, $other->northing - $this->northing));
    }
}
