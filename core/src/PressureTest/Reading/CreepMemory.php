<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/** How far the wall has crept by the book, given every pressure it has seen: a sum of elements that each follow with a delay of their own. */
final class CreepMemory
{
    /** @var array<int, float> L */
    private array $crept;

    public function __construct(private readonly Section $section)
    {
        $this->crept = array_fill(0, count($section->material->creep()), 0.0);
    }

    public function through(float $pressureKpa, float $seconds): void
    {
        foreach ($this->section->material->creep() as $k => [$share, $tau]) {
            $target = $share * $this->section->wallLitresPerKpa() * $pressureKpa;
            $this->crept[$k] += ($target - $this->crept[$k]) * (1 - exp(-$seconds / $tau));
        }
    }

    public function litres(): float
    {
        return array_sum($this->crept);
    }
}
