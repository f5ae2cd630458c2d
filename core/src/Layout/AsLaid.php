<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Pipe\JointDeflection;

/** A planned joint beside what the crew measured: laid less planned. Right, up and beyond are positive. */
final readonly class AsLaid
{
    private function __construct(
        public ?float $deflectionDeg,
        public ?float $deflectionOffDeg,
        public ?float $rightMm,
        public ?float $upMm,
        public ?float $alongMm,
        public ?Place $farEnd,
    ) {
    }

    /**
     * @param  Place  $joint  planned place of the joint
     * @param  Place  $farEnd  planned place of the far end of the pipe that this joint laid
     * @param  ?array{float, float}  $planned  deflection, plan and profile, degrees
     * @param  ?array{float, float}  $measured
     * @param  ?float  $rightMm  far end off its planned place, as read; null when nobody read it
     */
    public static function of(Place $joint, Place $farEnd, ?array $planned, ?array $measured, ?float $rightMm, ?float $upMm, ?float $alongMm): self
    {
        $known = $rightMm !== null || $upMm !== null || $alongMm !== null;
        $azimuth = $joint->azimuthTo($farEnd);
        [$r, $a] = [($rightMm ?? 0.0) / 1000, ($alongMm ?? 0.0) / 1000];
        $laid = new Place(
            $farEnd->easting + $r * cos($azimuth) + $a * sin($azimuth), $farEnd->northing - $r * sin($azimuth) + $a * cos($azimuth),
            $farEnd->level + ($upMm ?? 0.0) / 1000,
        );

        return new self(
            $measured === null ? null : JointDeflection::combined(...$measured),
            $measured === null || $planned === null ? null : hypot($measured[0] - $planned[0], $measured[1] - $planned[1]),
            $rightMm, $upMm, $alongMm, $known ? $laid : null,
        );
    }

    /** @return array<string, ?float> */
    public function toArray(): array
    {
        return [
            'deflection_deg' => $this->deflectionDeg, 'deflection_off_deg' => $this->deflectionOffDeg, 'right_mm' => $this->rightMm, 'up_mm' => $this->upMm,
            'along_mm' => $this->alongMm,
            'easting_m' => $this->farEnd?->easting, 'northing_m' => $this->farEnd?->northing, 'level_m' => $this->farEnd?->level,
        ];
    }
}
