<?php

declare(strict_types=1);

use App\Models\Equipment;
use App\Models\FusionRun;
use Laravel\Sanctum\PersonalAccessToken;

/** Token of the demo's control unit. */
function deviceToken(int $days = 1): string
{
    return Equipment::where('serial', 'CU-31')->firstOrFail()->createToken('test', [Equipment::SEND_SAMPLES], now()->addDays($days))->plainTextToken;
}

/** @return list<array{time_s: float, voltage_v: float, current_a: float}> */
function deviceSamples(int $from, int $to): array
{
    return array_map(static fn (int $t): array => ['time_s' => (float) $t, 'voltage_v' => 40.0, 'current_a' => 62.5 / (1 + 0.0008 * $t)], range($from, $to));
}

const SAMPLE_CODE = '731204181801400645260007';

it('takes samples while a weld runs, once however often they are sent, and closes with the end code', function () {
    $joint = $this->joint(10);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $headers = ['Authorization' => 'Bearer '.deviceToken()];
    $this->app['auth']->forgetGuards();
    $run = $this->postJson(
        '/api/v1/device/fusion-runs', ['joint' => 10, 'label' => SAMPLE_CODE], $headers,
    )->assertCreated()->assertJsonPath('record', 'fusion')->json('id');
    $this->travel(100)->seconds();
    $this->postJson("/api/v1/device/fusion-runs/{$run}/samples", ['samples' => deviceSamples(0, 100)], $headers)->assertOk()->assertJsonPath('finished', false);
    $this->postJson("/api/v1/device/fusion-runs/{$run}/samples", ['samples' => deviceSamples(50, 100)], $headers)->assertOk();
    expect(FusionRun::findOrFail($run)->samples)->toHaveCount(101);

    $this->travel(170)->seconds();
    $this->postJson(
        "/api/v1/device/fusion-runs/{$run}/samples", ['samples' => deviceSamples(101, 260), 'end_code' => 'OK'], $headers,
    )->assertOk()->assertJsonPath('finished', true);
    $this->postJson(
        "/api/v1/device/fusion-runs/{$run}/samples", ['samples' => deviceSamples(101, 260), 'end_code' => 'OK'], $headers,
    )->assertOk()->assertJsonPath('finished', true);
    $bench = $this->signIn()->getJson("/api/v1/joints/{$joint->id}")->json();

    expect($bench['readings']['fusion']['value']['simulated'])->toBeFalse()->and($bench['readings']['fusion']['value']['diagnosis']['class'])->toBe('good')
        ->and($bench['readings']['fusion']['times'])->toBe(1)->and($bench['joint']['state'])->toBe('cooling');
});

it('shows on the bench what a unit has sent so far', function () {
    $this->signIn()->enterUpTo($this->joint(10), 'fusion');
    $headers = ['Authorization' => 'Bearer '.deviceToken()];
    $this->app['auth']->forgetGuards();
    $run = $this->postJson('/api/v1/device/fusion-runs', ['joint' => 10, 'label' => SAMPLE_CODE], $headers)->json('id');
    $this->travel(30)->seconds();
    $this->postJson("/api/v1/device/fusion-runs/{$run}/samples", ['samples' => deviceSamples(0, 30)], $headers);
    $seen = $this->signIn()->getJson("/api/v1/fusion-runs/{$run}?since=20")->assertOk();

    expect($seen->json('device'))->toBeTrue()->and($seen->json('samples'))->toHaveCount(10)->and($seen->json('finished'))->toBeFalse();
    $this->postJson("/api/v1/fusion-runs/{$run}/stop")->assertOk()->assertJsonPath('finished', true)->assertJsonPath('end_code', 'end_not_recorded');
});

