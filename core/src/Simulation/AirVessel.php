<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\PressureTest\Physics\FilledPipe;

/** A pipe full of air or gas that keeps its volume: p·V ∝ m·T; a leak takes free gas in proportion to the square root of the pressure. */
final class AirVessel
{
    private const ZERO_C = 273.15;

    public float $kpa = 0.0;

    public float $warmedK = 0.0;

    /** @param  \Closure(float): float  $leakLitresPerHour  of free gas at a gauge pressure */
    public function __construct(private readonly float $volumeL, private readonly float $startC, private readonly \Closure $leakLitresPerHour)
    {
    }

    public function step(float $seconds, float $warmingPerHour = 0.0): void
    {
        $before = $this->startC + self::ZERO_C + $this->warmedK;
        $this->warmedK += $warmingPerHour / 3600 * $seconds;
        $absolute = ($this->kpa + FilledPipe::ATMOSPHERE_KPA) * ($this->startC + self::ZERO_C + $this->warmedK) / $before;
        $absolute -= ($this->leakLitresPerHour)($this->kpa) / 3600 * $seconds * FilledPipe::ATMOSPHERE_KPA / $this->volumeL;
        $this->kpa = max(0.0, $absolute - FilledPipe::ATMOSPHERE_KPA);
    }
}
