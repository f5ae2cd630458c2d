<?php

declare(strict_types=1);

use Core\Tests\Joint;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Reckoner\Reckoner;

/** The value of one side of a formula as it is shown, angles in degrees. */
function workedOut(string $side): float
{
    $code = strtr($side, ['×' => '*', '÷' => '/', '−' => '-', '²' => '**2', 'π' => 'M_PI', '√' => 'sqrt']);
    $code = (string) preg_replace('/\b(sin|tan)\(/', '$1(M_PI/180*', $code);
    $code = (string) preg_replace('/\batan\(/', '180/M_PI*atan(', $code);
    expect(preg_match('/\A[\d.+*\/() -]*\z/', str_replace(['M_PI', 'sqrt', 'sin', 'atan', 'tan'], '', $code)))->toBe(1, $side);

    return (float) eval("return {$code};");
}

// Each expected figure is worked by hand in the test of the room it comes from.
it('answers', function (string $id, array $input, array $part) {
    $answer = Reckoner::reckon($id, $input);

    expect($answer['id'])->toBe($id)->and($answer['sources'])->not->toBe([])
        ->and(array_intersect_key($answer['result'], $part))->toEqualWithDelta($part, 1e-7);
    foreach ($answer['formula'] as $line) {
        [$left, $right] = array_map(workedOut(...), explode(' = ', $line['with']));
        expect($left)->toEqualWithDelta($right, 1e-5 * max(1.0, abs($right)), $line['with']);
    }
})->with([
    [
        'pipe.roundness', ['diameters_mm' => [183, 180, 177, 180], 'nominal_od_mm' => 180],
        ['mean_od_mm' => 180.0, 'ovality_mm' => 6.0, 'long_axis_deg' => 0.0, 'residual_mm' => 0.0],
    ],
    [
        'ef.marks', ['fitting_length_mm' => 210, 'kind' => 'coupler', 'rulebook' => 'iso'],
        ['stab_depth_mm' => 105.0, 'scrape_length_mm' => 125.0, 'wash_length_mm' => 630.0],
    ],
    ['ef.energy', ['voltage_v' => 40, 'resistance_ohm' => 0.64, 'time_s' => 260], ['energy_kj' => 650.0, 'current_a' => 62.5, 'power_w' => 2500.0]],
    ['ef.marks', ['footprint_mm' => 160, 'kind' => 'saddle', 'rulebook' => 'iso'], ['scrape_length_mm' => 160.0, 'wash_length_mm' => 480.0]],
    [
        'ef.scrape', ['od_before_mm' => 180.4, 'od_after_mm' => 180.0, 'bore_mm' => 180.8, 'limit_mm' => 0.5, 'minimum_mm' => 0.2],
        ['removal_mm' => 0.2, 'gap_mm' => 0.4],
    ],
    [
        'ef.passes', ['od_mm' => 180.4, 'bore_mm' => 180.8, 'depth_per_pass_mm' => 0.1, 'gap_limit_mm' => 0.5, 'minimum_mm' => 0.2],
        ['max_passes' => 3, 'gap_after_mm' => [0.3, 0.4, 0.5]],
    ],
    ['gasketed.angle', ['offset_mm' => 300, 'length_m' => 6], ['angle_deg' => 2.8659839825988]], // asin(0.3/6)
    ['gasketed.angle', ['gap_max_mm' => 22, 'gap_min_mm' => 9, 'od_mm' => 300], ['angle_deg' => 2.4812648012]], // atan(13/300)
    ['ef.fusion-time', ['nominal_s' => 260, 'reference_c' => 23, 'ambient_c' => 13, 'coefficient_per_c' => 0.004], ['time_s' => 270.4]], // 260·(1 + 0.004·10)
    // 2·29/(58·10)·62.5
    [
        'ef.supply', ['voltage_v' => 40, 'resistance_ohm' => 0.64, 'cable_m' => 29, 'cable_mm2' => 10, 'efficiency' => 1, 'power_factor' => 1],
        ['current_a' => 62.5, 'power_kw' => 2.5, 'generator_kva' => 2.5, 'cable_drop_v' => 6.25],
    ],
    ['pe.us-rating', ['hds_psi' => 1000, 'dr' => 11, 'design_factor' => 1], ['pr_psi' => 200.0]],
    ['pe.dimensions', ['dn_mm' => 450, 'sdr' => 11], ['od_min_mm' => 450.0, 'od_max_mm' => 452.7, 'wall_min_mm' => 40.9, 'ovality_max_mm' => 15.6]],
    ['pe.outside-diameter', ['series' => 'ips', 'size_in' => 6], ['od_in' => 6.625, 'od_mm' => 168.275]],
    ['pipe.mean-od', ['circumference_mm' => 565.4866776], ['mean_od_mm' => 180.0]],
    ['pipe.toe-in', ['end_od_mm' => 179.4, 'back_od_mm' => 180.2, 'od_min_mm' => 180, 'od_max_mm' => 181.1], ['verdict' => 'toe_in']],
    ['heat.half-space', ['flux_w_m2' => 0, 'k' => 0.4, 'rho' => 950, 'c' => 2300, 'time_s' => 260, 'depth_m' => 0], ['rise_k' => 0.0]],
    ['pe.pressure-rating', ['mrs_mpa' => 10, 'sdr' => 11, 'design_coefficient' => 1.25], ['pn_bar' => 16.0]],
    [
        'test.f2164', ['design_pressure_kpa' => 1000, 'gauge_level_m' => 12, 'low_level_m' => 4, 'high_level_m' => 30],
        ['test_pressure_low_kpa' => 1500.0, 'gauge_expansion_kpa' => 1421.5468, 'gauge_test_kpa' => 1352.5468],
    ],
    ['bolting.star', ['bolts' => 8], ['order' => [1, 5, 3, 7, 2, 6, 4, 8]]],
    ['bolting.torque', ['nut_factor' => 0.2, 'diameter_mm' => 20, 'tension_kn' => 50], ['torque_nm' => 200.0]],
    ['bolting.judge', ['target_nm' => 60, 'readings_nm' => [60, 66, 54]], ['verdict' => 'go', 'mean_nm' => 60.0, 'scatter_percent' => 20.0, 'under' => []]],
    ['bolting.judge', ['target_nm' => 60, 'maximum_nm' => 70, 'readings_nm' => [60, 71, 50]], ['verdict' => 'stop', 'under' => [3], 'over' => [2]]],
    ['bolting.retorque', ['label_nm' => 85], ['torque_nm' => 102.0]],
    ['bolting.convert', ['value' => 120, 'from' => 'in_lb', 'to' => 'ft_lb'], ['value' => 10.0]],
    ['bolting.convert', ['value' => 10, 'from' => 'ft_lb', 'to' => 'nm'], ['value' => 13.558179483314]],
    ['bolting.convert', ['value' => 2, 'from' => 'kgf_m', 'to' => 'nm'], ['value' => 19.6133]],
    ['bolting.residual', ['bolts' => 2, 'pattern' => 'circle', 'rounds' => 1, 'interaction' => 0.2],
        ['loads_percent' => [80.0, 100.0], 'spread_percent' => 20.0, 'other_percent' => [80.0, 100.0], 'other_spread_percent' => 20.0]],
    // 10 ft of 120 lb/ft³ is 8.333 psi; 10 × 8.333 / (0.149 × 46 + 0.061 × 1000)
    ['cover.iowa', ['pipe_stiffness_psi' => 46, 'e_prime_psi' => 1000, 'cover_ft' => 10, 'unit_weight_pcf' => 120, 'lag' => 1, 'bedding_factor' => 0.1],
        ['deflection_percent' => 83.3333333333 / 67.854, 'load' => 8.3333333333]],
    // the truck is not multiplied by the lag: 10 × (1.5 × 2.5 + 4.17) / 67.854
    ['cover.iowa', ['pipe_stiffness_psi' => 46, 'e_prime_psi' => 1000, 'cover_ft' => 3, 'unit_weight_pcf' => 120, 'lag' => 1.5, 'bedding_factor' => 0.1,
        'live_psi' => 4.17], ['deflection_percent' => 79.2 / 67.854, 'load' => 7.92]],
    // 3 m of 18 kN/m³ is 54 kPa; 10 × 1.5 × 54 / (8 × 8 + 0.061 × 7000)
    ['cover.iowa', ['sn_kn_m2' => 8, 'e_prime_kpa' => 7000, 'cover_m' => 3, 'unit_weight_kn_m3' => 18, 'lag' => 1.5, 'bedding_factor' => 0.1],
        ['deflection_percent' => 810 / 491, 'load' => 81.0]],
    ['cover.stiffness', ['sn_kn_m2' => 8], ['pipe_stiffness_kpa' => 64 / 0.149]],
    ['cover.e-prime', ['soil' => 'fine_plastic', 'compaction' => 'high'], ['e_prime_psi' => null, 'e_prime_kpa' => null]],
    ['cover.e-prime', ['soil' => 'coarse', 'compaction' => 'slight'], ['e_prime_kpa' => 6894.7572932]],
    ['cover.live-load', ['cover_ft' => 0.5], ['live_psi' => null]],
    ['cover.live-load', ['cover_ft' => 2.5], ['live_psi' => 4.865]],
    ['cover.deflection', ['inside_mm' => 300, 'vertical_mm' => 304.2], ['deflection_percent' => -1.4]],
    ['cover.density', ['wet_density_t_m3' => 2.05, 'moisture_percent' => 12, 'maximum_t_m3' => 1.92],
        ['dry_density_t_m3' => 2.05 / 1.12, 'relative_percent' => 205 / 1.12 / 1.92]],
    ['cover.density', ['dry_density_t_m3' => 1.8, 'maximum_t_m3' => 2.0], ['relative_percent' => 90.0]],
    ['cover.particle', ['pipe' => 'grp', 'dn_mm' => 300], ['largest_mm' => 25.0]],
    ['cover.particle', ['pipe' => 'grp', 'dn_mm' => 1000], ['largest_mm' => 50.0]],
    ['cover.particle', ['pipe' => 'grp', 'dn_mm' => 1001], ['largest_mm' => 64.0]],
    ['cover.particle', ['pipe' => 'pvc', 'dn_mm' => 200], ['largest_mm' => 20.0]],
    // 8.9 in: the larger of 24.9 and 23.125 in; 30 in: of 46 and 49.5
    ['trench.width', ['standard' => 'd2321', 'od_mm' => 226.06], ['width_mm' => 632.46]],
    ['trench.width', ['standard' => 'd2321', 'od_mm' => 762], ['width_mm' => 1257.3]],
    ['trench.width', ['standard' => 'c600', 'dn_mm' => 203.2, 'od_mm' => 229.9], ['width_mm' => 812.8]],
    ['trench.slope', ['soil' => 'b', 'depth_m' => 2, 'bottom_m' => 1], ['top_m' => 5.0, 'volume_m3_per_m' => 6.0]],
    ['trench.soil', ['strength_tsf' => 2, 'signs' => []], ['type' => 'a']],
    ['trench.soil', ['strength_tsf' => 1.5, 'signs' => ['fissures']], ['type' => 'b']],
    ['trench.soil', ['strength_tsf' => 2, 'signs' => ['disturbed', 'water']], ['type' => 'c']],
    ['trench.soil', ['strength_tsf' => 0.5], ['type' => 'c']],
    // 10 m, 1 m wide and 2 m deep: 20 m³; bed 0.1 m, pipe 0.5 m, 0.3 m over it; pipe 1.9635 m³
    ['trench.quantities', ['length_m' => 10, 'bottom_m' => 1, 'depth_m' => 2, 'od_mm' => 500, 'bedding_mm' => 100],
        ['excavation_m3' => 20.0, 'bedding_m3' => 1.0, 'surround_m3' => 6.0365045915, 'backfill_m3' => 11.0, 'pipe_m3' => 1.9634954085, 'spoil_m3' => 9.0,
            'spoil_loose_m3' => 11.25, 'trucks' => 2]],
    ['coupling.insertion', ['length_mm' => 260, 'gap_mm' => 20], ['each_side_mm' => 120.0]],
    ['coupling.fit', ['od_a_mm' => 100, 'od_b_mm' => 112, 'ranges' => [['layer' => 'in', 'min_mm' => 96, 'max_mm' => 113]]],
        ['verdict' => 'go', 'layer' => 'in']],
    // one end in each range and none that holds both
    [
        'coupling.fit', ['od_a_mm' => 100, 'od_b_mm' => 120, 'ranges' => [
            ['layer' => 'out', 'min_mm' => 110, 'max_mm' => 125], ['layer' => 'in', 'min_mm' => 96, 'max_mm' => 113],
        ]], ['verdict' => 'stop', 'layer' => null, 'why' => 'apart'],
    ],
    [
        'coupling.fit', ['od_a_mm' => 111, 'od_b_mm' => 112, 'ranges' => [
            ['layer' => 'out', 'min_mm' => 110, 'max_mm' => 125], ['layer' => 'in', 'min_mm' => 96, 'max_mm' => 113],
        ]], ['verdict' => 'go', 'layer' => 'in'],
    ],
    ['repair.spool', ['cut_out_mm' => 1200, 'gap_mm' => 15], ['spool_mm' => 1170.0]],
    ['repair.second-cut', ['collapsed_mm' => 500, 'extended_mm' => 800, 'stab_mm' => 60, 'damage_mm' => 300], ['cut_at_mm' => 440.0, 'fits' => true]],
    ['repair.second-cut', ['collapsed_mm' => 500, 'extended_mm' => 800, 'stab_mm' => 60, 'damage_mm' => 450], ['cut_at_mm' => 440.0, 'fits' => false]],
    ['repair.wrap', ['length_mm' => 200, 'break_width_mm' => 40, 'seal_margin_mm' => 80], ['marks_mm' => [-100.0, 100.0], 'fits' => true]],
    ['repair.wrap', ['length_mm' => 200, 'break_width_mm' => 41, 'seal_margin_mm' => 80], ['fits' => false]],
    ['gasketed.closure', ['face_to_face_mm' => 1000, 'socket_depths_mm' => [120, 110], 'end_gaps_mm' => [10, 15]], ['cut_length_mm' => 1205.0]],
    ['tapping.ejection', ['pressure_kpa' => 1000, 'rod_mm' => 25], ['force_n' => 490.8738521]], // 1e6·π/4·0.025²
    ['thrust', ['shape' => 'reducer', 'od_mm' => 300, 'od2_mm' => 200, 'pressure_kpa' => 1000, 'bearing_kpa' => 100],
        ['force_kn' => 39.2699082, 'block_area_m2' => 0.3926991]],
    ['thrust', ['shape' => 'tee', 'od_mm' => 300, 'od2_mm' => 100, 'pressure_kpa' => 1000], ['force_kn' => 7.8539816, 'block_area_m2' => null]],
    // 1.5·1000·π/4·0.3²/10
    ['restraint.length', ['shape' => 'dead_end', 'od_mm' => 300, 'pressure_kpa' => 1000, 'friction_kn_m' => 10], ['length_m' => 10.6028752]],
    // 1.5·1000·π/4·0.3²·tan 45°/(10 + 30/2)
    ['restraint.length', ['shape' => 'bend', 'angle_deg' => 90, 'od_mm' => 300, 'pressure_kpa' => 1000, 'friction_kn_m' => 10, 'bearing_kn_m' => 30],
        ['length_m' => 4.2411501]],
    ['pipe.thermal', ['length_m' => 100, 'change_c' => -20, 'expansion_per_c' => 0.0002], ['movement_mm' => -400.0]],
    ['mj.torque', ['size_in' => 8], ['bolt_in' => 0.75, 'min_ft_lb' => 75.0, 'max_ft_lb' => 90.0]],
    ['test.pressure-at-point', ['gauge_kpa' => 1000, 'gauge_level_m' => 50, 'point_level_m' => 40], ['pressure_kpa' => 1098.0665]],
    ['test.pressure-at-point', ['gauge_kpa' => 0, 'gauge_level_m' => 10, 'point_level_m' => 0, 'density_kg_m3' => 1025], ['pressure_kpa' => 100.5181625]],
]);

