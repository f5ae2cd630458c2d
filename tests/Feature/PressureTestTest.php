<?php

declare(strict_types=1);

use App\Imports\PressureCsv;
use App\Models\Equipment;
use App\Models\Section;
use Diastoma\Core\Exception\InvalidInput;

it('says which joints and waits are missing', function () {
    $gates = collect($this->signIn('tom@demo')->getJson("/api/v1/sections/{$this->section('A')->id}/tests")->assertOk()->json('gates'))->keyBy('id');

    expect($gates['joints']['said'])->toBe('3 of 9 not accepted yet: 7, 8, 9.')->and($gates['waits']['said'])->toBe('Still waiting: 7.')
        ->and($gates['site']['holds'])->toBeFalse();
});

it('begins no test with a gauge that does not read its pressures', function () {
    $section = $this->signIn('tom@demo')->section('A');
    makeReady($this, $section);
    $gate = fn (): array => collect($this->getJson("/api/v1/sections/{$section->id}/tests?method=f2164")->assertOk()->json('gates'))->firstWhere('id', 'gauge');
    expect($gate()['holds'])->toBeTrue();
    Equipment::where('serial', 'PL-204')->update(['range_high' => 1000]);
    $this->enter($section, 'gauge', $this->unit('PL-204'))->assertCreated();
    expect($gate()['holds'])->toBeFalse()->and($gate()['said'])->toContain('Logger 40 bar (PL-204) reads 0 bar to 10 bar; this test needs')
        ->and($this->postJson("/api/v1/sections/{$section->id}/tests", ['method' => 'f2164'])->status())->toBe(409);
});

it('plans nothing before the section is ready', function () {
    $this->signIn('tom@demo')->postJson("/api/v1/sections/{$this->section('A')->id}/tests", ['method' => 'f2164'])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'not ready') && str_contains($t, '7, 8, 9'),
    );
});

it('plans the pressures at the gauge', function () {
    // section A: design 1000 kPa, low 41.2 m, gauge 42.0 m, high 46.8 m: 1500 − 0.8·9.80665 = 1492.15468 at the gauge
    $test = planned($this->signIn('tom@demo'), $this->section('A'));

    expect($test->plan['gauge_kpa'])->toEqualWithDelta(1492.15468, 1e-9)->and($test->plan['judged_kpa'])->toEqualWithDelta(1423.15468, 1e-9)
        ->and($test->plan['high_kpa'])->toEqualWithDelta(1492.15468 - 4.8 * 9.80665, 1e-9);
    $this->postJson("/api/v1/sections/{$this->section('A')->id}/tests", ['method' => 'f2164'])->assertStatus(409);
});

it('lets only those plan who may', function (string $who) {
    makeReady($this->signIn('tom@demo'), $this->section('A'));
    $this->signIn($who)->postJson("/api/v1/sections/{$this->section('A')->id}/tests", ['method' => 'f2164'])->assertStatus(403);
})->with(['ada@demo', 'ines@demo']);

it('refuses a method it does not know', function () {
    makeReady($this->signIn('tom@demo'), $this->section('A'));
    $this->postJson(
        "/api/v1/sections/{$this->section('A')->id}/tests", ['method' => 'guess'],
    )->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'f2164'));
});

it('runs on the simulated logger to its verdict', function (string $fault, string $state, string $looks) {
    $test = planned($this->signIn('tom@demo'), $this->section('A'));
    $before = $this->job()->now();
    $this->postJson("/api/v1/tests/{$test->id}/run", ['speed' => 3600, 'fault' => $fault, 'seed' => 9])->assertOk()->assertJsonPath('state', 'running');
    $this->travel(2)->seconds();
    $half = $this->getJson("/api/v1/tests/{$test->id}/trace")->assertOk();
    expect($half->json('test.state'))->toBe('running')->and(count($half->json('samples')))->toBeGreaterThan(400)->toBeLessThan(700);
    $this->travel(6)->seconds();
    $this->postJson("/api/v1/tests/{$test->id}/settle")->assertOk();
    $done = $this->getJson("/api/v1/tests/{$test->id}/trace")->assertOk();

    expect($done->json('test.state'))->toBe($state)->and(count($done->json('samples')))->toBe(1281)->and($done->json('test.verdict.arithmetic'))->toHaveCount(7)
        ->and($before->diffInMinutes($this->job()->now()))->toBeGreaterThan(319.0);
    $this->postJson("/api/v1/tests/{$test->id}/run")->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'never edited'));
    expect($test->refresh()->verdict['diagnosis']['looks_like'][0]['cause'])->toBe($looks);
})->with([['none', 'passed', 'tight'], ['leak', 'failed', 'leak'], ['warming', 'passed', 'temperature_drift']]);

