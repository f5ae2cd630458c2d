<?php

declare(strict_types=1);

use Core\Tests\Net\Plans;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Illuminate\Support\Facades\Artisan;

/** @return array<string, mixed> */
function judged(string $method, string $trace, string $section = 'docs/samples/section.json', array $more = []): array
{
    expect(Artisan::call('test:judge', ['method' => $method, 'trace' => base_path($trace), '--section' => base_path($section), ...$more]))->toBe(0);

    return json_decode(Artisan::output(), true, flags: JSON_THROW_ON_ERROR);
}

it('passes a tight section and finds the leak of another', function () {
    $tight = judged('en805-loss', 'docs/samples/section-tight.csv', more: ['--allowed' => '2']);
    $leak = judged('en805-loss', 'docs/samples/section-leak.csv', more: ['--allowed' => '2']);

    expect($tight['acceptance']['verdict'])->toBe('pass')->and($tight['acceptance']['source'])->toContain('EN 805')
        ->and($tight['diagnosis']['looks_like'][0]['cause'])->toBe('tight')
        // 0.4 mm at 1000 kPa: 12.15 L/h
        ->and($leak['acceptance']['verdict'])->toBe('fail')->and($leak['diagnosis']['looks_like'][0]['cause'])->toBe('leak')
        ->and($leak['diagnosis']['leak_l_per_h'])->toEqualWithDelta(12.1, 1.0);
});

it('judges the water that was added', function () {
    // 300 mm, 400 m at 1000 kPa: 1312.34 ft · 12.047 in · √145.04 / 148 000 = 1.2865 gal/h = 4.87 L/h; 10 L in 2 h is 5 L/h, 9 L is 4.5 L/h
    foreach ([[10.0, 'fail'], [9.0, 'pass']] as [$litres, $verdict]) {
        $file = tempnam(sys_get_temp_dir(), 'trace');
        $csv = "time_s,pressure_kpa,added_l\n";
        for ($k = 0; $k <= 150; $k++) {
            $csv .= ($k * 60).','.($k < 30 ? $k * 1000 / 30 : 1000 - $k % 3).','.($k < 30 ? $k : 30 + $litres * ($k - 30) / 120)."\n";
        }
        file_put_contents($file, $csv);
        expect(Artisan::call('test:judge', ['method' => 'c600', 'trace' => $file, '--section' => base_path('docs/samples/section.json')]))->toBe(0);
        expect(json_decode(Artisan::output(), true)['acceptance']['verdict'])->toBe($verdict);
        unlink($file);
    }
});

it('takes temperature and barometer out of a gas test', function (float $end, string $verdict) {
    // 600 kPa at 17 °C, 12 °C later: 701.325·285.15/290.15 − 101.325 = 587.92
    $trace = tempnam(sys_get_temp_dir(), 'gas');
    file_put_contents($trace, "time_min,pressure_kpa,temperature_c\n0,600,17\n600,{$end},12\n");
    $section = tempnam(sys_get_temp_dir(), 'section');
    file_put_contents($section, '{"material":"pe","length_m":900,"inside_mm":90,"wall_mm":10,"gauge_tolerance_kpa":0.5,"maop_kpa":380,"rated_kpa":1000}');
    expect(Artisan::call('test:judge', ['method' => 'gas-plastic', 'trace' => $trace, '--section' => $section]))->toBe(0);
    $read = json_decode(Artisan::output(), true);
    expect($read['acceptance']['verdict'])->toBe($verdict)->and($read['acceptance']['figures']['expected_end_kpa'])->toEqualWithDelta(587.915, 0.01)
        ->and($read['diagnosis'])->toBeNull();
    unlink($trace);
    unlink($section);
})->with(['as expected' => [587.6, 'pass'], 'gas is missing' => [586.9, 'fail']]);

it('refuses what it cannot judge, and says why', function (string $method, string $trace, string $section) {
    expect(Artisan::call('test:judge', ['method' => $method, 'trace' => base_path($trace), '--section' => base_path($section)]))->toBe(2);
})->with([
    'a method nobody knows' => ['sample', 'docs/samples/section-tight.csv', 'docs/samples/section.json'],
    'no trace' => ['en805-loss', 'docs/samples/none.csv', 'docs/samples/section.json'],
    'no section' => ['en805-loss', 'docs/samples/section-tight.csv', 'docs/samples/none.json'],
    'a section that is none' => ['en805-loss', 'docs/samples/section-tight.csv', 'docs/samples/section-tight.csv'],
    'a trace that is none' => ['en805-loss', 'docs/samples/section.json', 'docs/samples/section.json'],
    'too short for the method' => ['pe-decay', 'docs/samples/section-tight.csv', 'docs/samples/section.json'],
]);

it('plans on the command line what the core plans, for every method and choice', function () {
    foreach (TestMethods::all() as $method) {
        $file = tempnam(sys_get_temp_dir(), 'section');
        file_put_contents($file, json_encode(Plans::section($method->id())->toArray(), JSON_THROW_ON_ERROR));
        foreach (Plans::choices($method) as $choice) {
            expect(Artisan::call(
                'test:plan',
                [
                    'method' => $method->id(), 'section' => $file,
                    '--choose' => array_map(static fn (string $k, string $v): string => "{$k}={$v}", array_keys($choice), $choice),
                ],
            ))->toBe(0);
            $plan = json_decode(Artisan::output(), true, flags: JSON_THROW_ON_ERROR);
            expect(implode(
                ' | ', Plans::figures(TestPlan::fromArray($plan), Plans::section($method->id())),
            ))->toBe(implode(' | ', array_slice(explode(' | ', Plans::line($method, $choice)), 4, 8)))->and($plan['may_run'])->toBeTrue()
                ->and($plan['source']['tag'])->not->toBe('')->and($plan['cautions'])->not->toBe([]);
        }
        unlink($file);
    }
});

it('does not plan what is not a choice', function (array $choose, string $section) {
    expect(Artisan::call('test:plan', ['method' => 'c600', 'section' => base_path($section), '--choose' => $choose]))->toBe(2);
})->with([
    'no such hours' => [['hours=3'], 'docs/samples/section.json'], 'no value' => [['hours'], 'docs/samples/section.json'],
    'no section' => [[], 'docs/samples/none.json'],
]);
