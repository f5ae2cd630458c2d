<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;

/**
 * A pipe full of water, step by step. Volume balance: C(p)·dp = pumped − leak − creep − thermal, with C = V·(1/K + D/(e·E)) + p_atm·V_air/(p + p_atm)²,
 * an orifice for the leak, a sum of decaying exponentials for creep, and water against pipe for temperature.
 */
final class WaterVessel
{
    private const LOOK_UP_K = 0.1;

    public float $kpa = 0.0;

    public float $warmedK = 0.0;

    private readonly float $elasticL;

    private readonly float $wallL;

    private float $thermalL = 0.0;

    /** At which warmth the water's own expansion was last looked up, K. */
    private ?float $lookedUpK = null;

    /** @var array<int, float> L */
    private array $crept;

    /**
     * @param  list<array{float, float}>  $creep  share of the elastic strain, time constant s
     * @param  \Closure(float): float  $leakLitresPerHour  at a pressure
     */
    public function __construct(
        private readonly FilledPipe $pipe, private readonly array $creep, private readonly float $poisson, private readonly float $expansionPerC,
        private readonly float $waterC, private readonly float $airL, private readonly \Closure $leakLitresPerHour,
    ) {
        $this->elasticL = $pipe->elasticL(1.0);
        $this->wallL = 1000 * $pipe->volumeM3 * $pipe->diameterMm / ($pipe->wallMm * $pipe->modulusGpa) * 1e-6;
        $this->lookUp();
        $this->crept = array_fill(0, count($creep), 0.0);
    }

    /** Water expands more the warmer it is. */
    private function lookUp(): void
    {
        if ($this->lookedUpK === null || abs($this->warmedK - $this->lookedUpK) > self::LOOK_UP_K) {
            $this->lookedUpK = $this->warmedK;
            $water = Water::at(min(60.0, max(0.0, $this->waterC + $this->warmedK)));
            $this->thermalL = $this->elasticL * FilledPipe::kpaPerDegree(
                $this->pipe->diameterMm, $this->pipe->wallMm, $this->pipe->modulusGpa, $this->poisson, $this->expansionPerC, $water,
            );
        }
    }

    /** L per kPa at the pressure it has. */
    public function compliance(): float
    {
        return $this->elasticL + $this->airL * FilledPipe::ATMOSPHERE_KPA / (FilledPipe::ATMOSPHERE_KPA + $this->kpa) ** 2;
    }

    public function step(float $seconds, float $pumpedL = 0.0, float $warmingPerHour = 0.0): void
    {
        $out = ($this->leakLitresPerHour)($this->kpa) / 3600 * $seconds;
        foreach ($this->creep as $k => [$share, $tau]) {
            $step = ($share * $this->wallL * $this->kpa - $this->crept[$k]) / $tau * $seconds;
            $this->crept[$k] += $step;
            $out += $step;
        }
        $warm = $warmingPerHour / 3600 * $seconds;
        $this->warmedK += $warm;
        $this->lookUp();
        $this->kpa = max(0.0, $this->kpa + ($pumpedL - $out + $this->thermalL * $warm) / $this->compliance());
    }

    /** Pumps or lets out what brings it to a pressure; L, out is negative. */
    public function bringTo(float $kpa): float
    {
        $litres = $this->compliance() * ($kpa - $this->kpa);
        $this->kpa = $kpa;

        return $litres;
    }
}
