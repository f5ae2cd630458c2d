<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Bolting\BoltPlan;
use Diastoma\Core\Mechanical\Bolting\BoltRun;
use Diastoma\Core\Mechanical\Bolting\Drift;
use Diastoma\Core\Mechanical\Bolting\Judged;
use Diastoma\Core\Mechanical\Bolting\Order;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;

/** @param  list<array{0: int, 1: int, 2?: ?float}>  $rows  pass, bolt and torque; null where the wrench clicked */
function turned(array $rows, string $key = 'bolt', int $paceS = 20): array
{
    return array_map(static fn (array $row, int $k): Reading => new Reading(
        $key, ['pass' => (float) $row[0], 'bolt' => (float) $row[1], ...(isset($row[2]) ? ['torque_nm' => $row[2]] : [])],
        (new DateTimeImmutable('2026-11-23T10:00:00Z'))->modify('+'.$paceS * $k.' seconds'),
    ), $rows, array_keys($rows));
}

/** @return list<array{int, int, float}> every pass of a plan as a good crew goes through it */
function wholePlan(BoltPlan $plan): array
{
    $rows = [];
    foreach ($plan->passes as $k => $pass) {
        foreach ($pass['order'] as $bolt) {
            $rows[] = [$k + 1, $bolt, $pass['torque_nm'] * (1 + 0.01 * ($bolt % 3))];
        }
    }

    return $rows;
}

/**
 * A flange of four bolts at 60 N·m, up to 72 as the label states no maximum, with these rows in place of the good ones.
 *
 * @param  list<array{0: int, 1: int, 2?: ?float}>  $rows
 * @param  array<int, float>  $set  N·m that the wrench was set to, by pass
 */
function flange(array $rows, array $set = [], int $paceS = 20): array
{
    $walk = new Walk('mechanical.flange');
    $others = array_values(array_filter($walk->made()->history, static fn (Reading $r): bool => $r->key !== 'bolt'));
    $settings = [];
    foreach ($set as $pass => $nm) {
        $settings[] = new Reading('bolt_set', ['pass' => (float) $pass, 'set_nm' => $nm], new DateTimeImmutable('2026-11-23T09:59:00Z'));
    }
    $readings = new Readings([...$others, ...$settings, ...turned($rows, paceS: $paceS)]);
    $verdict = $walk->verdict($readings);
    $found = [];
    foreach ($verdict->findings as $finding) {
        $found[$finding->rule] = [$finding->severity, $finding->said];
    }

    return [...$found, 'complete' => $verdict->isComplete(), 'wheel' => $walk->procedure->circles()[0]->wheel(
        new Situation($readings, $walk->facts(), $walk->rulebook),
    )];
}

// ASME PCC-1, legacy cross pattern, value from memory
it('goes round in the star of the published pattern', function (int $bolts, array $order) {
    expect(Order::star($bolts))->toBe($order);
})->with([
    [4, [1, 3, 2, 4]], [8, [1, 5, 3, 7, 2, 6, 4, 8]], [12, [1, 7, 4, 10, 2, 8, 5, 11, 3, 9, 6, 12]],
    [16, [1, 9, 5, 13, 3, 11, 7, 15, 2, 10, 6, 14, 4, 12, 8, 16]], [20, [1, 11, 6, 16, 3, 13, 8, 18, 5, 15, 10, 20, 2, 12, 7, 17, 4, 14, 9, 19]],
    [24, [1, 13, 7, 19, 4, 16, 10, 22, 2, 14, 8, 20, 5, 17, 11, 23, 3, 15, 9, 21, 6, 18, 12, 24]],
]);

it('takes every bolt once, and by opposite pairs where they do not divide by four', function () {
    foreach (range(1, 200) as $bolts) {
        $order = Order::star($bolts);
        $sorted = $order;
        sort($sorted);
        expect($sorted)->toBe(range(1, $bolts));
        if ($bolts % 2 === 0 && $bolts > 2) {
            foreach (array_chunk($order, 2) as [$a, $b]) {
                expect(abs($a - $b))->toBe(intdiv($bolts, 2));
            }
        }
    }
    expect(Order::star(6))->toBe([1, 4, 2, 5, 3, 6])->and(Order::star(10))->toBe([1, 6, 3, 8, 5, 10, 2, 7, 4, 9])->and(Order::star(5))->toBe([1, 3, 5, 2, 4])
        ->and(fn () => Order::star(0))->toThrow(InvalidInput::class)->and(fn () => Order::star(201))->toThrow(InvalidInput::class);
});

