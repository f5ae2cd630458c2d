<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\Reckoner\Reckoner;

/** @param  array<string, mixed>  $input */
function reckoned(string $id, array $input): array
{
    return Reckoner::reckon($id, $input)['result'];
}

// IAPWS-95 at atmospheric pressure: density kg/m³, expansion 10⁻⁶/K, bulk modulus GPa.
it('agrees with IAPWS-95', function (float $celsius, float $density, float $expansion, float $modulus) {
    $water = Water::at($celsius);
    expect($water->densityKgM3)->toEqualWithDelta($density, 0.01)->and(1e6 * $water->expansionPerC)->toEqualWithDelta($expansion, 0.5)
        ->and($water->bulkModulusGpa)->toEqualWithDelta($modulus, 0.002);
})->with(['4 °C' => [4, 999.974, 0.3, 2.021], '10 °C' => [10, 999.702, 87.9, 2.092], '20 °C' => [20, 998.207, 206.8, 2.179]]);

// EN 1610, table of test times in minutes: wet concrete and all other pipes, then dry concrete.
it('agrees with the table of EN 1610', function (string $method, string $pipe, array $minutes) {
    foreach ([100, 200, 300, 400, 600, 800] as $k => $dn) {
        expect(reckoned('test.en1610-air', ['method' => $method, 'dn_mm' => $dn, 'pipe' => $pipe])['time_min'])->toEqual($minutes[$k], "{$method} DN {$dn}");
    }
})->with([
    ['LA', 'other', [5, 5, 7, 10, 14, 19]], ['LB', 'other', [4, 4, 6, 7, 11, 15]], ['LC', 'other', [3, 3, 4, 5, 8, 11]],
    ['LD', 'other', [1.5, 1.5, 2, 2.5, 4, 5]],
    ['LA', 'dry_concrete', [5, 5, 5, 7, 11, 14]], ['LB', 'dry_concrete', [4, 4, 4, 6, 8, 11]], ['LC', 'dry_concrete', [3, 3, 3, 4, 6, 8]],
    ['LD', 'dry_concrete', [1.5, 1.5, 1.5, 2, 3, 4]],
]);

// AWWA C600, hydrostatic testing allowance, US gal/h per 1000 ft at 150 psi, as printed to two places.
it(
    'agrees with the allowance table of AWWA C600',
    fn (float $inches, float $gallons) => expect(reckoned(
        'test.make-up', ['length_ft' => 1000, 'diameter_in' => $inches, 'pressure_psi' => 150],
    )['allowance_gal_h'])->toEqualWithDelta($gallons, 0.005),
)
    ->with([[4, 0.33], [6, 0.50], [8, 0.66], [10, 0.83], [12, 0.99], [16, 1.32], [24, 1.99]]);

it('gives the same allowance in metres', function () {
    $feet = reckoned('test.make-up', ['length_ft' => 1000, 'diameter_in' => 12, 'pressure_psi' => 150]);
    $metres = reckoned('test.make-up', ['length_m' => 304.8, 'diameter_mm' => 304.8, 'pressure_kpa' => 150 * 6.894757293168]);
    expect($metres)->toEqualWithDelta($feet, 1e-9)->and($feet['allowance_l_h'])->toEqualWithDelta($feet['allowance_gal_h'] * 3.785411784, 1e-9);
});

// ASTM F1417, table of least times for a drop of 1.0 psi: minutes:seconds and the length up to which they hold, ft.
it('agrees with the table of ASTM F1417', function (float $inches, int $seconds, int $upTo) {
    expect(reckoned('test.f1417', ['diameter_in' => $inches, 'length_ft' => 50])['time_s'])->toEqualWithDelta($seconds, 1.0)
        ->and(reckoned(
            'test.f1417', ['diameter_in' => $inches, 'length_ft' => $upTo - 1],
        )['k'])->toBe(1.0)->and(reckoned('test.f1417', ['diameter_in' => $inches, 'length_ft' => $upTo + 2])['k'])->toBeGreaterThan(1.0);
})->with([
    '4 in 3:46' => [4, 226, 597], '6 in 5:40' => [6, 340, 398], '8 in 7:34' => [8, 454, 298], '10 in 9:26' => [10, 566, 239],
    '12 in 11:20' => [12, 680, 199], '24 in 22:40' => [24, 1360, 99],
]);

