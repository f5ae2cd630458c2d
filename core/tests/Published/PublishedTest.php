<?php

declare(strict_types=1);

use Core\Tests\Published\Published;
use Diastoma\Core\Reckoner\Reckoner;

/*
 * The main figures of the trade against the tables of the standards, one table a standard, each with its source and whether it was seen or remembered. None
 * of these figures was worked out by this code.
 */
function rowsOf(string $table): Closure
{
    return static fn (): array => Published::table($table)->rows;
}

/** @param  array<string, mixed>  $input */
function answered(string $id, array $input, string $key): mixed
{
    return Reckoner::reckon($id, $input)['result'][$key];
}

it(
    'has the walls of PE pipe',
    fn (int $dn, float $sdr, float $wall) => expect(answered('pe.dimensions', ['dn_mm' => $dn, 'sdr' => $sdr], 'wall_min_mm'))->toEqualWithDelta($wall, 1e-9),
)->with(rowsOf('en12201-walls'));

it('has the diameters of PE pipe', fn (int $dn, float $largest) => expect(answered(
    'pe.dimensions', ['dn_mm' => $dn, 'sdr' => $dn < 32 ? 9 : 17], 'od_max_mm',
))->toEqualWithDelta($largest, 1e-9)
    ->and(answered('pe.dimensions', ['dn_mm' => $dn, 'sdr' => $dn < 32 ? 9 : 17], 'od_min_mm'))->toEqual($dn))->with(rowsOf('en12201-diameters'));

it(
    'has the ovality of PE pipe',
    fn (int $dn, float $ovality) => expect(answered(
        'pe.dimensions', ['dn_mm' => $dn, 'sdr' => $dn < 32 ? 9 : 17], 'ovality_max_mm',
    ))->toEqualWithDelta($ovality, 1e-9),
)->with(rowsOf('en12201-ovality'));

// the classes are rounded to preferred numbers in print: 6.3 and 3.2, 25 and 32
it(
    'has the pressure classes of PE pipe',
    fn (float $mrs, float $sdr, float $bar) => expect(answered(
        'pe.pressure-rating', ['mrs_mpa' => $mrs, 'sdr' => $sdr, 'design_coefficient' => 1.25], 'pn_bar',
    ))->toEqualWithDelta($bar, 0.025 * $bar),
)->with(rowsOf('iso4427-classes'));

it(
    'has the pressure classes of PE pipe for US work',
    fn (float $dr, float $psi) => expect(answered(
        'pe.us-rating', ['hds_psi' => 1000, 'dr' => $dr, 'design_factor' => 1], 'pr_psi',
    ))->toEqualWithDelta($psi, 0.7),
)->with(rowsOf('c906-classes'));

it(
    'has the minutes of the sewer air test',
    fn (
        string $pipe, string $method, int $dn, float $minutes,
    ) => expect(answered('test.en1610-air', ['method' => $method, 'dn_mm' => $dn, 'pipe' => $pipe], 'time_min'))->toEqualWithDelta($minutes, 1e-9),
)->with(rowsOf('en1610-air'));

// inches at the end of a length are printed to the whole inch
it('has the deflection of iron joints', function (string $joint, int $size, float $degrees, float $in18, float $in20) {
    $answer = Reckoner::reckon('di.deflection', ['joint' => $joint, 'size_in' => $size])['result'];
    expect($answer['angle_deg'])->toEqualWithDelta($degrees, 0.01)->and($answer['offset_in_18ft'])->toEqualWithDelta($in18, 0.7)
        ->and($answer['offset_in_20ft'])->toEqualWithDelta($in20, 0.7);
})->with(rowsOf('c600-deflection'));

it(
    'has the testing allowance of iron mains',
    fn (int $size, int $psi, float $gallons) => expect(answered(
        'test.make-up', ['length_ft' => 1000, 'diameter_in' => $size, 'pressure_psi' => $psi], 'allowance_gal_h',
    ))->toEqualWithDelta($gallons, 0.0051),
)->with(rowsOf('c600-allowance'));

// printed to the second, and by a factor a foot of three decimals
it(
    'has the times of the plastic sewer air test',
    fn (int $size, float $feet, float $seconds) => expect(answered(
        'test.f1417', ['diameter_in' => $size, 'length_ft' => $feet, 'groundwater_ft' => 0], 'time_s',
    ))->toEqualWithDelta($seconds, max(1.1, 0.0015 * $seconds)),
)->with(rowsOf('f1417-times'));

it(
    'has the minutes of the concrete sewer air test',
    fn (int $size, float $minutes) => expect(answered('test.c924', ['diameter_in' => $size, 'length_ft' => 100], 'time_min'))->toEqualWithDelta($minutes, 1e-9),
)->with(rowsOf('c924-times'));

it(
    'has the diameters of ductile iron',
    fn (int $dn, float $mm) => expect(answered('di.outside-diameter', ['standard' => 'en545', 'size' => $dn], 'od_mm'))->toEqualWithDelta($mm, 1e-9),
)->with(rowsOf('en545-diameters'));

it(
    'has the diameters of ductile iron in inches',
    fn (int $size, float $inches) => expect(answered(
        'di.outside-diameter', ['standard' => 'awwa', 'size' => $size], 'od_mm',
    ))->toEqualWithDelta(25.4 * $inches, 1e-6),
)->with(rowsOf('c151-diameters'));

it(
    'has the diameters of IPS pipe',
    fn (int $size, float $inches) => expect(answered('pe.outside-diameter', ['series' => 'ips', 'size_in' => $size], 'od_in'))->toEqualWithDelta($inches, 1e-9),
)->with(rowsOf('b3610-diameters'));

