<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Drawn;
use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Methods\Gas\GasPlastic;
use Diastoma\Core\PressureTest\Methods\Sewer\En1610Air;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Reading\AirReading;
use Diastoma\Core\PressureTest\Reading\Meaning;
use Diastoma\Core\PressureTest\Run\Locate;
use Diastoma\Core\PressureTest\Run\Now;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Run\Whole;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;

it('finds a moment, a stretch and the longest gap in a trace', function () {
    $trace = PressureTrace::columns([0.0, 10.0, 20.0, 100.0, 110.0], [1.0, 2.0, 3.0, 4.0, 5.0], [null, 12.0, null, null, 13.0], [0.0, 1.0, null, 2.0, 2.5]);
    expect($trace->index(10.0))->toBe(1)->and($trace->index(10.1))->toBe(2)->and($trace->index(999.0))->toBe(5)->and($trace->pressures(10.0, 100.0))
        ->toBe([2.0, 3.0, 4.0])->and(array_column($trace->rows(20.0), 't'))->toBe([20.0, 100.0, 110.0])
        ->and($trace->addedAt(20.0))->toBe(1.0)->and($trace->addedAt(110.0))->toBe(2.5)->and($trace->celsiusAt(0.0))->toBe(12.0)
        ->and($trace->longestGap(0.0, 110.0))->toBe([
            'from_s' => 20.0, 'length_s' => 80.0, 'usual_s' => 10.0,
        ])
        ->and($trace->at(500.0))->toBeNull()->and($trace->thinned(2)->count())->toBeLessThanOrEqual(3);
});

it('refuses columns of different lengths', fn () => expect(fn () => PressureTrace::columns([0.0, 1.0], [1.0]))->toThrow(InvalidInput::class));

it('follows the marks of the tester before anything it reads itself', function () {
    $section = Sections::pe();
    $plan = (new F2164)->plan($section);
    $trace = Drawn::trace([[0, 0], [15, 1500], [256, 1500], [261, 1431], [330, 1431]]);
    $found = Locate::phases(new Run($trace, [['t' => 1200.0, 'phase' => 'expansion'], ['t' => 16200.0, 'phase' => 'test']]), $plan, new Words);
    expect($found->of('expansion'))->toBe([1200.0, 16200.0])->and($found->of('test'))->toBe([16200.0, 19800.0])->and($found->of('raise'))->toBeNull();
});

it(
    'says what a trace never reached',
    fn () => expect(Locate::phases(
        new Run(Drawn::trace([[0, 0], [60, 900]])), (new F2164)->plan(Sections::pe()), new Words,
    )->missing)->toContain('never reaches 15 bar'),
);

it('finds the phases of a test whose leak falls faster than a valve', function () {
    // air at 2 kPa a minute from the start of the test: no end of the letting down shows
    $section = Sections::sewer();
    $method = new En1610Air;
    $verdict = $method->judge(new Run(Drawn::trace([[0, 0], [2, 11], [7, 11], [8, 10], [12.2, 1.6]], 1.0)), $method->plan($section), $section);
    expect($verdict->passed())->toBeFalse()->and(array_column($verdict->phases, 'id'))->toContain('test');
});

it('knows what to do now and until when', function (array $marks, float $elapsed, string $phase, float $ends, ?string $next) {
    $now = Now::at((new F2164)->plan(Sections::pe()), $marks, $elapsed);
    expect($now->phase->id)->toBe($phase)->and($now->endsS)->toBe($ends)->and($now->next?->id)->toBe($next);
})->with([
    'by the plan, at the start' => [[], 0.0, 'raise', 900.0, 'expansion'], 'by the plan, later' => [[], 901.0, 'expansion', 15300.0, 'reduce'],
    'in the last phase' => [[], 19000.0, 'test', 19200.0, null],
    'as marked' => [[['t' => 1800.0, 'phase' => 'expansion']], 2000.0, 'expansion', 16200.0, 'reduce'],
    'marked and overdue' => [[['t' => 1800.0, 'phase' => 'expansion']], 17000.0, 'expansion', 16200.0, 'reduce'],
    'the last mark counts' => [[['t' => 900.0, 'phase' => 'expansion'], ['t' => 15300.0, 'phase' => 'reduce']], 15400.0, 'reduce', 15600.0, 'test'],
]);

it('takes a record that was cut off for no whole one', function (float $until, bool $whole) {
    $section = Sections::pe();
    $method = new F2164;
    $plan = $method->plan($section);
    $trace = Drawn::trace([[0, 0], [15, 1500], [256, 1500], [261, 1431], [$until, 1431]]);
    expect(Whole::missing($trace, $plan, $method->judge(new Run($trace), $plan, $section)) === null)->toBe($whole);
})->with(['all of it' => [325.0, true], 'to the minute' => [321.0, true], 'ten minutes short' => [311.0, false]]);