it('works out each by hand', function (string $id, array $input, array $part) {
    expect(array_intersect_key(reckoned($id, $input), $part))->toEqualWithDelta($part, 1e-4);
})->with([
    'surge assumed, 1.5 × rules' => ['test.stp', ['mdp_kpa' => 800, 'surge' => 'assumed'], ['stp_kpa' => 1200.0]],
    'surge assumed, + 500 rules' => ['test.stp', ['mdp_kpa' => 1200, 'surge' => 'assumed'], ['stp_kpa' => 1700.0]],
    'surge calculated' => ['test.stp', ['mdp_kpa' => 1200, 'surge' => 'calculated'], ['stp_kpa' => 1300.0]],
    // 50 m³, 20 kPa, D 300, e 7.2, E 170: 1/2.1 + 300/(7.2·170) = 0.476190 + 0.245098 = 0.721289 per GPa; × 50 000 L × 2·10⁻⁵ GPa = 0.721289 L; × 1.2 =
    // 0.865546
    'elastic water, main test' => [
        'test.en805-volume', ['volume_m3' => 50, 'drop_kpa' => 20, 'diameter_mm' => 300, 'wall_mm' => 7.2, 'modulus_gpa' => 170, 'stage' => 'main'],
        ['elastic_volume_l' => 0.721289, 'max_volume_l' => 0.865546],
    ],
    'elastic water, air check' => [
        'test.en805-volume', ['volume_m3' => 50, 'drop_kpa' => 20, 'diameter_mm' => 300, 'wall_mm' => 7.2, 'modulus_gpa' => 170, 'stage' => 'air'],
        ['max_volume_l' => 1.081933],
    ],
    'loss inside and slowing' => [
        'test.en805-loss', ['pipe' => 'rigid', 'readings_kpa' => [1200, 1188, 1180]], ['verdict' => 'pass', 'drop_kpa' => 20.0, 'limit_kpa' => 20.0],
    ],
    'loss just over' => ['test.en805-loss', ['pipe' => 'rigid', 'readings_kpa' => [1200, 1188, 1179.9]], ['verdict' => 'fail']],
    'loss inside but quickening' => ['test.en805-loss', ['pipe' => 'rigid', 'readings_kpa' => [1200, 1196, 1188]], ['verdict' => 'fail']],
    'fibre cement may lose 40' => [
        'test.en805-loss', ['pipe' => 'fibre_cement', 'readings_kpa' => [1200, 1175, 1160]], ['verdict' => 'pass', 'limit_kpa' => 40.0],
    ],
    'PE rises for half an hour' => [
        'test.en805-pe', ['stp_kpa' => 1200, 'end_of_rest_kpa' => 840, 'main' => [[0, 700], [10, 720], [30, 730]]],
        ['preliminary' => 'pass', 'draw_off_min_kpa' => 120.0, 'draw_off_max_kpa' => 180.0, 'verdict' => 'pass', 'highest_kpa' => 730.0, 'fall_kpa' => 0.0],
    ],
    'PE fell a little: on to 90 min' => [
        'test.en805-pe', ['stp_kpa' => 1200, 'end_of_rest_kpa' => 839, 'main' => [[0, 700], [10, 720], [30, 715]]],
        ['preliminary' => 'start_over', 'verdict' => 'extend', 'fall_kpa' => 5.0],
    ],
    'PE 25 below the highest after 90 min' => [
        'test.en805-pe', ['stp_kpa' => 1200, 'end_of_rest_kpa' => 900, 'main' => [[0, 700], [20, 725], [90, 700]]],
        ['verdict' => 'pass', 'fall_kpa' => 25.0],
    ],
    'PE 26 below' => [
        'test.en805-pe', ['stp_kpa' => 1200, 'end_of_rest_kpa' => 900, 'main' => [[0, 700], [20, 726], [40, 700]]],
        ['verdict' => 'fail', 'fall_kpa' => 26.0],
    ],
    'make-up of 12 in PE' => ['test.pe-makeup', ['nominal_in' => 12, 'length_ft' => 500, 'hours' => 2], ['gal' => 11.5]],
    // 0.14 × 2 km × 0.3 m × 100 m
    'AS/NZS allowance' => ['test.as2566', ['length_km' => 2, 'diameter_m' => 0.3, 'head_m' => 100], ['allowance_l_h' => 8.4]],
    'AS/NZS, PE, at its limit' => [
        'test.as2566-pe', ['v1_l' => 40, 'v2_l' => 30.4, 'length_km' => 2, 'diameter_m' => 0.3, 'head_m' => 100], ['limit_l' => 30.4, 'verdict' => 'pass'],
    ],
    // a line of slope −0.08 on log–log paper at tc: P = 1000·(tc/12)^−0.08 with tL 10, t 8, 76 and 156: tc 12, 80, 160
    'sound decay' => [
        'test.pe-decay', ['pressures_kpa' => [1000, 1000 * (80 / 12) ** -0.08, 1000 * (160 / 12) ** -0.08], 'times_min' => [8, 76, 156], 'load_min' => 10],
        ['n1' => 0.08, 'n2' => 0.08, 'ratio' => 1.0, 'reading' => 'sound'],
    ],
    'a leak bends it down' => ['test.pe-decay', ['pressures_kpa' => [1000, 860, 760], 'times_min' => [8, 76, 156], 'load_min' => 10], ['reading' => 'leak']],
    'air makes it low' => ['test.pe-decay', ['pressures_kpa' => [1000, 970, 960], 'times_min' => [8, 76, 156], 'load_min' => 10], ['reading' => 'air']],
    // DN 300, 50 m: π·0.3·50 = 47.1239 m² × 0.15 = 7.06858 L; with 3 m² of chamber × 0.20 = 10.02478 L
    'sewer with water' => [
        'test.en1610-water', ['dn_mm' => 300, 'length_m' => 50, 'scope' => 'pipes', 'added_l' => 7.0], ['limit_l' => 7.06858, 'verdict' => 'pass'],
    ],
    'sewer and chambers' => [
        'test.en1610-water', ['dn_mm' => 300, 'length_m' => 50, 'chamber_area_m2' => 3, 'scope' => 'pipes_and_chambers', 'added_l' => 10.1],
        ['limit_l' => 10.02478, 'verdict' => 'fail'],
    ],
    'groundwater 5 ft over the pipe' => [
        'test.f1417', ['diameter_in' => 8, 'length_ft' => 200, 'groundwater_ft' => 5], ['start_psi' => 5.65, 'end_psi' => 4.65],
    ],
    'concrete sewer' => ['test.c924', ['diameter_in' => 15, 'length_ft' => 250], ['time_min' => 5.25]],
    // 49 CFR 192.513: 1.5 × 60 = 90; 2·1600·0.4/(11 − 1) = 128 × 2.5 = 320
    'gas limits' => [
        'test.gas-plastic', ['maop_psi' => 60, 'hdb_psi' => 1600, 'dr' => 11, 'design_factor' => 0.4], ['min_test_psi' => 90.0, 'max_test_psi' => 320.0],
    ],
    'gas, never below 50 psi' => ['test.gas-plastic', ['maop_psi' => 20], ['min_test_psi' => 50.0, 'max_test_psi' => null]],
    // (600 + 101)·285.15/290.15 − 100 = 701·0.98276754 − 100 = 588.92004
    'gas cooled by 5 K' => [
        'test.gas-correct', ['p1_kpa_gauge' => 600, 't1_c' => 17, 'baro1_kpa' => 101, 't2_c' => 12, 'baro2_kpa' => 100],
        ['expected_p2_kpa_gauge' => 588.92004],
    ],
    // ρg = 9.78906 kPa/m at 998.207: high point 20 m above the gauge, low 5 m below
    'gauge window' => [
        'test.gauge-window', ['test_kpa' => 900, 'max_kpa' => 1600, 'gauge_level_m' => 10, 'low_level_m' => 5, 'high_level_m' => 30], ['feasible' => true],
    ],
    'no window: split' => [
        'test.gauge-window', ['test_kpa' => 900, 'max_kpa' => 1100, 'gauge_level_m' => 10, 'low_level_m' => 5, 'high_level_m' => 30], ['feasible' => false],
    ],
    // π/4·0.3²·1000 = 70.6858 m³; × 0.3 m/s: 21.2058 L/s, 1000/0.3 s = 55.5556 min
    'filling' => [
        'test.fill', ['id_mm' => 300, 'length_m' => 1000, 'velocity_m_s' => 0.3], ['volume_m3' => 70.68583, 'rate_l_s' => 21.20575, 'time_min' => 55.55556],
    ],
    'composite' => [
        'test.rtp', ['rated_kpa' => 10000, 'length_m' => 1200, 'factor' => 1.25],
        ['steps' => [3450.0, 6900.0, 10350.0, 12500.0], 'settle_min' => 30.0, 'max_ramp_kpa_min' => 2000.0, 'overshoot_kpa' => 1400.0],
    ],
    // 10 m³ at 1000 kPa: air: 1101.325·10/0.4·(1 − (101.325/1101.325)^(2/7)) = 13611.1 kJ; water: 0.5·10·10⁶/2.179·10⁶ = 2.29463 kJ
    'energy of water' => ['test.energy', ['volume_m3' => 10, 'pressure_kpa' => 1000, 'medium' => 'water'], ['energy_kj' => 2.29463]],
    // 3 mm hole: π/4·9·10⁻⁶ = 7.06858·10⁻⁶ m² × 0.6 × √(2·10⁶/998.207) = 44.76139 m/s → 1.898403·10⁻⁴ m³/s
    'a hole of 3 mm at 10 bar' => ['test.leak-rate', ['hole_mm' => 3, 'pressure_kpa' => 1000, 'coefficient' => 0.6], ['l_per_h' => 683.42496]],
]);

