<?php

declare(strict_types=1);

use App\Models\PressureTest;

function tighten(Tests\TestCase $test, string $limit, float $value): void
{
    $test->signIn('vera@demo')->postJson("/api/v1/jobs/{$test->job()->id}/rulebook", [
        'limit' => $limit, 'value' => $value, 'reason' => 'Owner asks for it on this contract',
    ])->assertCreated();
    $test->signIn('tom@demo');
}

it('plans and judges by the limit that the job set, and leaves a planned test as it was', function () {
    $section = $this->section('A');
    $this->signIn('tom@demo');
    makeReady($this, $section);
    $plan = fn (): PressureTest => PressureTest::findOrFail(
        $this->postJson("/api/v1/sections/{$section->id}/tests", ['method' => 'f2164'])->assertCreated()->json('id'),
    );
    $before = $plan();
    tighten($this, 'test.f2164.band_percent', 2.0);
    $shown = fn (PressureTest $test): array => collect($this->getJson("/api/v1/sections/{$section->id}/tests")->assertOk()->json('tests'))
        ->firstWhere('id', $test->id)['plan']['limits'];
    expect(array_column($shown($before), 'changed_by'))->not->toContain('Vera Holm');
    bringCsv($this, $before, loggerCsv($before, 0.03))->assertCreated()->assertJsonPath('state', 'passed'); // 3 % of the 5 % it was planned with

    PressureTest::whereKey($before->id)->update(['ended_at' => now()->subDay()]);
    $after = $plan();
    expect($shown($after)[0])->toMatchArray([
        'id' => 'test.f2164.band_percent', 'said' => '2 %', 'changed_by' => 'Vera Holm', 'reason' => 'Owner asks for it on this contract',
    ]);
    bringCsv($this, $after, loggerCsv($after, 0.03))->assertCreated()->assertJsonPath('state', 'failed');
});

it('refuses a limit of a test that would be unsafe, with the sentence', function () {
    $this->signIn('vera@demo')->postJson("/api/v1/jobs/{$this->job()->id}/rulebook", [
        'limit' => 'test.f2164.factor', 'value' => 2.0, 'reason' => 'It will hold, it always has',
    ])->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'unsafe'));
});