it(
    'has the density of water',
    fn (float $celsius, float $density) => expect(answered(
        'water.properties', ['temperature_c' => $celsius], 'density_kg_m3',
    ))->toEqualWithDelta($density, 0.01),
)->with(rowsOf('iapws-water'));

it(
    'has the expansion of water',
    fn (float $celsius, float $millionths) => expect(1e6 * answered(
        'water.properties', ['temperature_c' => $celsius], 'expansion_per_c',
    ))->toEqualWithDelta($millionths, 0.5),
)->with(rowsOf('iapws-expansion'));

it(
    'has the system test pressure of water mains',
    fn (int $mdp, string $surge, float $kpa) => expect(answered('test.stp', ['mdp_kpa' => $mdp, 'surge' => $surge], 'stp_kpa'))->toEqualWithDelta($kpa, 1e-9),
)->with(rowsOf('en805-stp'));

it(
    'has the least test pressure of plastic gas mains',
    fn (float $maop, float $psi) => expect(answered('test.gas-plastic', ['maop_psi' => $maop], 'min_test_psi'))->toEqualWithDelta($psi, 1e-9),
)->with(rowsOf('cfr192-test'));

it('has the thrust at fittings', fn (string $shape, float $odIn, ?float $deg, float $pounds) => expect(answered('thrust', [
    'shape' => $shape, 'od_mm' => 25.4 * $odIn, 'pressure_kpa' => 100 * 6.894757293, ...($deg === null ? [] : ['angle_deg' => $deg]),
], 'force_kn'))->toEqualWithDelta($pounds * 0.0044482216, 0.004))->with(rowsOf('m41-thrust'));

it('has the bolts of glands', fn (int $size, float $bolt, float $low, float $high) => expect([
    answered('mj.torque', ['size_in' => $size], 'bolt_in'), answered('mj.torque', ['size_in' => $size], 'min_ft_lb'),
    answered('mj.torque', ['size_in' => $size], 'max_ft_lb'),
])->toBe([$bolt, $low, $high]))->with(rowsOf('c111-torque'));

it('has the bolts of metric flanges', fn (int $dn, int $pn, int $bolts, string $thread) => expect([
    answered('flange.bolts', ['standard' => 'en1092', 'size' => $dn, 'class' => $pn], 'bolts'),
    answered('flange.bolts', ['standard' => 'en1092', 'size' => $dn, 'class' => $pn], 'bolt_size'),
])->toBe([$bolts, $thread]))->with(rowsOf('en1092-bolts'));

it('has the bolts of inch flanges', fn (int $size, int $class, int $bolts, string $thread) => expect([
    answered('flange.bolts', ['standard' => 'b16_5', 'size' => $size, 'class' => $class], 'bolts'),
    answered('flange.bolts', ['standard' => 'b16_5', 'size' => $size, 'class' => $class], 'bolt_size'),
])->toBe([$bolts, $thread]))->with(rowsOf('b165-bolts'));

it('has the torque of bolts at three quarters of their proof load', fn (int $mm, float $kn, float $nm) => expect(answered(
    'bolting.torque', ['nut_factor' => 0.2, 'diameter_mm' => $mm, 'tension_kn' => 0.75 * $kn], 'torque_nm',
))->toEqualWithDelta($nm, 0.01 * $nm))->with(rowsOf('iso898-proof'));

it('is held by three hundred printed values and more, each table with its source and certainty', function () {
    $values = 0;
    foreach (Published::all() as $table) {
        $values += count($table->rows);
        expect($table->source)->not->toBe('')->and([Published::SEEN, Published::FROM_MEMORY])->toContain($table->certainty);
    }
    expect($values)->toBeGreaterThanOrEqual(300);
});

it('has the mandrels of PVC sewers', fn (float $base, float $mandrel) => expect(
    (float) answered('cover.mandrel', ['base_inside_mm' => 25.4 * $base, 'limit_percent' => 7.5], 'mandrel_mm') / 25.4,
)->toEqualWithDelta($mandrel, 0.006))->with(rowsOf('d3034-mandrels'));

it('has the stiffness of PVC sewers', fn (int $sdr, float $psi) => expect(
    answered('cover.stiffness', ['sdr' => $sdr, 'modulus_psi' => 400000], 'pipe_stiffness_psi'),
)->toEqualWithDelta($psi, 0.015 * $psi))->with(rowsOf('d3034-stiffness'));

it('has the modulus of soil reaction', function (string $soil, int ...$psi) {
    foreach (['dumped', 'slight', 'moderate', 'high'] as $k => $compaction) {
        expect(answered('cover.e-prime', ['soil' => $soil, 'compaction' => $compaction], 'e_prime_psi'))->toEqual($psi[$k]);
    }
})->with(rowsOf('howard-e-prime'));

it('has the slopes of trenches', function (string $soil, float $run, float $degrees) {
    $given = ['soil' => $soil, 'depth_m' => 2, 'bottom_m' => 1];
    expect(answered('trench.slope', $given, 'slope'))->toEqualWithDelta($run, 1e-9)
        ->and(answered('trench.slope', $given, 'angle_deg'))->toEqualWithDelta($degrees, 0.5);
})->with(rowsOf('cfr1926-slopes'));

it('has the load of a truck', fn (int $ft, float $psi) => expect(answered('cover.live-load', ['cover_ft' => $ft], 'live_psi'))->toEqualWithDelta($psi, 1e-9))
    ->with(rowsOf('hs20-live'));

it('has the widths of trenches', fn (int $dn, float $od, float $depth, string $sides, float $width) => expect(answered(
    'trench.width', ['standard' => 'en1610', 'dn_mm' => $dn, 'od_mm' => $od, 'depth_m' => $depth, 'sides' => $sides], 'width_mm',
))->toEqualWithDelta($width, 1e-9))->with(rowsOf('en1610-widths'));