it('counts clocks in the zone given', function () {
    expect(Reckoner::reckon('ef.clocks', ['fusion_end' => '2026-11-23T14:00:00+01:00', 'cooling_min' => 20, 'test_factor' => 4])['result'])
        ->toBe(['release_at' => '2026-11-23T14:20:00+01:00', 'test_at' => '2026-11-23T15:20:00+01:00']);
});

it('reads a label', function () {
    $result = Reckoner::reckon('ef.label', ['code' => Joint::label()])['result'];

    expect($result['valid'])->toBeTrue()->and($result['check_digit'])->toBe((int) Joint::label()[23])->and($result['fields']['fusion_time_s']['value'])
        ->toBe(260.0);
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
    'a saddle without its footprint' => ['ef.marks', ['kind' => 'saddle', 'rulebook' => 'iso'], ['footprint_mm']],
    'a coupler with a footprint' => [
        'ef.marks', ['fitting_length_mm' => 210, 'footprint_mm' => 100, 'kind' => 'coupler', 'rulebook' => 'iso'], ['footprint_mm'],
    ],
    'a size between sizes' => ['pe.dimensions', ['dn_mm' => 110.5, 'sdr' => 11], ['dn_mm']],
    'cells too fine to wait for' => [
        'heat.coupler',
        [
            'dn_mm' => 180, 'pipe_wall_mm' => 16.4, 'fitting_wall_mm' => 20, 'heated_length_mm' => 140, 'voltage_v' => 40, 'resistance_ohm' => 0.64,
            'time_s' => 260, 'ambient_c' => 15, 'cell_mm' => 0.01,
        ],
        ['cell_mm'],
    ],
    'unknown kind' => ['ef.marks', ['fitting_length_mm' => 210, 'kind' => 'elbow', 'rulebook' => 'iso'], ['kind']],
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

it('shows what each formula works by, with numbers in the place of names, for every calculation that has one', function () {
    $samples = [
        'gasketed.offset' => ['length_m' => 6, 'angle_deg' => 2], 'gasketed.combined' => ['horizontal_deg' => 1.5, 'vertical_deg' => -1],
        'gasketed.chamfer' => ['wall_mm' => 9.2, 'angle_deg' => 15],
        'test.gas-correct' => ['p1_kpa_gauge' => 600, 't1_c' => 18, 'baro1_kpa' => 101.3, 't2_c' => -4, 'baro2_kpa' => 100.6],
        'test.fill' => ['id_mm' => 147.2, 'length_m' => 320, 'velocity_m_s' => 0.3], 'coupling.insertion' => ['length_mm' => 280, 'gap_mm' => 30],
        'repair.spool' => ['cut_out_mm' => 1200, 'gap_mm' => 30], 'tapping.ejection' => ['pressure_kpa' => 600, 'rod_mm' => 25],
        'pipe.thermal' => ['length_m' => 120, 'change_c' => -12, 'expansion_per_c' => 0.00018],
        'cover.mandrel' => ['base_inside_mm' => 298.4, 'limit_percent' => 5],
    ];
    $held = [
        'pipe.mean-od', 'pe.pressure-rating', 'pe.us-rating', 'ef.energy', 'ef.scrape', 'ef.fusion-time', 'ef.supply', 'bolting.torque',
        'bolting.retorque', 'cover.deflection',
    ]; // by what they answer, above
    $lines = 0;
    foreach (Reckoner::all() as $calculation) {
        $wanted = Diastoma\Core\Reckoner\Formulas::of($calculation->id);
        if ($wanted === [] || in_array($calculation->id, $held, true)) {
            continue;
        }
        $formula = Reckoner::reckon($calculation->id, $samples[$calculation->id])['formula'];
        expect($formula)->toHaveCount(count($wanted), $calculation->id);
        foreach ($formula as $line) {
            [$left, $right] = array_map(workedOut(...), explode(' = ', $line['with']));
            expect($left)->toEqualWithDelta($right, 1e-5 * max(1.0, abs($right)), $line['with'])->and($line['said'])->not->toContain('{');
            $lines++;
        }
    }
    expect($lines)->toBeGreaterThan(12);
});

it('says a result in the units of the job', function () {
    $mean = fn (string $units): array => (array) Reckoner::reckon('pipe.mean-od', ['circumference_mm' => 565.4866776], $units)['shown'];
    expect($mean('metric'))->toBe(['mean_od_mm' => '180 mm'])->and($mean('us'))->toBe(['mean_od_mm' => '7.087 in'])
        ->and($mean('none'))->toBe(['mean_od_mm' => '180 mm'])
        ->and((array) Reckoner::reckon('ef.energy', ['voltage_v' => 40, 'resistance_ohm' => 0.64, 'time_s' => 260])['shown'])->toHaveKey('energy_kj', '650 kJ');
});

it('stands under a craft, is found by what crews call it, and says how each system of units shows its inputs', function () {
    foreach (Reckoner::all() as $calculation) {
        $told = $calculation->toArray();
        expect($told['craft'])->not->toBe('')->and($told['words'])->not->toBe('', $calculation->id);
    }
    expect(Reckoner::of('pipe.mean-od')->toArray()['inputs'][0]['display']['us']['symbol'])->toBe('in')
        ->and(Reckoner::of('test.gas-correct')->toArray()['inputs'][1]['display']['us']['symbol'])->toBe('°F')
        ->and(Reckoner::of('pipe.thermal')->toArray()['inputs'][1]['display'])->toBeNull(); // a difference is no temperature
});

it('draws a result where a picture helps', function (string $id, array $input, string $word) {
    $picture = Reckoner::reckon($id, $input)['picture'];
    expect(implode(' ', array_column($picture['words'], 'text')))->toContain($word)->and($picture['paths'])->not->toBe([]);
    foreach ($picture['words'] as $one) {
        expect($one['x'])->toBeBetween(0, $picture['width'])->and($one['y'])->toBeBetween(0, $picture['height']);
    }
})->with([
    ['pipe.roundness', ['diameters_mm' => [183, 180, 177, 180], 'nominal_od_mm' => 180], 'longest here'],
    ['bolting.star', ['bolts' => 8], '8'], ['ef.marks', ['fitting_length_mm' => 210, 'kind' => 'coupler', 'rulebook' => 'iso'], 'scrape 125 mm'],
    ['gasketed.offset', ['length_m' => 6, 'angle_deg' => 2], '209 mm'], ['repair.spool', ['cut_out_mm' => 1200, 'gap_mm' => 30], '1140 mm'],
    ['trench.slope', ['soil' => 'c', 'depth_m' => 2, 'bottom_m' => 1], 'm deep'],
]);
