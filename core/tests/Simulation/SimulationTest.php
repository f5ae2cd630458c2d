<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\Simulation\FusionControlUnit;
use Diastoma\Core\Simulation\Noise;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;

it('gives the same trace for the same seed and another for another', function () {
    $unit = new FusionControlUnit(40.0, 0.64, 260.0, 15.0);

    expect($unit->run(5)->samples)->toBe($unit->run(5)->samples)->and($unit->run(5)->samples)->not->toBe($unit->run(6)->samples);
});

it('keeps to Ohm\'s law and to its label', function (float $volts, float $ohm, float $seconds, float $celsius) {
    $trace = (new FusionControlUnit($volts, $ohm, $seconds, $celsius))->run(3);

    expect($trace->durationS())->toEqualWithDelta($seconds, 1e-9)
        ->and($trace->startResistanceAt20($celsius))->toEqualWithDelta($ohm, 0.02 * $ohm)
        // the winding warms by at most 110 K plus what lies between fitting and 20 °C, so energy stays above V²t/R over that resistance
        ->and($trace->energyKj())->toBeLessThan(1.02 * $volts ** 2 / $ohm * $seconds / 1000 / min(1.0, 1 + FusionTrace::COPPER_PER_KELVIN * ($celsius - 20)))
        ->and($trace->energyKj())->toBeGreaterThan($volts ** 2 / $ohm * $seconds / 1000 / (1 + FusionTrace::COPPER_PER_KELVIN * (110 + $celsius - 20)));
})->with([[40.0, 0.64, 260.0, 15.0], [39.5, 1.2, 90.0, -10.0], [24.0, 0.4, 600.0, 40.0], [40.0, 0.64, 259.5, 20.0]]);

it('injects each fault', function () {
    $run = static fn (TraceClass $fault): FusionTrace => (new FusionControlUnit(40.0, 0.64, 260.0, 15.0, $fault))->run(1);

    expect(min(array_column($run(TraceClass::VoltageDroop)->samples, 'v')))->toBeLessThan(37.0)
        ->and($run(TraceClass::EarlyStop)->endCode)->toBe('stopped_by_operator')->and($run(TraceClass::EarlyStop)->durationS())->toBe(156.0)
        ->and($run(TraceClass::WrongResistance)->startResistanceAt20(15.0))->toEqualWithDelta(0.8, 0.02)
        ->and($run(TraceClass::Good)->endCode)->toBe('complete');
});

it('stops when the operator does', function () {
    $trace = (new FusionControlUnit(40.0, 0.64, 260.0, 15.0))->run(1, 33.3);

    expect($trace->durationS())->toEqualWithDelta(33.3, 1e-9)->and($trace->endCode)->toBe('stopped_by_operator');
});

it('makes noise with the spread it was asked for', function () {
    $noise = new Noise(99);
    $values = array_map(static fn (): float => $noise->normal(2.0), range(1, 20000));
    $mean = array_sum($values) / 20000;
    $deviation = sqrt(array_sum(array_map(static fn (float $v): float => ($v - $mean) ** 2, $values)) / 20000);

    expect($mean)->toEqualWithDelta(0.0, 0.06)->and($deviation)->toEqualWithDelta(2.0, 0.06);
});

it('passes a tight section and fails a leaking one, whatever the seed', function (int $seed, float $length, float $diameter, float $wall) {
    $method = new F2164;
    $section = Sections::pe([
        'parts' => [['material' => 'pe', 'length_m' => $length, 'inside_mm' => $diameter, 'wall_mm' => $wall]], 'gauge_level_m' => 12.0,
        'profile' => [[0, 4.0], [$length, 30.0]],
    ]);
    $plan = $method->plan($section);
    $judge = static fn (PressureFault $fault): bool => $method->judge((new PressureLogger($section, $fault))->run($plan, $seed), $plan, $section)->passed();

    expect($judge(PressureFault::None))->toBeTrue()->and($judge(PressureFault::Leak))->toBeFalse();
})->with(array_map(static fn (int $k): array => [$k, 100.0 + 40 * $k, 147.2, 16.4], range(1, 10)));

it('loses pressure when a PE main warms, as PE grows more than its water', function () {
    $plan = (new F2164)->plan($section = Sections::pe());
    $last = static fn (PressureFault $fault): float => array_slice((new PressureLogger($section, $fault))->run($plan, 1)->trace->p, -1)[0];

    expect($last(PressureFault::Warming))->toBeLessThan($last(PressureFault::None) - 20);
});

// Closed form: an isolated elastic volume that loses q litres falls by q/(V·(1/K + D/(eE))). The leak takes 25 L/h at 1000 kPa, ∝ √p. Creep
// gives some of it back: at most what the first two Kelvin elements (a quarter of the elastic strain each) can add to the compliance.
it('lets a leak take what the closed form allows', function (float $length) {
    $plan = (new F2164)->plan($section = Sections::pe(['parts' => [['material' => 'pe', 'length_m' => $length, 'inside_mm' => 147.2, 'wall_mm' => 16.4]]]));
    $hour = static function (PressureFault $fault) use ($plan, $section): float {
        $trace = (new PressureLogger($section, $fault, 25.0))->run($plan, 4)->trace;

        return $trace->at(15600.0) - $trace->at($trace->endS());
    };
    $volume = M_PI / 4 * 0.1472 ** 2 * $length * 1000.0;
    $pipe = 147.2 / 16.4 / 1.0e6;
    $lost = 25.0 * sqrt(1431.0 / 1000.0);
    $fall = $hour(PressureFault::Leak) - $hour(PressureFault::None);

    expect($fall)->toBeLessThan($lost / ($volume * (1 / 2.18e6 + $pipe)))
        ->and($fall)->toBeGreaterThan(0.97 * $lost / ($volume * (1 / 2.18e6 + 1.5 * $pipe)));
})->with([1000.0, 2000.0, 4000.0]);
