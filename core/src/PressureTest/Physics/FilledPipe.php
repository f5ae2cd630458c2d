<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Physics;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** A pipe full of water as an elastic vessel: how much it takes for a pressure, what air, warmth and a hole do to it. Pressures are gauge, kPa. */
final readonly class FilledPipe
{
    public const ATMOSPHERE_KPA = 101.325;

    private function __construct(public float $volumeM3, public float $diameterMm, public float $wallMm, public float $modulusGpa, public float $waterGpa)
    {
    }

    /**
     * @param  float  $diameterMm  inside
     * @param  float  $waterGpa  bulk modulus of the water
     *
     * @throws InvalidInput naming what is not above 0
     */
    public static function of(float $volumeM3, float $diameterMm, float $wallMm, float $modulusGpa, float $waterGpa): self
    {
        foreach (['volume_m3' => $volumeM3, 'diameter_mm' => $diameterMm, 'wall_mm' => $wallMm, 'modulus_gpa' => $modulusGpa] as $field => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                throw InvalidInput::field($field, "{$field} is {$value}; it must be more than 0.", $value, 0);
            }
        }

        return new self($volumeM3, $diameterMm, $wallMm, $modulusGpa, $waterGpa);
    }

    public static function volumeM3(float $diameterMm, float $lengthM): float
    {
        return M_PI / 4 * ($diameterMm / 1000) ** 2 * $lengthM;
    }

    /** Share of the volume taken per kPa: 1/K + D/(e·E). */
    public function compliancePerKpa(): float
    {
        return (1 / $this->waterGpa + $this->diameterMm / ($this->wallMm * $this->modulusGpa)) * 1e-6;
    }

    /** Water that an air-free pipe takes for a rise of pressure, L. */
    public function elasticL(float $riseKpa): float
    {
        return 1000 * $this->volumeM3 * $riseKpa * $this->compliancePerKpa();
    }

    /**
     * Free air, at atmospheric pressure, that explains why raising the pressure took more water than the pipe does: the integral of p_atm·V/(p + p_atm)².
     *
     * @return array{air_l: float, air_percent: float} never below 0
     *
     * @throws InvalidInput if the second pressure is not above the first
     */
    public function air(float $p1Kpa, float $p2Kpa, float $addedL): array
    {
        if ($p2Kpa <= $p1Kpa || $p1Kpa < 0.0) {
            throw InvalidInput::field('p2_kpa', "The pressure must be raised: {$p1Kpa} to {$p2Kpa} kPa is not a rise from 0 or more.", $p2Kpa, $p1Kpa);
        }
        $room = self::ATMOSPHERE_KPA * (1 / ($p1Kpa + self::ATMOSPHERE_KPA) - 1 / ($p2Kpa + self::ATMOSPHERE_KPA));
        $air = max(0.0, ($addedL - $this->elasticL($p2Kpa - $p1Kpa)) / $room);

        return ['air_l' => $air, 'air_percent' => $air / (10 * $this->volumeM3)];
    }

    /** Pressure that a degree of warming adds to a shut, buried, restrained pipe: (β − 2(1+ν)α)/(1/K + (1−ν²)·D/(e·E)), kPa. */
    public static function kpaPerDegree(float $diameterMm, float $wallMm, float $modulusGpa, float $poisson, float $expansionPerC, Water $water): float
    {
        return 1e6 * ($water->expansionPerC - 2 * (1 + $poisson) * $expansionPerC)
            / (1 / $water->bulkModulusGpa + (1 - $poisson ** 2) * $diameterMm / ($wallMm * $modulusGpa));
    }

    /** Flow through a hole: c·A·√(2p/ρ), L/h. */
    public static function leakLitresPerHour(float $holeMm, float $pressureKpa, float $coefficient, float $densityKgM3 = 998.207): float
    {
        return 3.6e6 * $coefficient * M_PI / 4 * ($holeMm / 1000) ** 2 * sqrt(2000 * max(0.0, $pressureKpa) / $densityKgM3);
    }

    /** Energy that comes out when it lets go, kJ: of air p·V/(k−1)·(1 − (p_atm/p)^((k−1)/k)) with absolute p and k 1.4, of water ½·V·p²/K. */
    public static function energyKj(float $volumeM3, float $pressureKpa, string $medium, float $waterGpa = 2.179): float
    {
        if ($medium === 'water') {
            return 0.5 * $volumeM3 * $pressureKpa ** 2 / ($waterGpa * 1e6);
        }
        $absolute = $pressureKpa + self::ATMOSPHERE_KPA;

        return $absolute * $volumeM3 / 0.4 * (1 - (self::ATMOSPHERE_KPA / $absolute) ** (0.4 / 1.4));
    }

    /**
     * How far a free end moves, mm, out is positive: thermal, and by Poisson's ratio inwards under pressure; with a closed end the thrust pulls it out again.
     */
    public static function freeEndMm(
        float $lengthM, float $diameterMm, float $wallMm, float $modulusGpa, float $poisson, float $pressureKpa, float $expansionPerC, float $warmingC,
        bool $closed,
    ): float {
        $hoop = $pressureKpa * $diameterMm / (2 * $wallMm) / ($modulusGpa * 1e6);

        return 1000 * $lengthM * ($expansionPerC * $warmingC - $poisson * $hoop + ($closed ? $hoop / 2 : 0.0));
    }

    public static function source(): Source
    {
        return Source::arithmetic('elastic pipe full of water: ΔV = V·Δp·(1/K + D/(e·E))');
    }
}
