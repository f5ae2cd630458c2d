<?php

declare(strict_types=1);

use App\Journal\Verification;
use App\Models\Rulebook;

it('shows the job with its main, sections and equipment', function () {
    $this->signIn()->getJson("/api/v1/jobs/{$this->job()->id}")->assertOk()->assertJsonPath('number', 'K-2417')->assertJsonPath('mains.0.dn_mm', 180)
        ->assertJsonCount(2, 'mains.0.sections')->assertJsonCount(7, 'equipment');
});

it('draws the line between two stations', function () {
    $main = $this->job()->mains()->value('id');
    $joints = $this->signIn()->getJson("/api/v1/mains/{$main}/line?from_station_m=24&to_station_m=60")->assertOk()->json('joints');

    expect(array_column($joints, 'number'))->toBe([2, 3, 4, 5])->and($this->getJson("/api/v1/mains/{$main}/line?state=cooling")->json('joints.0.number'))
        ->toBe(7)
        ->and($this->getJson("/api/v1/mains/{$main}/line?page=2")->json('joints'))->toBe([]);
    $this->getJson("/api/v1/mains/{$main}/line?from_station_m=x")->assertStatus(422);
});

it('sorts the clocks by what needs a hand next', function () {
    $clocks = $this->signIn()->getJson("/api/v1/jobs/{$this->job()->id}/clocks")->assertOk()->json('clocks');
    $due = array_column($clocks, 'due_at');
    $sorted = $due;
    sort($sorted);

    expect(array_column($clocks, 'id'))->toContain('release', 'test')->and($due)->toBe($sorted)->and(array_column($clocks, 'joint_number'))->toContain(7);
});

it('puts the clock of a simulated job forward, on record', function () {
    $job = $this->job();
    $to = $job->now()->addHours(3)->format('Y-m-d\TH:i:sP');
    $this->signIn()->postJson("/api/v1/jobs/{$job->id}/clock", ['to' => $to])->assertOk()->assertJsonPath(
        'clocks', fn (array $clocks): bool => collect($clocks)->where('id', 'test')->isEmpty(),
    );

    expect($job->refresh()->clock_ahead_s)->toBeGreaterThan(10_790)->and(app(Verification::class)->of($job)['faults'])->toBe([]);
    $this->postJson("/api/v1/jobs/{$job->id}/clock", ['to' => '2020-01-01T00:00:00Z'])->assertOk();
    expect($job->refresh()->now()->year)->toBeGreaterThan(2020);
});

it('leaves the clock of a real job alone', function () {
    $this->job()->update(['simulated' => false]);
    $this->signIn()->postJson(
        "/api/v1/jobs/{$this->job()->id}/clock", ['to' => now()->addHour()->toIso8601String()],
    )->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'real job'));
});

it('works a US job in its own units', function () {
    $this->job()->update(['rulebook_id' => Rulebook::where('key', 'us')->value('id')]);
    $bench = $this->signIn()->getJson("/api/v1/joints/{$this->joint(7)->id}")->assertOk()->json();
    $spec = collect($bench['procedure']['steps'][0]['readings'])->firstWhere('key', 'ambient_c');

    expect($spec['display'])->toEqual(['symbol' => '°F', 'factor' => 1.8, 'offset' => 32, 'decimals' => 1])->and($bench['rulebook']['id'])->toBe('us')
        ->and(collect($bench['verdict']['findings'])->firstWhere('rule', 'ef.ovality.a')['said'])->toContain(' in ');
});
