<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;

/**
 * Stand-in for a filled section of any pipe, its pump and its logger: raised at a steady rate, shut, watched.
 *
 * The volume balance is the vessel's. Creep shares and times of PE and PVC: from memory.
 */
final readonly class SectionRig
{
    private const STEP_S = 5.0;

    private const LARGEST_HOURS = 48.0;

    /**
     * @param  list<array{float, float}>  $creep  share of the elastic strain, time constant s
     * @param  float  $poisson  with the thermal expansion of the pipe: what warming does
     */
    public function __construct(
        public float $volumeM3,
        public float $diameterMm,
        public float $wallMm,
        public float $modulusGpa,
        public float $poisson,
        public float $expansionPerC,
        public array $creep,
        public float $waterC = 12.0,
        public float $airPercent = 0.05,
        public float $holeMm = 0.0,
        public float $warmingPerHour = 0.0,
        public GaugeFault $gauge = GaugeFault::None,
        public float $noiseKpa = 0.4,
        public float $resolutionKpa = 0.1,
    ) {
    }

    /**
     * @param  float  $raiseMin  time in which the pump raises an air-free section
     * @return list<array{t: float, p: float, c: float, added: float}> seconds, kPa, °C of the water, litres pumped in all
     */
    public function run(float $testKpa, float $raiseMin, float $holdHours, float $sampleS, int $seed): array
    {
        $noise = new Noise($seed);
        $pipe = FilledPipe::of($this->volumeM3, $this->diameterMm, $this->wallMm, $this->modulusGpa, Water::at($this->waterC)->bulkModulusGpa);
        $vessel = new WaterVessel(
            $pipe, $this->creep, $this->poisson, $this->expansionPerC, $this->waterC, 10 * $this->volumeM3 * $this->airPercent,
            fn (float $kpa): float => FilledPipe::leakLitresPerHour($this->holeMm, $kpa, 0.6),
        );
        $rate = $pipe->elasticL(1.0) * $testKpa / ($raiseMin * 60);
        $added = 0.0;
        $shutAt = null;
        $samples = [];
        $fault = new GaugeTrouble($this->gauge, $seed, $testKpa);
        $end = 3600 * min($holdHours, self::LARGEST_HOURS);
        for ($t = 0.0, $next = 0.0; $shutAt === null ? $t < 3600 * self::LARGEST_HOURS : $t <= $shutAt + $end; $t += self::STEP_S) {
            if ($t >= $next - 1e-9) {
                $shown = $fault->shown($vessel->kpa + $noise->normal($this->noiseKpa), $shutAt === null ? 0.0 : ($t - $shutAt) / max(1.0, $end));
                $samples[] = [
                    't' => $t, 'p' => round(round($shown / $this->resolutionKpa) * $this->resolutionKpa, 4),
                    'c' => round($this->waterC + $vessel->warmedK + $noise->normal(0.02), 2), 'added' => round($added, 3),
                ];
                $next += $sampleS;
            }
            $in = $shutAt === null ? $rate * self::STEP_S : 0.0;
            $vessel->step(self::STEP_S, $in, $this->warmingPerHour);
            $added += $in;
            if ($shutAt === null && $vessel->kpa >= $testKpa) {
                $shutAt = $t + self::STEP_S;
            }
        }

        return $samples;
    }
}
