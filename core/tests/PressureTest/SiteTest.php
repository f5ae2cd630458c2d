<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Methods\Gas\GasPlastic;
use Diastoma\Core\PressureTest\Methods\Water\En805Loss;
use Diastoma\Core\PressureTest\Methods\Water\En805Pe;
use Diastoma\Core\PressureTest\Site\Fitting;
use Diastoma\Core\PressureTest\Site\Profile;
use Diastoma\Core\PressureTest\Site\SimpleSection;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethods;

it('finds where air gathers and where water stays', function () {
    $profile = Profile::of([[0, 41.2], [10, 42.6], [16, 41.8], [24, 44.1]]);
    expect($profile->summits())->toEqual([[10, 42.6], [24, 44.1]])->and($profile->valleys())->toEqual([[0, 41.2], [16, 41.8]])->and($profile->lowest())
        ->toEqual([0, 41.2])->and($profile->highest())->toEqual([24, 44.1])
        ->and($profile->level(13))->toEqualWithDelta(42.2, 1e-9)->and($profile->level(-5))->toEqualWithDelta(41.2, 1e-9)->and($profile->level(99))
        ->toEqualWithDelta(44.1, 1e-9);
});

it('vents a flat top once', fn () => expect(Profile::of([[0, 40], [10, 42], [20, 42], [30, 41]])->summits())->toEqual([[10, 42]]));

it('splits so that no piece climbs more than it may', function (array $points, float $largest, array $cuts) {
    expect(Profile::of($points)->splits($largest))->toEqual($cuts);
})->with([
    'within' => [[[0, 0], [100, 10]], 10.0, []], 'one cut' => [[[0, 0], [100, 15]], 10.0, [66.6]], 'three pieces' => [[[0, 0], [100, 25]], 10.0, [40.0, 80.0]],
    'over a hill' => [[[0, 0], [50, 12], [100, 0]], 10.0, [41.6, 91.6]], 'downhill' => [[[0, 30], [100, 0]], 20.0, [66.6]],
]);

it('keeps every piece within the climb, whatever the profile', function (int $seed) {
    mt_srand($seed);
    $points = [[0.0, 50.0]];
    for ($k = 1; $k < 30; $k++) {
        $points[] = [$points[$k - 1][0] + 10 + mt_rand(0, 300) / 10, $points[$k - 1][1] + mt_rand(-60, 60) / 10];
    }
    $profile = Profile::of($points);
    $cuts = $profile->splits(12.0);
    $bounds = [0.0, ...$cuts, $points[29][0]];
    for ($k = 1; $k < count($bounds); $k++) {
        $levels = [];
        for ($s = $bounds[$k - 1]; $s <= $bounds[$k]; $s += 0.5) {
            $levels[] = $profile->level($s);
        }
        expect(max($levels) - min($levels))->toBeLessThan(12.1); // stations are cut to a decimetre
    }
})->with(range(1, 8));

// Statics by hand: p·A, A = π/4·0.2² = 0.0314159 m²; at 1000 kPa 31.416 kN; a bend of 90°: 2·31.416·sin 45° = 44.429
it('pushes where the pressure turns or ends', function (Fitting $fitting, float $kn) {
    expect($fitting->thrustKn(200.0, 1000.0))->toEqualWithDelta($kn, 1e-3);
})->with([
    'an end' => [new Fitting('end', 0.0), 31.416], 'a closed valve' => [new Fitting('valve', 0.0), 31.416],
    'a right angle' => [new Fitting('bend', 0.0, 90.0), 44.429], 'half of that turn' => [new Fitting('bend', 0.0, 45.0), 24.045],
    'a branch of 100' => [new Fitting('tee', 0.0, 0.0, 100.0), 7.854], 'a reducer to 100' => [new Fitting('reducer', 0.0, 0.0, 100.0), 23.562],
]);

it('tells all faults of a section together', function (array $facts, array $fields) {
    $found = [];
    try {
        TestSection::fromArray($facts);
    } catch (InvalidInput $fault) {
        $found = array_column($fault->faults, 'field');
    }
    expect($found)->toBe($fields);
})->with([
    'nothing' => [[], ['parts', 'profile', 'ratings', 'working_kpa']],
    'a pipe of nothing known' => [
        [
            'parts' => [['material' => 'wood', 'length_m' => -1, 'inside_mm' => 'wide']], 'profile' => [[0, 1], [5, 2]], 'ratings' => [['kpa' => 1000]],
            'working_kpa' => 500,
        ],
        ['parts.0.material', 'parts.0.inside_mm', 'parts.0.wall_mm', 'parts.0.length_m'],
    ],
    'stations that go back' => [
        [
            'parts' => [['material' => 'pe', 'length_m' => 10, 'inside_mm' => 100, 'wall_mm' => 10]], 'profile' => [[5, 1], [0, 2]],
            'ratings' => [['kpa' => 1000]], 'working_kpa' => 500,
        ],
        ['profile'],
    ],
    'a bend without an angle, ice in the pipe' => [
        [
            'parts' => [['material' => 'pe', 'length_m' => 10, 'inside_mm' => 100, 'wall_mm' => 10]], 'profile' => [[0, 1], [5, 2]],
            'ratings' => [['kpa' => 1000]], 'working_kpa' => 500, 'fittings' => [['kind' => 'bend', 'station_m' => 3]], 'water_c' => -3,
        ],
        ['fittings.0.angle_deg', 'water_c'],
    ],
    'no working pressure' => [
        [
            'service' => 'gas', 'parts' => [['material' => 'pe', 'length_m' => 10, 'inside_mm' => 100, 'wall_mm' => 10]], 'profile' => [[0, 1], [5, 2]],
            'ratings' => [['kpa' => 1000]], 'working_kpa' => 0,
        ],
        ['working_kpa'],
    ],
]);

