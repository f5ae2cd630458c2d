<?php

declare(strict_types=1);

namespace Core\Tests\PressureTest;

use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\Section;

/**
 * A shut main of another physics than the simulator's and the diagnosis': a chain of Kelvin elements that creeps, a leak whose exponent lies between 0.5
 * and 1.3, air
 * that stays at its temperature, a wall that lags behind the ground, stiffness 10 % off the book, a gauge that rounds. Kept apart on purpose: a diagnosis that
 * is only tested by its own physics sees with its author's eyes.
 */
final class SecondModel
{
    private const ATMOSPHERE_KPA = 101.325;

    /** Of water at 12 °C, 1/K and kPa [IAPWS-95, rounded]. */
    private const EXPANSION = 1.14e-4;

    private const BULK_KPA = 2.1e6;

    /** Shares of the elastic strain that follow, and time constants, s; scaled by material. */
    private const CHAIN = [[0.10, 600.0], [0.15, 3600.0], [0.20, 20000.0]];

    private const CREEPS = ['pe' => 0.6, 'pvc' => 0.05, 'grp' => 0.03];

    /**
     * @param  array{leak?: float, air?: float, warms?: float, metered?: bool}  $of  leak in allowances (a fall of 20 kPa in an hour; of PE 0.06 % of the
     *     volume), free air in %, kelvin that the ground warms it by
     * @return array{list<array{t: float, p: float, c: float, added: ?float}>, Section, float} samples, section, allowance in L/h
     */
    public static function shut(string $material, array $of, int $seed): array
    {
        mt_srand($seed);
        $between = static fn (float $a, float $b): float => $a + ($b - $a) * mt_rand() / mt_getrandmax();
        $inside = $material === 'grp' ? $between(300, 600) : $between(100, 400);
        $wall = ['pe' => $inside / 9, 'pvc' => $inside / 19, 'grp' => $inside / 45][$material] ?? $between(5, 9);
        $section = Section::of(Material::from($material), $between(150, 900), $inside, $wall);
        $litres = 1000 * $section->volumeM3();
        $perKpa = $litres * (1 / self::BULK_KPA + $inside / ($wall * $section->modulusGpa * $between(0.9, 1.1) * 1e6));
        $allowed = $material === 'pe' ? 0.0006 * $litres : 20 * $perKpa;
        $target = $between(600, 1400);
        $model = new self($perKpa, $litres * ($of['air'] ?? 0.0) / 100, $litres * (self::EXPANSION - 3 * $section->expansionPerC),
            self::CREEPS[$material] ?? 0.0);
        $grain = [0.1, 0.5, 1.0][mt_rand(0, 2)];
        $exponent = $between(0.5, 1.3);
        $lag = $between(1800, 7200);
        $step = mt_rand(0, 1) === 0 ? 10.0 : 30.0;
        [$raise, $shut] = [600.0, $material === 'pe' ? 5400.0 : 4320.0];
        $samples = [];
        $in = $kpa = 0.0;
        for ($t = 0.0; $t <= $raise + $shut; $t += $step) {
            $warmer = ($of['warms'] ?? 0.0) * (1 - exp(-max(0.0, $t - $raise) / $lag));
            if ($t <= $raise) {
                $kpa = $target * $t / $raise;
                $in = $model->litresAt($kpa, $warmer);
            } else {
                $in -= ($of['leak'] ?? 0.0) * $allowed * ($kpa / $target) ** $exponent * $step / 3600;
                $kpa = $model->kpaAt($in, $warmer);
            }
            $model->creep($kpa, $step);
            $read = round(($kpa + $grain * (mt_rand() / mt_getrandmax() - 0.5) / 2) / $grain) * $grain;
            $samples[] = ['t' => $t, 'p' => $read, 'c' => round(12 + $warmer, 1),
                'added' => ($of['metered'] ?? true) ? round($t <= $raise ? $in : $pumped ?? $in, 3) : null];
            $pumped = $t <= $raise ? $in : $pumped ?? $in;
        }

        return [$samples, $section, $allowed];
    }

    /** @var array<int, float> litres that have crept so far, by element */
    private array $crept = [0.0, 0.0, 0.0];

    private function __construct(private readonly float $perKpa, private readonly float $airL, private readonly float $perKelvin,
        private readonly float $creeps)
    {
    }

    private function litresAt(float $kpa, float $warmer): float
    {
        return $this->perKpa * $kpa + array_sum($this->crept) + $this->airL * $kpa / ($kpa + self::ATMOSPHERE_KPA) - $this->perKelvin * $warmer;
    }

    private function kpaAt(float $litres, float $warmer): float
    {
        [$low, $high] = [0.0, 5000.0];
        for ($k = 0; $k < 40; $k++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $this->litresAt($middle, $warmer) > $litres ? [$low, $middle] : [$middle, $high];
        }

        return $low;
    }

    private function creep(float $kpa, float $seconds): void
    {
        foreach (self::CHAIN as $k => [$share, $time]) {
            $this->crept[$k] += ($share * $this->creeps * $this->perKpa * $kpa - $this->crept[$k]) * (1 - exp(-$seconds / $time));
        }
    }
}
