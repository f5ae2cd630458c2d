<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Bolting\BoltPlan;
use Diastoma\Core\Simulation\Bolting\BoltedCircle;
use Diastoma\Core\Simulation\Bolting\TorqueWrench;

/**
 * K of a circle as it is written down, not as the code goes about it.
 *
 * @return list<list<float>>
 */
function stiffness(int $bolts, float $interaction): array
{
    $rows = array_fill(0, $bolts, array_fill(0, $bolts, 0.0));
    foreach (range(0, $bolts - 1) as $k) {
        $rows[$k][$k] = 1.0;
        $rows[$k][($k + 1) % $bolts] = $rows[$k][($k + $bolts - 1) % $bolts] = -$interaction;
    }

    return $rows;
}

/**
 * @param  list<list<float>>  $rows
 * @param  list<float>  $right
 * @return list<float>
 */
function solved(array $rows, array $right): array
{
    $n = count($rows);
    for ($k = 0; $k < $n; $k++) { // positive definite: no pivoting
        for ($i = 0; $i < $n; $i++) {
            if ($i !== $k) {
                $by = $rows[$i][$k] / $rows[$k][$k];
                foreach ($rows[$k] as $j => $value) {
                    $rows[$i][$j] -= $by * $value;
                }
                $right[$i] -= $by * $right[$k];
            }
        }
    }

    return array_map(static fn (int $k): float => $right[$k] / $rows[$k][$k], range(0, $n - 1));
}

it('has two bolts by hand', function (float $a) {
    // round 1: 1 − a and 1; each round after it multiplies what is wanting by a²
    $wrench = new TorqueWrench($a);
    foreach ([1, 2, 3, 4] as $rounds) {
        expect($wrench->rounds(2, 'circle', $rounds))->toEqualWithDelta([100 * (1 - $a ** (2 * $rounds - 1)), 100.0], 1e-6);
    }
})->with([0.0, 0.1, 0.3, 0.49]);

it('keeps all that were drawn alike at once', function () {
    // each nut turned by 1/(1 − 2a): K·u = 1 more than before
    $circle = new BoltedCircle(8, 0.2, 1.0);
    foreach (range(0, 7) as $bolt) {
        $circle->turn($bolt, 1 / (1 - 2 * 0.2));
    }
    expect($circle->loads())->toEqualWithDelta(array_fill(0, 8, 2.0), 1e-12);
});

it('hangs loads on nut positions by the matrix, and comes to one load by its inverse', function (int $bolts, float $a) {
    $circle = new BoltedCircle($bolts, $a);
    foreach (range(0, 3 * $bolts) as $k) {
        $circle->tighten(5 * $k % $bolts, 1 + $k / 40);
    }
    $loads = [];
    foreach (stiffness($bolts, $a) as $row) {
        $loads[] = array_sum(array_map(static fn (float $k, float $u): float => $k * $u, $row, $circle->nuts()));
    }
    expect($circle->loads())->toEqualWithDelta($loads, 1e-9);

    $once = new BoltedCircle($bolts, $a, 10.0); // nuts as the inverted matrix wants them: one pass, all alike
    foreach (solved(stiffness($bolts, $a), array_fill(0, $bolts, 1.0)) as $bolt => $turn) {
        $once->turn($bolt, $turn);
    }
    expect($once->loads())->toEqualWithDelta(array_fill(0, $bolts, 11.0), 1e-9);
})->with([[3, 0.3], [6, 0.2], [8, 0.15], [12, 0.4], [24, 0.1]]);

it('makes no energy out of nothing', function (float $a, float $creep) {
    $circle = new BoltedCircle(12, $a);
    foreach (range(1, 6) as $round) {
        foreach (range(0, 11) as $bolt) {
            $circle->tighten(7 * $bolt % 12, $round / 6);
        }
        $circle->creep($creep);
        expect($circle->work())->toEqualWithDelta($circle->energy(), 1e-9)->and($circle->energy())->toBeGreaterThan(0.0);
    }
})->with([[0.0, 0.0], [0.2, 0.0], [0.45, 0.0], [0.3, 0.05]]);

it('shows why the last round exists', function () {
    $wrench = new TorqueWrench(0.15);
    $plan = BoltPlan::of(8, 90.0);
    $spread = static fn (array $loads): float => max($loads) - min($loads);
    $star = $wrench->rounds(8, 'star', 1);
    expect(min($star))->toBeLessThan(75.0) // one pass leaves bolts at less than three quarters
        ->and($spread($wrench->plan($plan, 3)))->toBeGreaterThan(2 * $spread($wrench->plan($plan)))
        ->and($spread($wrench->rounds(8, 'star', 3)))->toBeLessThan($spread($wrench->rounds(8, 'star', 2)));
});

it('counts the rounds that a pattern needs', function () {
    $wrench = new TorqueWrench(0.2);
    expect($wrench->roundsUntil(12, 'star', 5.0))->toBeGreaterThan(1)->and($wrench->roundsUntil(12, 'circle', 5.0))->toBeGreaterThan(1)
        ->and((new TorqueWrench(0.0))->roundsUntil(12, 'star', 1.0))->toBe(1)
        ->and((new TorqueWrench(0.2, creep: 0.5))->roundsUntil(4, 'star', 200.0))->toBe(1);
});

it('scatters alike for the same seed, and otherwise for another', function () {
    $plan = BoltPlan::of(8, 90.0);
    $once = (new TorqueWrench(0.15, 0.1, 0.02, 7))->readings($plan);
    expect((new TorqueWrench(0.15, 0.1, 0.02, 7))->readings($plan))->toBe($once)->and((new TorqueWrench(0.15, 0.1, 0.02, 8))->readings($plan))->not->toBe($once)
        ->and(array_keys($once))->toBe(range(1, 8));
});

it('has the scatter of the nut factor that was asked for', function () {
    $loads = [];
    foreach (range(1, 60) as $seed) {
        $loads = [...$loads, ...(new TorqueWrench(0.0, 0.1, 0.0, $seed))->rounds(24, 'star', 1)];
    }
    $mean = array_sum($loads) / count($loads);
    $deviation = sqrt(array_sum(array_map(static fn (float $l): float => ($l - $mean) ** 2, $loads)) / count($loads));
    expect($deviation)->toBeGreaterThan(9.0)->toBeLessThan(12.0); // 1/factor of a normal factor of 10 %
});

it('refuses what cannot be', function (int $bolts, float $interaction, int $rounds) {
    expect(fn () => (new TorqueWrench($interaction))->rounds($bolts, 'star', $rounds))->toThrow(InvalidInput::class);
})->with([[1, 0.1, 1], [8, 0.5, 1], [8, -0.1, 1], [201, 0.1, 1], [8, 0.1, 0], [8, 0.1, 101]]);