it('finds the air that was put in', function () {
    $pipe = FilledPipe::of(50, 300, 7.2, 170, 2.1);
    // 120 L of free air shrink from 101.325/(101.325 + p): between 100 and 600 kPa by 120·101.325·(1/201.325 − 1/701.325)
    $added = $pipe->elasticL(500) + 120 * 101.325 * (1 / 201.325 - 1 / 701.325);
    expect($pipe->air(100, 600, $added))->toEqualWithDelta(['air_l' => 120.0, 'air_percent' => 0.24], 1e-9)->and($pipe->air(100, 600, 0.0)['air_l'])->toBe(0.0);
    expect(fn () => $pipe->air(600, 100, 5))->toThrow(InvalidInput::class, 'raised');
});

it('knows that warming lowers the pressure of PE, and of iron below about 6 °C', function () {
    $iron = static fn (float $c): float => reckoned(
        'test.temperature-effect',
        ['diameter_mm' => 300, 'wall_mm' => 7.2, 'modulus_gpa' => 170, 'poisson' => 0.28, 'expansion_per_c' => 11.5e-6, 'temperature_c' => $c],
    )['kpa_per_c'];
    $pe = reckoned(
        'test.temperature-effect',
        ['diameter_mm' => 147, 'wall_mm' => 16.4, 'modulus_gpa' => 1.0, 'poisson' => 0.45, 'expansion_per_c' => 1.8e-4, 'temperature_c' => 20],
    )['kpa_per_c'];
    $pvc = reckoned(
        'test.temperature-effect',
        ['diameter_mm' => 200, 'wall_mm' => 9.6, 'modulus_gpa' => 3.0, 'poisson' => 0.4, 'expansion_per_c' => 7e-5, 'temperature_c' => 19],
    )['kpa_per_c'];
    // iron at 20 °C: (206.8 − 2·1.28·11.5)·10⁻⁶ / (1/2.179 + 0.9216·300/(7.2·170)) per GPa = 177.4·10⁻⁶/0.684815 GPa = 259 kPa/K
    expect($iron(20))->toEqualWithDelta(259.0, 0.5)->and($iron(5))->toBeLessThan(0.0)->and($iron(7))->toBeGreaterThan(0.0)->and($pe)->toBeLessThan(0.0)
        ->and(abs($pvc))->toBeLessThan(2.0);
});

