<?php

declare(strict_types=1);

use App\Models\FusionRun;
use App\Models\Joint;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Illuminate\Http\UploadedFile;

/** A control unit's CSV of 260 s at 40 V, 62.5 A. */
function unitCsv(string $extraHeader = '', string $extra = '', int $seconds = 260): string
{
    $lines = ["time_s;voltage_v;current_a{$extraHeader}"];
    for ($t = 0; $t <= $seconds; $t++) {
        $lines[] = "{$t};40,0;62,5{$extra}";
    }

    return implode("\n", $lines);
}

function bring(Tests\TestCase $test, Joint $joint, string $csv, int $minutesAgo = 6): Illuminate\Testing\TestResponse
{
    return $test->post(
        "/api/v1/joints/{$joint->id}/fusion-records",
        ['file' => UploadedFile::fake()->createWithContent('fusion.csv', $csv), 'started_at' => now()->subMinutes($minutesAgo)->toIso8601String()],
        ['Accept' => 'application/json'],
    );
}

it('fuses on the simulated unit, and time runs on with it', function () {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $run = $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['speed' => 100, 'seed' => 4])->assertCreated()->json('id');
    $started = $this->job()->now();
    $this->travel(1)->seconds();
    $half = $this->getJson("/api/v1/fusion-runs/{$run}")->assertOk();
    expect($half->json('finished'))->toBeFalse()->and(count($half->json('samples')))->toBeGreaterThan(90)->toBeLessThan(130);
    $this->travel(2)->seconds();
    $this->postJson("/api/v1/fusion-runs/{$run}/settle")->assertOk();
    $done = $this->getJson("/api/v1/fusion-runs/{$run}?since=250")->assertOk();
    $bench = $this->getJson("/api/v1/joints/{$joint->id}")->json();

    expect($done->json('finished'))->toBeTrue()->and($done->json('end_code'))->toBe('complete')->and($done->json('samples.0.t'))->toEqual(251)
        ->and($bench['readings']['fusion']['value']['duration_s'])->toEqual(260)
        ->and($bench['joint']['state'])->toBe('cooling')->and($bench['verdict']['severity'])->toBe('go')
        ->and($this->job()->now()->diffInSeconds($started->addSeconds(260), true))->toBeLessThan(5.0)
        ->and(app(TraceStore::class)->read('fusion', $run))->toHaveCount(261)
        ->and(CarbonImmutable::parse($bench['joint']['release_at'])->diffInMinutes(CarbonImmutable::parse($bench['joint']['test_at'])))->toEqual(60.0);
    $this->getJson("/api/v1/fusion-runs/{$run}")->assertOk();
    expect(FusionRun::findOrFail($run)->finished)->toBeTrue()->and($this->getJson("/api/v1/fusion-traces/{$run}")->json('samples'))->toHaveCount(261);
});

it('stops when told, and the joint with it', function () {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $run = $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['speed' => 10])->json('id');
    $this->travel(5)->seconds();
    $this->postJson("/api/v1/fusion-runs/{$run}/stop")->assertOk()->assertJsonPath('finished', true)->assertJsonPath('end_code', 'stopped_by_operator');

    expect($joint->refresh()->state)->toBe('stop');
    $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs")->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'not started a second time'),
    );
});

it('finishes a fusion that nobody watched', function () {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs", ['speed' => 1])->assertCreated();
    $this->postJson("/api/v1/joints/{$joint->id}/fusion-runs")->assertStatus(409);
    $this->travel(10)->minutes();
    $this->artisan('runs:settle')->assertSuccessful();

    $this->getJson("/api/v1/joints/{$joint->id}")->assertOk()->assertJsonPath('joint.state', 'cooling')->assertJsonPath('fusion_run', null);
});

it('does not start', function (array $change, string $who, int $status, string $says) {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion', $change);
    $this->signIn($who)->postJson("/api/v1/joints/{$joint->id}/fusion-runs")->assertStatus($status)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, $says),
    );
})->with([
    'without a label' => [['label_code' => null], 'ada@demo', 409, '“Label” is not complete'],
    'without the printed time' => [['printed_fusion_time_s' => null], 'ada@demo', 409, 'scan the label'],
    'with an open stop' => [['marks_at_edge' => false], 'ada@demo', 409, 'A pipe is not fully in'],
    'for a tester' => [[], 'tom@demo', 403, 'may not fuse'],
]);

it('makes a stop of an oval pipe fused without a clamp', function () {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion', ['diameters_a_mm' => [182.5, 180.4, 178.1, 180.2], 'clamped_diameters_a_mm' => null]);
    expect($joint->refresh()->state)->toBe('mend');
    bring($this, $joint, unitCsv())->assertCreated();
    $finding = collect($joint->refresh()->verdict['findings'])->firstWhere('rule', 'ef.fused_unprepared');

    expect($joint->state)->toBe('stop')->and($finding['said'])->toContain('out of round by 4.4 mm');
});

it('takes the record of a real unit, in either decimal', function (string $csv) {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $bench = bring($this, $joint, $csv)->assertCreated()->json();

    expect($bench['readings']['fusion']['value']['energy_kj'])->toEqualWithDelta(650.0, 1e-6)->and($bench['readings']['fusion']['value']['simulated'])
        ->toBeFalse();
})->with([
    'semicolons and commas' => [fn () => unitCsv(';joint;label;end_code', ';9;731204181801400645260007;complete')],
    'commas and points' => [fn () => str_replace([',', ';'], ['.', ','], unitCsv(';end_code', ';complete'))],
]);

it('refuses a record and stores nothing', function (string $csv, string $says) {
    $joint = $this->joint(9);
    $this->signIn()->enterUpTo($joint, 'fusion');
    $before = $this->job()->journal_seq;
    bring($this, $joint, $csv)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, $says));
    expect($this->job()->journal_seq)->toBe($before)->and($joint->refresh()->state)->toBe('in_work');
})->with([
    'for another joint' => [fn () => unitCsv(';joint', ';12'), 'Joint on the record: 12. Joint here: 9. This record belongs to another joint'],
    'of another label' => [fn () => unitCsv(';label', ';101402000139127409030003'), 'Label on the record'],
    'without voltage' => ["time_s;current_a\n0;1\n1;1", 'no column for the voltage. Name it voltage_v or v_v or u_v or voltage_mv. It has: time_s, current_a'],
    'with time going back' => ["time_s;voltage_v;current_a\n0;40;60\n5;40;60\n4;40;60", 'Times must rise'],
    'with text in a number' => ["time_s;voltage_v;current_a\n0;40;60\n1;forty;60", 'Row 3, column voltage_v: “forty” is not a number'],
    'empty' => ['time_s;voltage_v;current_a', 'no samples'],
    'ending in the future' => [fn () => unitCsv(seconds: 3600), 'would end in the future'],
]);

it('takes no second record', function () {
    $joint = $this->joint(7);
    bring($this->signIn(), $joint, unitCsv())->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'not started a second time'),
    );
});
