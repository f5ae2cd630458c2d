<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

/** A place where the pressure pushes: an end, a bend, a tee, a reducer or a closed valve. */
final readonly class Fitting
{
    public const KINDS = ['end', 'bend', 'tee', 'reducer', 'valve'];

    /**
     * @param  float  $angleDeg  of a bend
     * @param  float  $otherMm  outside diameter of a tee's branch or a reducer's small end
     */
    public function __construct(public string $kind, public float $stationM, public float $angleDeg = 0.0, public float $otherMm = 0.0)
    {
    }

    /** Push in kN on a pipe of this outside diameter: p·A; on a bend 2·p·A·sin(θ/2); on a reducer p·(A − a) [statics]. */
    public function thrustKn(float $outsideMm, float $kpa): float
    {
        $area = static fn (float $mm): float => M_PI / 4 * ($mm / 1000) ** 2;

        return $kpa * match ($this->kind) {
            'bend' => 2 * $area($outsideMm) * sin(deg2rad($this->angleDeg) / 2),
            'tee' => $area($this->otherMm),
            'reducer' => $area($outsideMm) - $area($this->otherMm),
            default => $area($outsideMm),
        };
    }

    /** @return array{kind: string, station_m: float, angle_deg: float, other_mm: float} */
    public function toArray(): array
    {
        return ['kind' => $this->kind, 'station_m' => $this->stationM, 'angle_deg' => $this->angleDeg, 'other_mm' => $this->otherMm];
    }
}