it('shortens a free end under pressure and pulls it out again when the end is closed', function () {
    $given = ['length_m' => 100, 'diameter_mm' => 300, 'wall_mm' => 10, 'modulus_gpa' => 1, 'poisson' => 0.45, 'pressure_kpa' => 1000, 'end' => 'open'];
    // hoop strain 1000·300/(2·10)/10⁶ = 0.015: −0.45·0.015·100 m = −675 mm; closed + 0.0075·100 m = + 75 mm
    expect(reckoned('pipe.free-end', $given)['movement_mm'])->toEqualWithDelta(-675.0, 1e-9)->and(reckoned(
        'pipe.free-end', [...$given, 'end' => 'closed'],
    )['movement_mm'])->toEqualWithDelta(75.0, 1e-9)
        ->and(reckoned(
            'pipe.free-end', [...$given, 'pressure_kpa' => 0, 'expansion_per_c' => 1.8e-4, 'temperature_change_c' => -10],
        )['movement_mm'])->toEqualWithDelta(-180.0, 1e-9);
});

it('stores far more energy in air than in water', function () {
    $air = reckoned('test.energy', ['volume_m3' => 10, 'pressure_kpa' => 1000, 'medium' => 'air'])['energy_kj'];
    expect($air)->toEqualWithDelta(
        1101.325 * 10 / 0.4 * (1 - exp(2 / 7 * log(101.325 / 1101.325))), 1e-6,
    )->and($air)->toBeGreaterThan(1000 * reckoned('test.energy', ['volume_m3' => 10, 'pressure_kpa' => 1000, 'medium' => 'water'])['energy_kj']);
});

