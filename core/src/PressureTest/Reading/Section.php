<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Physics\FilledPipe;

/** The pipe that a trace was taken from. */
final readonly class Section
{
    private function __construct(
        public Material $material, public float $lengthM, public float $insideMm, public float $wallMm, public float $modulusGpa, public float $poisson,
        public float $expansionPerC,
    ) {
    }

    /** @throws InvalidInput naming what is not above 0 */
    public static function of(
        Material $material, float $lengthM, float $insideMm, float $wallMm, ?float $modulusGpa = null, ?float $poisson = null, ?float $expansionPerC = null,
    ): self {
        $faults = [];
        foreach (['length_m' => $lengthM, 'inside_mm' => $insideMm, 'wall_mm' => $wallMm, 'modulus_gpa' => $modulusGpa ?? 1.0] as $field => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                $faults[] = InvalidInput::field($field, "{$field} is {$value}; it must be more than 0.", $value, 0);
            }
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }

        return new self(
            $material, $lengthM, $insideMm, $wallMm, $modulusGpa ?? $material->modulusGpa(), $poisson ?? $material->poisson(),
            $expansionPerC ?? $material->expansionPerC(),
        );
    }

    public function volumeM3(): float
    {
        return FilledPipe::volumeM3($this->insideMm, $this->lengthM);
    }

    /** Water that the wall alone gives room for, L per kPa. */
    public function wallLitresPerKpa(): float
    {
        return 1e-3 * $this->volumeM3() * $this->insideMm / ($this->wallMm * $this->modulusGpa);
    }

    public function pipe(float $waterGpa): FilledPipe
    {
        return FilledPipe::of($this->volumeM3(), $this->insideMm, $this->wallMm, $this->modulusGpa, $waterGpa);
    }
}