it('rises by 30, 60 and 100 %, then goes once round', function () {
    $plan = BoltPlan::of(8, 90.0);
    expect(array_column($plan->passes, 'torque_nm'))->toEqualWithDelta([27.0, 54.0, 90.0, 90.0], 1e-9)->and($plan->passes[3]['order'])->toBe(range(1, 8))
        ->and($plan->passes[0]['order'])->toBe(Order::star(8))->and(fn () => BoltPlan::of(8, 0.0))->toThrow(InvalidInput::class);
});

it('names the next bolt in every pass', function () {
    $plan = BoltPlan::of(4, 60.0);
    $rows = wholePlan($plan);
    foreach ($rows as $k => [$pass, $bolt]) {
        expect(BoltRun::of($plan, turned(array_slice($rows, 0, $k)), [])->next())->toBe(['pass' => $pass, 'bolt' => $bolt]);
    }
    expect(BoltRun::of($plan, turned($rows), [])->next())->toBeNull();
});

it('is content with bolts that were all taken in turn', function () {
    $found = flange(wholePlan(BoltPlan::of(4, 60.0)));
    expect($found['mc.bolt.order'][0])->toBe(Severity::Go)->and($found['mc.bolt.torque'][0])->toBe(Severity::Go)->and($found['complete'])->toBeTrue();
});

it('sees a bolt that was skipped, leads back to it, and says so to the end', function () {
    $rows = wholePlan(BoltPlan::of(4, 60.0));
    $without = array_values(array_filter($rows, static fn (array $row): bool => [$row[0], $row[1]] !== [3, 2]));
    $found = flange($without);
    expect($found['mc.bolt.order'][0])->toBe(Severity::Mend)->and($found['mc.bolt.order'][1])->toContain('Bolt 2 skipped in pass 3')
        ->and($found['complete'])->toBeFalse()->and($found['wheel']['next'])->toBe(['pass' => 3, 'bolt' => 2])->and($found['wheel']['said'])
        ->toContain('was skipped');
});

it('lets one forgotten bolt of an early pass be, as a thing to watch', function () {
    $rows = array_values(array_filter(wholePlan(BoltPlan::of(4, 60.0)), static fn (array $row): bool => [$row[0], $row[1]] !== [1, 4]));
    $found = flange($rows);
    expect($found['mc.bolt.order'][0])->toBe(Severity::Watch)->and($found['complete'])->toBeTrue();
});

it('does not take full torque at once for passes', function () {
    $rows = array_values(array_filter(wholePlan(BoltPlan::of(4, 60.0)), static fn (array $row): bool => $row[0] > 2));
    $found = flange($rows);
    expect($found['complete'])->toBeFalse()->and($found['mc.bolt.order'][0])->toBe(Severity::Mend)->and($found['wheel']['next'])
        ->toBe(['pass' => 1, 'bolt' => 1]);
    // loosened, and gone through from the beginning
    expect(flange([...$rows, ...wholePlan(BoltPlan::of(4, 60.0))])['complete'])->toBeTrue();
});

it('mends a loose bolt by another reading, and never forgets one beyond its maximum', function () {
    $rows = wholePlan(BoltPlan::of(4, 60.0));
    $loose = [...$rows, [4, 3, 50.0]];
    expect(flange($loose)['mc.bolt.torque'])->toBe([Severity::Mend, 'Bolt 3 too loose; 60 N·m ± 10 % wanted.'])
        ->and(flange([...$loose, [4, 3, 61.0]])['mc.bolt.torque'][0])->toBe(Severity::Go)
        ->and(flange([...$rows, [4, 3, 72.1], [4, 3, 60.0]])['mc.bolt.torque'][0])->toBe(Severity::Stop)
        ->and(flange([...$rows, [4, 3, 72.0], [4, 3, 60.0]])['mc.bolt.torque'][0])->toBe(Severity::Go);
});

