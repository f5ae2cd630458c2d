<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation\Bolting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Bolting\BoltPlan;
use Diastoma\Core\Mechanical\Bolting\Order;
use Diastoma\Core\Simulation\Noise;

/**
 * Stand-in for a torque wrench on a circle of bolts: what load a torque leaves in each bolt,
 with nuts that do not all turn alike and a gasket that gives way. The
 * same seed gives the same bolts.
 */
final class TorqueWrench
{
    public const STAR = 'star';

    public const CIRCLE = 'circle';

    /** A pattern that has not come so close after so many rounds does not. */
    private const MOST_ROUNDS = 100;

    /**
     * @param  float  $scatter  standard deviation of the nut factor, share; 0.1 is common practice for lubricated bolts
     * @param  float  $creep  share of load that the gasket lets go after each round
     */
    public function __construct(private readonly float $interaction, private readonly float $scatter = 0.0, private readonly float $creep = 0.0,
        private readonly int $seed = 1)
    {
    }

    /**
     * Residual load of each bolt in percent of the target, after rounds at full torque.
     *
     * @return non-empty-list<float> by bolt from 1
     *
     * @throws InvalidInput if bolts, rounds or interaction cannot be
     */
    public function rounds(int $bolts, string $pattern, int $rounds): array
    {
        if ($rounds < 1 || $rounds > self::MOST_ROUNDS) {
            throw InvalidInput::field('rounds', "{$rounds} rounds: give from 1 to ".self::MOST_ROUNDS.'.', $rounds, self::MOST_ROUNDS);
        }

        return $this->after(new BoltedCircle($bolts, $this->interaction), array_fill(0, $rounds, [1.0, self::order($bolts, $pattern)]));
    }

    /** @return non-empty-list<float> percent of the target in each bolt once a plan has been gone through, or its first passes */
    public function plan(BoltPlan $plan, ?int $passes = null): array
    {
        return $this->after(new BoltedCircle($plan->bolts, $this->interaction), array_map(
            static fn (array $pass): array => [$pass['share'], $pass['order']], array_slice($plan->passes, 0, $passes),
        ));
    }

    /** Rounds at full torque until no two bolts differ by more than so many percent of the target; null where that is never reached. */
    public function roundsUntil(int $bolts, string $pattern, float $spreadPercent): ?int
    {
        for ($rounds = 1; $rounds <= self::MOST_ROUNDS; $rounds++) {
            $loads = $this->rounds($bolts, $pattern, $rounds);
            if (max($loads) - min($loads) <= $spreadPercent) {
                return $rounds;
            }
        }

        return null;
    }

    /**
     * What a wrench shows on each bolt in turn when it is laid on again without turning it: its load times its nut's share.
     *
     * @return array<int, float> N·m by bolt from 1
     */
    public function readings(BoltPlan $plan): array
    {
        $found = [];
        foreach ($this->plan($plan) as $k => $percent) {
            $found[$k + 1] = $percent / 100 * $plan->targetNm;
        }

        return $found;
    }

    /**
     * @param  list<array{float, list<int>}>  $passes  share of the torque, and order
     * @return non-empty-list<float>
     */
    private function after(BoltedCircle $circle, array $passes): array
    {
        $noise = new Noise($this->seed);
        foreach ($passes as [$share, $order]) {
            foreach ($order as $bolt) {
                $factor = $this->scatter > 0.0 ? max(0.2, 1 + $noise->normal($this->scatter)) : 1.0;
                $circle->tighten($bolt - 1, $share / $factor);
            }
            if ($this->creep > 0.0) {
                $circle->creep($this->creep);
            }
        }

        return array_map(static fn (float $load): float => 100 * $load, array_values($circle->loads()) ?: [0.0]);
    }

    /** @return non-empty-list<int> */
    private static function order(int $bolts, string $pattern): array
    {
        return $pattern === self::STAR ? Order::star($bolts) : Order::circle($bolts);
    }
}
