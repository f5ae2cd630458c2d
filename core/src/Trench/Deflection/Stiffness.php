<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Rulebook\Source;

/** How stiff a flexible pipe is across: as the European class SN (EI/D³, kN/m²) and as pipe stiffness PS (load over change of diameter). */
final readonly class Stiffness
{
    /** 0.149·PS is EI/r³, and so is 8·SN. */
    public const IOWA_PS = 0.149;

    private function __construct(public float $kpa)
    {
    }

    public static function ofSn(float $snKnM2): self
    {
        return new self(8 * $snKnM2 / self::IOWA_PS);
    }

    /** @param  float  $sdr  outside diameter over wall */
    public static function ofWall(float $sdr, float $modulusPsi): self
    {
        return new self(Pressure::of(4.47 * $modulusPsi / ($sdr - 1) ** 3, 'psi')->in('kPa'));
    }

    public function psi(): float
    {
        return Pressure::of($this->kpa, 'kPa')->in('psi');
    }

    public static function source(): Source
    {
        return Source::standard('ASTM D2412', 'pipe stiffness; EI/r³ = 0.149·PS = 8·SN');
    }
}
