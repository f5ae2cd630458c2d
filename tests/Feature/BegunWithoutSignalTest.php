<?php

declare(strict_types=1);

use App\Journal\Journal;
use App\Models\Entry;
use App\Models\PressureTest;
use Diastoma\Core\Device\Door;
use Illuminate\Support\Str;

/** Says to the server when a test was begun by hand, minutes from when it was planned. */
function begunAt(Tests\TestCase $case, PressureTest $test, float $minutes, ?string $id = null): Illuminate\Testing\TestResponse
{
    $planned = Carbon\CarbonImmutable::parse(Entry::where('kind', Journal::TEST_PLANNED)->where('subject_id', $test->id)->firstOrFail()->device_at);

    return $case->postJson("/api/v1/tests/{$test->id}/run", [
        'mode' => 'hand', 'id' => $id ?? (string) Str::uuid(), 'at' => $planned->addSeconds((int) (60 * $minutes))->format('Y-m-d\TH:i:s.vP'),
    ]);
}

it('takes a test that was begun by hand without signal at the time at which it was begun, once however often it is sent', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $this->job()->increment('clock_ahead_s', 3 * 3600); // three hours later there is signal
    $id = (string) Str::uuid();
    begunAt($this, $test, 30, $id)->assertOk()->assertJsonPath('state', 'running')->assertJsonPath('mode', 'hand');
    $start = $test->refresh()->started_at;
    begunAt($this, $test, 30, $id)->assertOk();
    begunAt($this, $test, 30)->assertStatus(409); // somebody else's begin
    expect($start->diffInMinutes($this->job()->now()))->toEqualWithDelta(150, 1)
        ->and(Entry::where('kind', Journal::TEST_BEGUN)->where('subject_id', $test->id)->count())->toBe(1);
    $this->postJson("/api/v1/tests/{$test->id}/readings", [
        'id' => (string) Str::uuid(), 'at' => $start->addMinutes(20)->format('Y-m-d\TH:i:sP'), 'pressure_kpa' => 620.0,
    ])->assertCreated();
    expect($this->getJson("/api/v1/tests/{$test->id}/trace")->json('samples.0.t'))->toEqual(1200);
});

it('refuses a begin before it was planned, or in the future', function (float $minutes, int $status) {
    $test = plannedOn($this, 'Q', 'gas-plastic');
    begunAt($this, $test, $minutes)->assertStatus($status);
    expect($test->refresh()->started_at === null)->toBe($status !== 200);
})->with([
    'long before' => [-3.0, 409], 'clocks differ a little' => [-1.0, 200], 'now' => [0.0, 200], 'ahead a little' => [1.0, 200], 'far ahead' => [5.0, 409],
]);

it('asks whether the section was ready when the test was begun, not when it is told', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    $section = $this->section('O1');
    $this->enter($section, 'zone_kept', false)->assertCreated(); // while the crew had no signal, and believed the zone was kept
    $this->job()->increment('clock_ahead_s', 3600);
    $this->enter($section, 'zone_kept', true)->assertCreated();
    begunAt($this, $test, 20)->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'No exclusion zone'));
    begunAt($this, $test, 61)->assertOk();
});

it('does not let a joint that still had to wait be tested, though its wait is over when the begin arrives', function () {
    $test = plannedOn($this, 'O1', 'f2164');
    App\Models\Joint::where('section_id', $test->section_id)->limit(1)->update(['test_at' => $this->job()->now()->addMinutes(40)]);
    $this->job()->increment('clock_ahead_s', 3600);
    begunAt($this, $test, 20)->assertStatus(409)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'Still waiting'));
    begunAt($this, $test, 50)->assertOk();
});

it('gives a device what it needs to begin a planned test, and the device says of it what the server says', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic');
    $page = $this->getJson("/api/v1/sections/{$test->section_id}/tests")->assertOk();
    $hand = $page->json('tests.0.hand');
    expect($hand['planned_at'])->not->toBeNull()->and($hand['test']['started_at'])->toBeNull()->and($hand['gates'])->not->toBe([]);
    $this->job()->increment('clock_ahead_s', 1800);
    $at = $this->job()->now()->subMinutes(10)->format('Y-m-d\TH:i:s.vP');
    $now = $this->job()->now()->format('Y-m-d\TH:i:sP');
    $begin = ['path' => 'run', 'payload' => ['mode' => 'hand'], 'at' => $at, 'by' => 'Tom'];
    $given = [...$hand, 'notes' => [], 'entries' => [$begin], 'now' => $now];
    $here = json_decode(Door::answer((string) json_encode(['ask' => 'test', 'given' => $given])), true);
    $there = $this->postJson("/api/v1/tests/{$test->id}/run", ['mode' => 'hand', 'id' => (string) Str::uuid(), 'at' => $at])->assertOk();
    expect($here['now']['phase'])->toBe($there->json('now.phase'))->and($here['now']['ends_s'])->toEqual($there->json('now.ends_s'))
        ->and($here['now']['elapsed_s'])->toEqualWithDelta($there->json('now.elapsed_s'), 2.0)
        ->and($there->json('hand.planned_at'))->toBeNull()->and(strtotime($here['began']))->toBe(strtotime($there->json('started_at')));
});
