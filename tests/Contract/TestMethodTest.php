<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;

function simulatedVerdict(TestMethod $method, PressureFault $fault, int $seed): TestVerdict
{
    $section = Sections::for($method);
    $plan = $method->plan($section);

    return $method->judge((new PressureLogger($section, $fault))->run($plan, $seed), $plan, $section);
}

dataset(
    'methods',
    array_combine(
        array_map(static fn (TestMethod $m): string => $m->id(), TestMethods::all()),
        array_map(static fn (TestMethod $m): array => [$m], TestMethods::all()),
    ),
);

it('passes a tight section and never one that leaks', function (TestMethod $method) {
    foreach ([3, 11, 27] as $seed) {
        $tight = simulatedVerdict($method, PressureFault::None, $seed);
        $leaks = simulatedVerdict($method, PressureFault::Leak, $seed);
        $why = implode(' | ', array_map(static fn ($f): string => "{$f->severity->value} {$f->rule}: {$f->said}", $tight->findings));
        if ($method->standing() === Standing::Proves) {
            expect($tight->state())->toBe('passed', "{$method->id()} seed {$seed}: {$why}")->and($leaks->state())->toBe('failed');
        } else {
            expect($tight->state())->toBe('advised')->and($tight->passed())->toBeTrue($why)->and($leaks->state())->toBe('advised');
        }
    }
})->with('methods');

it('plans what can be followed: a judged phase, pressures in order, a caution, something for everything around it', function (TestMethod $method) {
    $plan = $method->plan(Sections::for($method));
    foreach ($plan->phases as $phase) {
        expect($phase->minutes)->toBeGreaterThan(0.0)->and($phase->lowKpa)->toBeLessThanOrEqual($phase->targetKpa + 1e-9)->and($phase->targetKpa)
            ->toBeLessThanOrEqual($phase->highKpa + 1e-9)->and($phase->do)->not->toBe('');
    }
    expect(array_filter(
        $plan->phases, static fn ($p): bool => $p->judged,
    ))->toHaveCount(1)->and($plan->window['feasible'])->toBeTrue($plan->window['said'])->and($plan->cautions)->not->toBe([])
        ->and($plan->site['energy']['air_kj'])->toBeGreaterThan($plan->site['energy']['water_kj'])->and($plan->figures)->not->toBe([])
        ->and($method->source()->tag())->not->toBe('');
})->with('methods');

it('reads back the plan it wrote', function (TestMethod $method) {
    $plan = $method->plan(Sections::for($method));
    expect(TestPlan::fromArray(json_decode(json_encode($plan->toArray()), true))->toArray()['phases'])->toEqual($plan->toArray()['phases']);
})->with('methods');

it('finds the same phases whether the tester marked them or not', function (TestMethod $method) {
    $section = Sections::for($method);
    $plan = $method->plan($section);
    $run = (new PressureLogger($section))->run($plan, 5);
    $marked = $method->judge($run, $plan, $section);
    $read = $method->judge(new Run($run->trace, [], $run->measured), $plan, $section);
    $judged = $plan->judged()->id;

    expect($read->passed())->toBe($marked->passed(), implode(' ', array_map(static fn ($f): string => $f->said, $read->findings)));
    foreach ([$marked, $read] as $verdict) {
        expect(array_column($verdict->phases, 'id'))->toContain($judged);
    }
})->with('methods');

it('never passes a trace of nothing', function (TestMethod $method) {
    $section = Sections::for($method);
    $plan = $method->plan($section);
    $flat = array_map(static fn (int $k): array => ['t' => 60.0 * $k, 'p' => 0.0, 'c' => 12.0, 'added' => 0.0], range(0, 600));
    expect($method->judge(new Run(Diastoma\Core\PressureTest\PressureTrace::of($flat)), $plan, $section)->passed())->toBeFalse();
})->with('methods');

it('fails whatever the figures say when a leak was seen or the test broken off', function (TestMethod $method) {
    $section = Sections::for($method);
    $plan = $method->plan($section);
    $run = (new PressureLogger($section))->run($plan, 5);
    expect($method->judge(new Run($run->trace, $run->marks, [...$run->measured, 'leak_seen' => true]), $plan, $section)->passed())->toBeFalse()
        ->and($method->judge(new Run($run->trace, $run->marks, $run->measured, 'the pump ran dry'), $plan, $section)->passed())->toBeFalse();
})->with('methods');

it('says American units where the rulebook does', function (TestMethod $method) {
    $section = Sections::for($method);
    $words = new Words(UnitSystem::UsCustomary);
    $plan = $method->plan($section, [], $words);
    $verdict = $method->judge((new PressureLogger($section))->run($plan, 5), $plan, $section, $words);
    $said = implode(
        ' ',
        [
            ...array_map(static fn ($f): string => "{$f->said} {$f->todo}", $verdict->findings),
            ...array_map(static fn ($f): string => $f->value, [...$plan->figures, ...$verdict->arithmetic]),
        ],
    );
    expect($said)->toContain('psi')->and($said)->not->toMatch('/\d bar\b/')->and($said)->not->toMatch('/\d mbar\b/');
})->with('methods');

it('marks as advice what its source calls uncertain', function () {
    expect(array_values(array_map(
        static fn (TestMethod $m): string => $m->id(),
        array_filter(TestMethods::all(), static fn (TestMethod $m): bool => $m->standing() === Standing::Advises),
    )))->toBe(['pe-decay'])
        ->and((new F2164)->standing())->toBe(Standing::Proves);
});
