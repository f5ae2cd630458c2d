<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Site;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Reading\Material;

/** A run of one pipe within a section. */
final readonly class Part
{
    public function __construct(public Material $material, public float $lengthM, public float $dnMm, public float $insideMm, public float $wallMm)
    {
    }

    public function volumeM3(): float
    {
        return FilledPipe::volumeM3($this->insideMm, $this->lengthM);
    }

    public function outsideMm(): float
    {
        return $this->insideMm + 2 * $this->wallMm;
    }

    /** D/(e·E), 1/GPa: how far the wall gives. */
    public function wallGivesPerGpa(): float
    {
        return $this->insideMm / ($this->wallMm * $this->material->modulusGpa());
    }

    /** @return array<string, float|string> */
    public function toArray(): array
    {
        return [
            'material' => $this->material->value, 'length_m' => $this->lengthM, 'dn_mm' => $this->dnMm, 'inside_mm' => $this->insideMm,
            'wall_mm' => $this->wallMm,
        ];
    }
}