it('knows the band from both sides', function (float $nm, Severity $severity) {
    $rows = wholePlan(BoltPlan::of(4, 60.0));
    expect(flange([...$rows, [4, 1, $nm]])['mc.bolt.torque'][0])->toBe($severity);
})->with([[53.99, Severity::Mend], [54.0, Severity::Go], [66.0, Severity::Go], [66.01, Severity::Mend], [72.0, Severity::Mend], [72.01, Severity::Stop]]);

it('takes clicks only of a wrench that somebody set, and set right', function () {
    $clicks = array_map(static fn (array $row): array => [$row[0], $row[1]], wholePlan(BoltPlan::of(4, 60.0)));
    $right = [1 => 18.0, 2 => 36.0, 3 => 60.0, 4 => 60.0];
    expect(flange($clicks)['mc.bolt.set'][0])->toBe(Severity::Mend)
        ->and(flange($clicks, $right)['mc.bolt.set'][0])->toBe(Severity::Go)->and(flange($clicks, $right)['mc.bolt.torque'][0])->toBe(Severity::Go)
        ->and(flange($clicks, [...$right, 4 => 36.0])['mc.bolt.torque'][0])->toBe(Severity::Mend)
        ->and(flange($clicks, [1 => 18.0, 2 => 36.0, 3 => 60.0, 4 => 63.0])['mc.bolt.set'][0])->toBe(Severity::Mend);
});

it('sees bolts that are turned one beside the other', function () {
    $rows = wholePlan(BoltPlan::of(4, 60.0));
    [$rows[1], $rows[2]] = [$rows[2], $rows[1]]; // 1-2-3-4
    expect(flange($rows)['mc.bolt.order'][1])->toContain('right after the one beside');
});

it('wonders at readings that are all alike, and at hands that are too quick', function () {
    $plan = BoltPlan::of(4, 60.0);
    $alike = array_map(static fn (array $row): array => [$row[0], $row[1], 60.0], wholePlan($plan));
    expect(flange($alike)['mc.bolt.real'][0])->toBe(Severity::Watch)->and(flange(wholePlan($plan), paceS: 0)['mc.bolt.real'][0])->toBe(Severity::Watch)
        ->and(flange(wholePlan($plan))['mc.bolt.real'][0])->toBe(Severity::Go);
});

it('judges a list of torques', function () {
    $judged = Judged::of([1 => 60.0, 2 => 50.0, 3 => 70.0, 4 => 60.0], 60.0, 65.0);
    expect($judged->severity)->toBe(Severity::Stop)->and($judged->under)->toBe([2])->and($judged->over)->toBe([3])->and($judged->meanNm)->toBe(60.0)
        ->and($judged->scatterPercent)->toEqualWithDelta(100 * 20 / 60, 1e-9);
});

it('sees a wrench that wanders over the day, from both sides of the limit', function (float $last, string $severity) {
    $drift = Drift::of([['joint' => '1', 'share' => 1.0], ['joint' => '2', 'share' => 1.02], ['joint' => '3', 'share' => $last]], Rulebooks::iso());
    expect($drift?->severity->value)->toBe($severity)->and($drift->said)->toContain('3 joints today');
})->with([[1.04, 'go'], [1.0401, 'watch'], [0.96, 'go'], [0.9599, 'watch']]);

it('says nothing of a wrench by one joint', function () {
    expect(Drift::of([['joint' => '1', 'share' => 1.3]], Rulebooks::iso()))->toBeNull();
    $plan = BoltPlan::of(4, 60.0);
    $whole = Drift::shareOf(BoltRun::of($plan, turned(array_map(static fn (array $r): array => [$r[0], $r[1], $r[2] * 1.03], wholePlan($plan))), []));
    expect($whole)->toEqualWithDelta(1.03 * (1 + 0.01 * (1 + 2 + 0 + 1) / 4), 1e-9)->and(Drift::shareOf(BoltRun::of($plan, [], [])))->toBeNull();
});