it('refuses a device', function (Closure $headers, array $body, int $status, string $says) {
    $this->signIn()->enterUpTo($this->joint(10), 'fusion');
    $this->app['auth']->forgetGuards();
    $this->postJson('/api/v1/device/fusion-runs', $body, $headers())->assertStatus($status)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, $says),
    );
})->with([
    'without a token' => [fn () => [], ['joint' => 10, 'label' => SAMPLE_CODE], 401, 'signed out'],
    'with a token run out' => [fn () => ['Authorization' => 'Bearer '.deviceToken(-1)], ['joint' => 10, 'label' => SAMPLE_CODE], 401, 'signed out'],
    'at an unknown joint' => [fn () => ['Authorization' => 'Bearer '.deviceToken()], ['joint' => 999, 'label' => SAMPLE_CODE], 422, 'no joint 999'],
    'with another label' => [
        fn () => ['Authorization' => 'Bearer '.deviceToken()], ['joint' => 10, 'label' => '1'], 422, 'Label on the unit: 1. Label here: '.SAMPLE_CODE,
    ],
]);

// Found: a fusion could be sent whole in the second in which it was begun.
it('takes no sample from the future, and does not close a fusion before it can be over', function () {
    $joint = $this->joint(10);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $headers = ['Authorization' => 'Bearer '.deviceToken()];
    $this->app['auth']->forgetGuards();
    $run = $this->postJson('/api/v1/device/fusion-runs', ['joint' => 10, 'label' => SAMPLE_CODE], $headers)->assertCreated()->json('id');
    $send = fn (array $samples, ?string $end = null) => $this->postJson("/api/v1/device/fusion-runs/{$run}/samples",
        ['samples' => $samples, ...($end === null ? [] : ['end_code' => $end])], $headers);
    $send(deviceSamples(0, 260), 'OK')->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'in the future'));
    $send([['time_s' => 1e9, 'voltage_v' => 40, 'current_a' => 50]])->assertStatus(422);
    expect(FusionRun::findOrFail($run)->samples)->toBe([]);
    $this->travel(150)->seconds();
    $send(deviceSamples(0, 260), 'OK')->assertOk()->assertJsonPath('finished', false); // a clock that runs ahead
    $this->travel(111)->seconds();
    $this->artisan('runs:settle')->assertSuccessful();
    expect(FusionRun::findOrFail($run)->finished)->toBeTrue()
        ->and($this->signIn()->getJson("/api/v1/joints/{$joint->id}")->json('readings.fusion.value.diagnosis.class'))->toBe('good');
});

it('takes a fusion of the unit that the bench names, as long as its calibration runs', function () {
    $this->signIn()->enterUpTo($this->joint(10), 'fusion');
    $this->app['auth']->forgetGuards();
    $other = Equipment::create(['job_id' => $this->job()->id, 'kind' => 'control_unit', 'name' => 'Unit East', 'serial' => 'CU-99', 'calibration_until' => now()
        ->addYear()->toDateString()]);
    $of = fn (Equipment $unit): array => ['Authorization' => 'Bearer '.$unit->createToken('t', [Equipment::SEND_SAMPLES], now()->addDay())->plainTextToken];
    $start = fn (array $headers) => $this->postJson('/api/v1/device/fusion-runs', ['joint' => 10, 'label' => SAMPLE_CODE], $headers);
    $start($of($other))->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'begun with Unit North (CU-31)'));
    $this->app['auth']->forgetGuards();
    Equipment::where('serial', 'CU-31')->update(['calibration_until' => '2020-01-01']);
    $start(['Authorization' => 'Bearer '.deviceToken()])->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'ran out'));
});

it('refuses a person without the right, though signed in', function () {
    $this->signIn()->postJson('/api/v1/device/fusion-runs', ['joint' => 10, 'label' => SAMPLE_CODE])->assertStatus(403);
});

it('gives a token on the command line, shown once, and takes it away', function () {
    $this->artisan('device:token CU-31')->assertExitCode(0);
    expect(PersonalAccessToken::count())->toBe(1)->and(PersonalAccessToken::first()->abilities)->toBe([Equipment::SEND_SAMPLES])
        ->and(PersonalAccessToken::first()->expires_at)->not->toBeNull();
    $this->artisan('device:token CU-31 --revoke')->expectsOutputToContain('1 tokens taken away')->assertExitCode(0);
    $this->artisan('device:token nothing')->assertExitCode(2);
});