it('names the old test in a repeat', function () {
    $section = $this->section('A');
    $test = planned($this->signIn('tom@demo'), $section);
    bringCsv($this, $test, loggerCsv($test, 0.10))->assertCreated()->assertJsonPath('state', 'failed');
    $this->postJson(
        "/api/v1/tests/{$test->id}/mends",
        ['id' => (string) Illuminate\Support\Str::uuid(), 'joint' => 3, 'what' => 'coupler cut out and made again', 'pressure_lowered' => true],
    )->assertCreated();
    $this->postJson("/api/v1/sections/{$section->id}/tests", ['method' => 'f2164'])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'Rest after the last test'),
    );
    $this->job()->increment('clock_ahead_s', 8 * 3600);
    $this->lookAgain($section)->postJson(
        "/api/v1/sections/{$section->id}/tests", ['method' => 'f2164'],
    )->assertCreated()->assertJsonPath('number', 2)->assertJsonPath('repeat_of', 1);
});

it('judges a trace that was brought', function (float $fall, string $state) {
    $test = planned($this->signIn('tom@demo'), $this->section('A'));
    bringCsv($this, $test, loggerCsv($test, $fall))->assertCreated()->assertJsonPath('state', $state);
    expect($this->getJson("/api/v1/tests/{$test->id}/trace?from=19000")->json('samples'))->toHaveCount(14);
})->with([[0.0, 'passed'], [0.049, 'passed'], [0.06, 'failed']]);

it('refuses a trace it cannot read and keeps the test as it was', function (string $csv, string $says) {
    $test = planned($this->signIn('tom@demo'), $this->section('A'));
    bringCsv($this, $test, $csv)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, $says));
    expect($test->refresh()->state)->toBe('planned');
})->with([
    'no pressure' => ["time_s,temperature_c\n0,1\n1,1", 'no column for the pressure. Name it pressure_kpa or pressure_bar'],
    'no time' => ["pressure_bar\n1\n2", 'no column for the time'],
    'time going backwards' => ["time_s,pressure_kpa\n0,1\n20,1\n10,1", 'Row 4: time goes backwards'],
    'text' => ["time_s,pressure_kpa\n0,1\n1,high", 'Row 3, column pressure_kpa: “high” is not a number'],
    'a time that is none' => ["time,pressure_kpa\nsometime,1\nlater,2", 'is not a time'],
    'nothing' => ['time_s,pressure_kpa', 'no samples'],
]);

// Conversions: NIST SP 811, appendix B.8.
it('reads columns in any order, unit and decimal', function (string $csv, array $first) {
    expect(array_diff_key(PressureCsv::trace($csv)->row(1), ['added' => 1]))->toEqualWithDelta($first, 1e-3);
})->with([
    'kPa' => ["time_s,pressure_kpa\n0,100\n10,110", ['t' => 10.0, 'p' => 110.0, 'c' => null]],
    'bar with decimal comma' => ["pressure_bar;time_min\n1,0;0\n1,1;1", ['t' => 60.0, 'p' => 110.0, 'c' => null]],
    'psi and °F' => ["time_s\tpressure_psi\ttemperature_f\n0\t10\t50\n1\t100\t68", ['t' => 1.0, 'p' => 689.4757, 'c' => 20.0]],
    'clock times with zones' => ["Time,Pressure_kPa\n2026-11-23T10:00:00+01:00,1\n2026-11-23T09:01:00Z,2", ['t' => 60.0, 'p' => 2.0, 'c' => null]],
    'a byte order mark and a gap in temperature' => ["\xEF\xBB\xBFtime_s,pressure_kpa,temperature_c\n0,1,12\n5,2,\n", ['t' => 5.0, 'p' => 2.0, 'c' => null]],
]);

it('reads a long record', function () {
    $lines = ['time_s,pressure_kpa'];
    for ($k = 0; $k < 50_000; $k++) {
        $lines[] = ($k / 10).','.(1000 + $k % 7);
    }
    expect(PressureCsv::trace(implode("\n", $lines))->count())->toBe(50_000)->and(fn () => PressureCsv::trace("time_s,pressure_kpa\n0,1"))
        ->toThrow(InvalidInput::class);
});
