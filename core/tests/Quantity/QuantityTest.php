<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Duration;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Mass;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Temperature;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Quantity\Volume;

// Factors: NIST SP 811, appendix B.8 (1 psi = 6.894 757 kPa, 1 US gal = 3.785 412 L, 1 in = 25.4 mm exactly).
it('converts as NIST SP 811 says', function (float $value, float $expected) {
    expect($value)->toEqualWithDelta($expected, 1e-6 * max(1.0, abs($expected)));
})->with([
    'psi to kPa' => [fn () => Pressure::of(1.0, 'psi')->in('kPa'), 6.894757],
    '10 psi to kPa' => [fn () => Pressure::of(10.0, 'psi')->in('kPa'), 68.94757],
    'bar to psi' => [fn () => Pressure::of(16.0, 'bar')->in('psi'), 232.0604],
    'inch to mm' => [fn () => Length::of(12.4, 'in')->in('mm'), 314.96],
    'foot to m' => [fn () => Length::of(20.0, 'ft')->in('m'), 6.096],
    'pound to kg' => [fn () => Mass::of(1.0, 'lb')->in('kg'), 0.45359237],
    'US gallon to L' => [fn () => Volume::of(1.0, 'US gal')->in('L'), 3.785412],
    '°F to °C' => [fn () => Temperature::of(113.0, '°F')->in('°C'), 45.0],
    '°C to °F' => [fn () => Temperature::of(-40.0, '°C')->in('°F'), -40.0],
    'min to s' => [fn () => Duration::of(4.0, 'h')->in('min'), 240.0],
]);

it('reads what crews write', function (string $text, float $mm) {
    expect(Length::parse($text)->in('mm'))->toEqualWithDelta($mm, 1e-9);
})->with([['12.4in', 314.96], ['180 mm', 180.0], ['1,5 mm', 1.5], [' 6 " ', 152.4], ["2'", 609.6], ['-3 mm', -3.0]]);

it('refuses what is no length', function (string $text) {
    expect(fn () => Length::parse($text))->toThrow(InvalidInput::class);
})->with(['', 'mm', '12', '12 bar', 'abc mm', '1.2.3 mm', "12 mm\nx"]);

it('refuses a number that is none', fn () => expect(fn () => Pressure::of(INF, 'bar'))->toThrow(InvalidInput::class));

it('compares with limits so that equal passes in floating point', function (float $value, float $limit, bool $passes) {
    expect(Compare::atMost($value, $limit))->toBe($passes);
})->with([
    '615.1 − 609 against 6.1' => [615.1 - 609.0, 6.1, true], '0.1 + 0.2 against 0.3' => [0.1 + 0.2, 0.3, true], 'truly above' => [6.1001, 6.1, false],
    'zero' => [0.0, 0.0, true], 'negative' => [-1.0, -2.0, false],
]);

it('rounds towards the worse side when told', function (Rounding $rounding, float $value, string $text) {
    expect($rounding->print($value, 2))->toBe($text);
})->with([
    [Rounding::Up, 2.701, '2.71'], [Rounding::Up, 2.70, '2.70'], [Rounding::Up, 0.1 + 0.2, '0.30'], [Rounding::Down, 2.709, '2.70'],
    [Rounding::Down, 0.2, '0.20'], [Rounding::Nearest, 2.705, '2.71'], [Rounding::Up, -0.001, '0.00'],
]);

it('prints in the units of the rulebook', function (UnitSystem $system, float $value, Unit $unit, string $text) {
    expect($system->print($value, $unit))->toBe($text);
})->with([
    [UnitSystem::Metric, 2.7, Unit::Millimetre, '2.7 mm'], [UnitSystem::UsCustomary, 25.4, Unit::Millimetre, '1 in'],
    [UnitSystem::Metric, 1600.0, Unit::KiloPascal, '16 bar'], [UnitSystem::UsCustomary, 689.475729, Unit::KiloPascal, '100 psi'],
    [UnitSystem::UsCustomary, 10.0, Unit::Celsius, '50 °F'], [UnitSystem::UsCustomary, 10.0, Unit::Kelvin, '18 °F diff.'],
    [UnitSystem::UsCustomary, 45.359237, Unit::Kilogram, '100 lb'], [UnitSystem::Metric, 45.4, Unit::Kilogram, '45 kg'],
    [UnitSystem::Metric, -0.001, Unit::Millimetre, '0 mm'], [UnitSystem::Metric, 260.4, Unit::Second, '260 s'],
]);
