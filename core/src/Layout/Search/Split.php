<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\Path\Turn;

/**
 * How turn and band of a joint are shared between plan and profile. Their squares add up to one, so that whatever each plane uses, both together keep the
 * limit.
 * Where only one plane bends, it gets nearly all.
 */
final readonly class Split
{
    /** Shares of the lesser plane, when the other is the one that bends. */
    private const LADDER = [0.02, 0.06, 0.15, 0.31];

    private const BOTH = [[0.95, 0.312], [0.8, 0.6], [0.6, 0.8], [0.312, 0.95]];

    private const CELL_M = 6.0;

    /**
     * @param  array<int, float>  $plan  turn in plan by cell, rad
     * @param  array<int, float>  $profile
     */
    private function __construct(private array $plan, private array $profile, private bool $flat, private float $from, private float $turn, private int $reach)
    {
    }

    public static function of(Alignment $alignment, float $turn, float $longest): self
    {
        return new self(
            self::cells($alignment->plan->turns(), $alignment->from()), self::cells($alignment->profile->turns($alignment->to()), $alignment->from()),
            $alignment->profile->isStraight(), $alignment->from(), $turn, (int) ceil(1.5 * $longest / self::CELL_M),
        );
    }

    /**
     * @param  list<Turn>  $turns
     * @return array<int, float>
     */
    private static function cells(array $turns, float $from): array
    {
        $cells = [];
        foreach ($turns as $turn) {
            $first = (int) floor(($turn->from - $from) / self::CELL_M);
            $last = (int) floor(($turn->to - $from) / self::CELL_M);
            for ($k = $first; $k <= $last; $k++) {
                $cells[$k] = ($cells[$k] ?? 0.0) + abs($turn->angle) / ($last - $first + 1);
            }
        }

        return $cells;
    }

    /** @return list<array{float, float}> */
    public function at(float $station): array
    {
        if ($this->flat) {
            return [[1.0, 0.0]];
        }
        $plan = $this->near($this->plan, $station);
        $profile = $this->near($this->profile, $station);
        $lesser = min($plan, $profile) / max(1e-12, $this->turn);
        if ($lesser > 0.12) {
            return self::BOTH;
        }
        foreach (self::LADDER as $share) {
            if ($share >= 2.5 * $lesser || $share === 0.31) {
                $other = sqrt(1 - $share * $share);

                return [$profile <= $plan ? [$other, $share] : [$share, $other]];
            }
        }

        return self::BOTH;
    }

    /** Whether nothing bends within a pipe's length or so. */
    public function isCalm(float $station): bool
    {
        return $this->near($this->plan, $station) + ($this->flat ? 0.0 : $this->near($this->profile, $station)) < 1e-6;
    }

    /** @param  array<int, float>  $cells */
    private function near(array $cells, float $station): float
    {
        $k = (int) floor(($station - $this->from) / self::CELL_M);
        $sum = 0.0;
        for ($i = $k - $this->reach; $i <= $k + $this->reach; $i++) {
            $sum += $cells[$i] ?? 0.0;
        }

        return $sum;
    }
}
