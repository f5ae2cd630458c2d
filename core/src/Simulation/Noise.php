<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Seeded noise: the same seed gives the same numbers. */
final class Noise
{
    private readonly Randomizer $random;

    public function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** A normally distributed number with mean 0 (Box–Muller). */
    public function normal(float $deviation): float
    {
        $u = ($this->random->getInt(0, 2147483646) + 1) / 2147483648;
        $v = $this->random->getInt(0, 2147483647) / 2147483648;

        return $deviation * sqrt(-2 * log($u)) * cos(2 * M_PI * $v);
    }

    /** Evenly from 0 up to, but not including, 1. */
    public function uniform(): float
    {
        return $this->random->getInt(0, 2147483647) / 2147483648;
    }
}