it('refuses what the tables and formulas do not know', function (string $id, array $input, string $field) {
    try {
        reckoned($id, $input);
        $named = '';
    } catch (InvalidInput $e) {
        $named = $e->faults[0]['field'];
    }
    expect($named)->toBe($field);
})->with([
    'ice' => ['water.properties', ['temperature_c' => -1], 'temperature_c'],
    'two readings' => ['test.en805-loss', ['pipe' => 'rigid', 'readings_kpa' => [1, 2]], 'readings_kpa'],
    'minutes that do not rise' => ['test.en805-pe', ['stp_kpa' => 1200, 'end_of_rest_kpa' => 900, 'main' => [[0, 700], [0, 720]]], 'main'],
    'no pairs' => ['test.en805-pe', ['stp_kpa' => 1200, 'end_of_rest_kpa' => 900, 'main' => [700, 720]], 'main'],
    'half in feet' => ['test.make-up', ['length_ft' => 1000, 'diameter_mm' => 300, 'pressure_kpa' => 900], 'length_m'],
    'a size without a row' => ['test.pe-makeup', ['nominal_in' => 9, 'length_ft' => 100, 'hours' => 1], 'nominal_in'],
    'four hours' => ['test.pe-makeup', ['nominal_in' => 8, 'length_ft' => 100, 'hours' => 4], 'hours'],
    'too much groundwater' => ['test.f1417', ['diameter_in' => 8, 'length_ft' => 200, 'groundwater_ft' => 13], 'groundwater_ft'],
    'concrete of 9 in' => ['test.c924', ['diameter_in' => 9, 'length_ft' => 100], 'diameter_in'],
    'levels swapped' => [
        'test.gauge-window', ['test_kpa' => 900, 'max_kpa' => 1100, 'gauge_level_m' => 10, 'low_level_m' => 30, 'high_level_m' => 5], 'low_level_m',
    ],
    'four pressures' => ['test.pe-decay', ['pressures_kpa' => [1, 2, 3, 4], 'times_min' => [1, 2, 3], 'load_min' => 5], 'pressures_kpa'],
]);