it('tells gas that leaves from gas that cools', function (float $leakPerHour, float $cools, string $first, bool $weather) {
    $section = Sections::gas();
    $volume = 1000 * $section->volumeM3();
    $samples = [];
    for ($k = 0; $k <= 240; $k++) {
        $hours = $k / 120;
        $celsius = 12 - $cools * $hours;
        $absolute = (618 + 101.325 - 101.325 * $leakPerHour * $hours / $volume) * ($celsius + 273.15) / 285.15;
        $samples[] = ['t' => 30.0 * $k, 'p' => $absolute - 101.325 + (($k * 37) % 11 - 5) * 0.01, 'c' => $celsius, 'added' => null];
    }
    $read = AirReading::of($samples, $section->volumeM3(), 2.0, 0.2);
    expect($read['looks_like'][0]['cause'])->toBe($first)->and(in_array(
        'temperature_drift', array_column($read['looks_like'], 'cause'), true,
    ))->toBe($weather)->and($read['leak_l_per_h'])->toEqualWithDelta($leakPerHour, 0.4 + 0.15 * $cools * 5);
})->with([
    'tight' => [0.0, 0.0, 'tight', false], 'a leak' => [12.0, 0.0, 'leak', false], 'a cold evening' => [0.0, 2.0, 'tight', true],
    'both' => [30.0, 1.0, 'leak', true],
]);

it(
    'says nothing of too few readings',
    fn () => expect(AirReading::of(array_fill(0, 5, ['t' => 0.0, 'p' => 1.0, 'c' => null, 'added' => null]), 1.0, null, 0.2))->toBeNull(),
);

it('gives every simulated section the meaning it was made with', function (PressureFault $fault, string $cause) {
    $section = Sections::pe();
    $method = new F2164;
    $plan = $method->plan($section);
    $run = (new PressureLogger($section, $fault))->run($plan, 21);
    $read = Meaning::of($run->trace, $plan, $method->judge($run, $plan, $section), $section);
    expect(array_column($read['looks_like'], 'cause'))->toContain($cause);
})->with([
    [PressureFault::None, 'tight'], [PressureFault::Leak, 'leak'], [PressureFault::Air, 'trapped_air'], [PressureFault::Warming, 'temperature_drift'],
    [PressureFault::Gauge, 'gauge_fault'],
]);

it('finds the leak of a gas main and of nothing else', function (PressureFault $fault, string $cause) {
    $section = Sections::gas();
    $method = new GasPlastic;
    $plan = $method->plan($section);
    $run = (new PressureLogger($section, $fault))->run($plan, 8);
    expect(Meaning::of($run->trace, $plan, $method->judge($run, $plan, $section), $section)['looks_like'][0]['cause'])->toBe($cause);
})->with([[PressureFault::None, 'tight'], [PressureFault::Leak, 'leak']]);

it(
    'offers no air in a section full of air',
    fn () => expect(array_column(PressureFault::in(Diastoma\Core\PressureTest\Medium::Air), 'value'))->toBe(['none', 'leak', 'warming', 'gauge']),
);

it('prints pressures in the units of the rulebook, low ones finely', function (UnitSystem $units, float $highest, float $kpa, string $said) {
    expect((new Words($units))->upTo($highest)->kpa($kpa))->toBe($said);
})->with([
    [UnitSystem::Metric, 1500.0, 1492.15, '14.922 bar'], [UnitSystem::Metric, 11.0, 10.25, '102.5 mbar'],
    [UnitSystem::UsCustomary, 1500.0, 1000.0, '145 psi'], [UnitSystem::UsCustomary, 30.0, 24.13165, '3.50 psi'],
]);

it(
    'prints so that a figure never contradicts its verdict',
    fn () => expect((new Words)->litres(0.5126, Rounding::Down))->toBe('0.51 L')
        ->and((new Words)->litres(0.5126, Rounding::Up))->toBe('0.52 L')->and((new Words)->minutes(239.99))->toBe('239 min'),
);

it('refuses a choice that a method does not give', function () {
    $options = (new GasPlastic)->options();
    expect(Option::chosen($options, []))->toBe(['leak' => '5'])->and(Option::chosen($options, ['leak' => 1]))->toBe(['leak' => '1'])
        ->and(fn () => Option::chosen($options, ['leak' => '7']))->toThrow(InvalidInput::class, 'Known: 5, 1');
});