it('reads back the facts it wrote', fn (TestSection $section) => expect(TestSection::fromArray($section->toArray())->toArray())->toEqual($section->toArray()))
    ->with([fn () => Sections::pe(), fn () => Sections::sewer(), fn () => Sections::gas(), fn () => Sections::composite()]);

// Two pipes in a row take for a pressure what both take: ΔV = Σ V·D/(e·E) + V/K. By hand with 100 m each of 147.2/16.4 and 90/10 PE.
it('makes one pipe of several that takes as much water', function () {
    $section = Sections::pe(['parts' => [
        ['material' => 'pe', 'length_m' => 100.0, 'inside_mm' => 147.2, 'wall_mm' => 16.4],
        ['material' => 'iron', 'length_m' => 100.0, 'inside_mm' => 90.0, 'wall_mm' => 10.0],
    ]]);
    $one = $section->asOnePipe();
    [$v1, $v2] = [M_PI / 4 * 0.1472 ** 2 * 100, M_PI / 4 * 0.09 ** 2 * 100];
    $both = $v1 * 147.2 / 16.4 + $v2 * 90 / 10 / 170;
    expect($one->volumeM3())->toEqualWithDelta($v1 + $v2, 1e-9)->and($one->volumeM3() * $one->insideMm / ($one->wallMm * $one->modulusGpa))
        ->toEqualWithDelta($both, 1e-9)->and($section->volumeM3())->toEqualWithDelta($v1 + $v2, 1e-12);
});

it('takes a flat file for the command line as a section', function () {
    $section = TestSection::fromArray(SimpleSection::facts(
        ['material' => 'iron', 'length_m' => 400, 'inside_mm' => 306, 'wall_mm' => 7.2, 'test_kpa' => 1000], TestMethods::of('c600'),
    ));
    expect($section->workingKpa)->toEqualWithDelta(1000 / 1.5, 1e-9)->and($section->main()->dnMm)->toBe(306.0)->and(TestSection::fromArray(SimpleSection::facts(
        ['material' => 'pvc', 'length_m' => 40, 'inside_mm' => 290, 'wall_mm' => 9], TestMethods::of('f1417'),
    ))->service)->toBe('sewer_gravity');
});

it('plans around a test: volume, rate, vents, water, movement, energy', function () {
    $site = (new En805Pe)->plan(Sections::pe(['profile' => [[0, 41.2], [10, 42.6], [16, 41.8], [120, 44.1]], 'gauge_level_m' => 41.5]))->site;
    $area = M_PI / 4 * 0.1472 ** 2;
    // movement by hand: L·ν·p·D/(2·e·E) with p 1047.058 kPa: 120·0.45·1.047058e-3·147.2/(32.8) = 0.25374 m inwards; 10 K: 120·1.8e-4·10 = 0.216 m
    expect($site['fill']['volume_m3'])->toEqualWithDelta($area * 120, 1e-9)->and($site['fill']['rate_l_s'])->toEqualWithDelta(300 * $area, 1e-9)
        ->and($site['fill']['time_min'])->toEqualWithDelta(120 / 0.3 / 60, 1e-9)
        ->and(array_column($site['fill']['vents'], 'station_m'))->toEqual([10, 120])->and($site['fill']['fill_at']['station_m'])->toEqual(0)
        ->and($site['fill']['pig'])->toBeTrue()
        ->and($site['movement']['pressure_mm'])->toEqualWithDelta(-253.74, 0.05)->and($site['movement']['warming_mm'])->toEqualWithDelta(216.0, 1e-6)
        ->and($site['energy']['times'])->toBeGreaterThan(50.0)->and($site['dispose']['litres'])->toEqualWithDelta(1000 * $area * 120, 1e-6);
});

it('keeps people away from air by the energy of it', function () {
    $site = (new GasPlastic)->plan(Sections::gas())->site;
    // E by hand: 719.325 kPa · 1.90852 m³ / 0.4 · (1 − (101.325/719.325)^0.285714) = 1471.5 kJ; 0.345 kg TNT: 20·(0.690)^⅓ = 17.7 m, 30 m at the least
    expect($site['energy']['air_kj'])->toEqualWithDelta(1471.5, 2.0)->and($site['energy']['exclusion_m'])->toBe(30.0)->and($site['fill'])->toBeNull();
    $large = (new GasPlastic)->plan(Sections::gas(['parts' => [[
        'material' => 'pe', 'length_m' => 20000.0, 'inside_mm' => 300.0, 'wall_mm' => 27.0,
    ]]]))->site['energy'];
    expect($large['exclusion_m'])->toEqualWithDelta(20 * (2 * $large['air_kj'] / 4266.92) ** (1 / 3), 1e-6)->and($large['exclusion_m'])->toBeGreaterThan(30.0);
});

it('refuses a test pressure that the weakest part does not take', function () {
    $plan = (new En805Loss)->plan(Sections::iron(['ratings' => [['name' => 'old valve', 'kpa' => 700.0]]]));
    expect($plan->window['feasible'])->toBeFalse()->and($plan->window['said'])->toContain('old valve')->toContain('7 bar, its rating');
});

it('asks for no pig where there are branches', fn () => expect((new En805Loss)->plan(Sections::iron(['branches' => true]))->site['fill']['pig'])->toBeFalse());
