<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Ground;

use Diastoma\Core\Exception\InvalidInput;

/** A trench whose sides are laid back evenly from its bottom. */
final readonly class Slope
{
    private function __construct(public float $run, public float $angleDeg, public float $topM, public float $volumeM3PerM)
    {
    }

    /**
     * @param  float  $depthM  from ground to bottom, m
     *
     * @throws InvalidInput if it is so deep that an engineer designs it
     */
    public static function of(Soil $soil, float $depthM, float $bottomM): self
    {
        if ($depthM > Soil::ENGINEERED_M) {
            throw InvalidInput::field(
                'depth_m', "{$depthM} m is deeper than 6.1 m (20 ft): a registered professional engineer designs what keeps the sides up.", $depthM,
                Soil::ENGINEERED_M,
            );
        }
        $run = $soil->slope();

        return new self($run, $soil->angleDeg(), $bottomM + 2 * $run * $depthM, $depthM * ($bottomM + $run * $depthM));
    }
}
