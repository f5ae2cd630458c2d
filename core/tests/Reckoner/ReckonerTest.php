<?php

declare(strict_types=1);

use Core\Tests\Joint;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Reckoner\Reckoner;

// Each expected figure is worked by hand in the test of the room it comes from.
it('answers', function (string $id, array $input, array $part) {
    $answer = Reckoner::reckon($id, $input);

    expect($answer['id'])->toBe($id)->and($answer['sources'])->not->toBe([])
        ->and(array_intersect_key($answer['result'], $part))->toEqualWithDelta($part, 1e-9);
})->with([
    ['pipe.roundness', ['diameters_mm' => [183, 180, 177, 180], 'nominal_od_mm' => 180], ['mean_od_mm' => 180.0, 'ovality_mm' => 6.0, 'long_axis_deg' => 0.0, 'residual_mm' => 0.0]],
    ['ef.marks', ['fitting_length_mm' => 210, 'kind' => 'coupler', 'rulebook' => 'iso'], ['stab_depth_mm' => 105.0, 'scrape_length_mm' => 125.0, 'wash_length_mm' => 630.0]],
    ['ef.energy', ['voltage_v' => 40, 'resistance_ohm' => 0.64, 'time_s' => 260], ['energy_kj' => 650.0, 'current_a' => 62.5, 'power_w' => 2500.0]],
    ['pe.pressure-rating', ['mrs_mpa' => 10, 'sdr' => 11, 'design_coefficient' => 1.25], ['pn_bar' => 16.0]],
    ['test.f2164', ['design_pressure_kpa' => 1000, 'gauge_level_m' => 12, 'low_level_m' => 4, 'high_level_m' => 30], ['test_pressure_low_kpa' => 1500.0, 'gauge_expansion_kpa' => 1421.5468, 'gauge_test_kpa' => 1352.5468]],
    ['test.pressure-at-point', ['gauge_kpa' => 1000, 'gauge_level_m' => 50, 'point_level_m' => 40], ['pressure_kpa' => 1098.0665]],
    ['test.pressure-at-point', ['gauge_kpa' => 0, 'gauge_level_m' => 10, 'point_level_m' => 0, 'density_kg_m3' => 1025], ['pressure_kpa' => 100.5181625]],
]);

it('counts clocks in the zone given', function () {
    expect(Reckoner::reckon('ef.clocks', ['fusion_end' => '2026-11-23T14:00:00+01:00', 'cooling_min' => 20, 'test_factor' => 4])['result'])
        ->toBe(['release_at' => '2026-11-23T14:20:00+01:00', 'test_at' => '2026-11-23T15:20:00+01:00']);
});

it('reads a label', function () {
    $result = Reckoner::reckon('ef.label', ['code' => Joint::label()])['result'];

    expect($result['valid'])->toBeTrue()->and($result['check_digit'])->toBe((int) Joint::label()[23])->and($result['fields']['fusion_time_s']['value'])->toBe(260.0);
});

it('refuses bad input and names the field', function (string $id, array $input, array $fields) {
    try {
        Reckoner::reckon($id, $input);
        $named = [];
    } catch (InvalidInput $e) {
        $named = array_column($e->faults, 'field');
    }
    expect($named)->toBe($fields);
})->with([
    'unknown calculation' => ['ef.nothing', [], ['id']],
    'all missing' => ['ef.energy', [], ['voltage_v', 'resistance_ohm', 'time_s']],
    'text in a number' => ['ef.energy', ['voltage_v' => '40', 'resistance_ohm' => 1, 'time_s' => 1], ['voltage_v']],
    'unknown input' => ['pe.pressure-rating', ['mrs_mpa' => 10, 'sdr' => 11, 'design_coefficient' => 1.25, 'colour' => 'blue'], ['colour']],
    'SDR 1' => ['pe.pressure-rating', ['mrs_mpa' => 10, 'sdr' => 1, 'design_coefficient' => 1.25], ['sdr']],
    'a diameter of 0' => ['pipe.roundness', ['diameters_mm' => [0, 180], 'nominal_od_mm' => 180], ['diameters_mm']],
    'diameters not a list' => ['pipe.roundness', ['diameters_mm' => 180, 'nominal_od_mm' => 180], ['diameters_mm']],
    'unknown kind' => ['ef.marks', ['fitting_length_mm' => 210, 'kind' => 'saddle', 'rulebook' => 'iso'], ['kind']],
    'time without zone' => ['ef.clocks', ['fusion_end' => '2026-11-23T14:00:00', 'cooling_min' => 20, 'test_factor' => 4], ['fusion_end']],
    'a day that is none' => ['ef.clocks', ['fusion_end' => '2026-02-31T14:00:00Z', 'cooling_min' => 20, 'test_factor' => 4], ['fusion_end']],
    'a factor below 1' => ['ef.clocks', ['fusion_end' => '2026-11-23T14:00:00Z', 'cooling_min' => 20, 'test_factor' => 0.5], ['test_factor']],
    'wrong check digit' => ['ef.label', ['code' => '123456789012345678901234'], ['code']],
    'a code as a number' => ['ef.label', ['code' => 123], ['code']],
    'null' => ['ef.energy', ['voltage_v' => null, 'resistance_ohm' => 1, 'time_s' => 1], ['voltage_v']],
]);

it('lists each calculation with units at the ends of its names', function () {
    foreach (Reckoner::all() as $calculation) {
        expect($calculation->title)->not->toBe('')->and($calculation->sources)->not->toBe([]);
        foreach ($calculation->inputs as $input) {
            if (in_array($input->unit, ['mm', 'm', 'kPa', 'V', 's', 'min', 'MPa'], true)) {
                expect(strtolower($input->name))->toEndWith('_'.strtolower($input->unit));
            }
        }
    }
});
