<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

/** What a faulty gauge shows. Holds the value it is stuck at. */
final class GaugeTrouble
{
    private readonly Noise $noise;

    private readonly float $where;

    private readonly float $size;

    private ?float $stuck = null;

    public function __construct(private readonly GaugeFault $fault, int $seed, float $testKpa)
    {
        $this->noise = new Noise($seed + 7919);
        $this->where = 0.3 + 0.3 * abs(sin((float) $seed)); // of the time shut
        $this->size = 0.03 * $testKpa * ($seed % 2 === 0 ? 1.0 : -1.0);
    }

    /** @param  float  $share  of the time since it was shut; 0 before */
    public function shown(float $true, float $share): float
    {
        return match ($this->fault) {
            GaugeFault::None => $true,
            GaugeFault::Jump => $share > $this->where ? $true + $this->size : $true,
            GaugeFault::Spikes => abs($this->noise->normal(1.0)) > 2.4 && $share > 0.0 ? $true + 3 * abs($this->size) : $true,
            GaugeFault::Stuck => $share > $this->where && $share < $this->where + 0.33 ? $this->stuck ??= $true : $true,
        };
    }
}
