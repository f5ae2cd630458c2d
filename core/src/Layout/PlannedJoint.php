<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Pipe\JointDeflection;

/** One joint of a plan, or an end of the line: where it lies and how it turns. Right and up are positive. */
final readonly class PlannedJoint
{
    /**
     * @param  string  $kind  start, joint, bend or end
     * @param  float  $rightM  from the alignment
     * @param  ?float  $nextLengthM  of the pipe that follows: its far end swings with this joint
     */
    public function __construct(
        public int $number,
        public string $kind,
        public float $stationM,
        public Place $place,
        public float $horizontalDeg,
        public float $verticalDeg,
        public float $rightM,
        public float $upM,
        public ?float $nextLengthM,
        public float $azimuthDeg,
    ) {
    }

    public function angleDeg(): float
    {
        return $this->kind === 'joint' ? JointDeflection::combined($this->horizontalDeg, $this->verticalDeg) : 0.0;
    }

    /** @return array<string, int|float|string|null> */
    public function toArray(): array
    {
        $swing = fn (float $deg): ?float => $this->nextLengthM === null || $this->kind !== 'joint' ? null : JointDeflection::offsetMm($this->nextLengthM, $deg);

        return [
            'number' => $this->number, 'kind' => $this->kind, 'station_m' => $this->stationM, 'easting_m' => $this->place->easting,
            'northing_m' => $this->place->northing, 'level_m' => $this->place->level,
            'deflection_h_deg' => $this->horizontalDeg, 'deflection_v_deg' => $this->verticalDeg, 'deflection_deg' => $this->angleDeg(),
            'offset_right_mm' => 1000 * $this->rightM, 'offset_up_mm' => 1000 * $this->upM, 'offset_mm' => 1000 * hypot($this->rightM, $this->upM),
            'far_end_h_mm' => $swing($this->horizontalDeg), 'far_end_v_mm' => $swing($this->verticalDeg), 'azimuth_deg' => $this->azimuthDeg,
        ];
    }
}
