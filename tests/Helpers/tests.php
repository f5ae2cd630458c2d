<?php

declare(strict_types=1);

use App\Models\Joint;
use App\Models\PressureTest;
use App\Models\Section;
use Illuminate\Http\UploadedFile;

/** Every gate opened as people would: joints accepted, waits over, questions answered. */
function makeReady(Tests\TestCase $test, Section $section): void
{
    Joint::where('section_id', $section->id)->update(['state' => 'accepted', 'test_at' => now()->subMinute()]);
    foreach (['backfilled', 'ends_braced', 'concrete_cured', 'talk_held', 'zone_kept', 'filled_from_low', 'vents_clear', 'relief_set'] as $key) {
        $test->enter($section, $key, true)->assertCreated();
    }
    $test->enter($section, 'gauge', $test->unit('PL-204'))->assertCreated();
}

function planned(Tests\TestCase $test, Section $section): PressureTest
{
    makeReady($test, $section);

    return PressureTest::findOrFail($test->postJson("/api/v1/sections/{$section->id}/tests", ['method' => 'f2164'])->assertCreated()->json('id'));
}

/** A section of the demo's tests made ready, with a test planned by a method. */
function plannedOn(Tests\TestCase $test, string $section, string $method, array $options = []): PressureTest
{
    $found = $test->signIn('tom@demo')->section($section);
    foreach ([
        'backfilled', 'ends_braced', 'concrete_cured', 'talk_held', 'zone_kept', 'filled_from_low', 'vents_clear', 'air_agreed', 'plugs_braced',
        'relief_set',
    ] as $key) {
        $test->enter($found, $key, true)->assertCreated();
    }
    $test->enter($found, 'gauge', $test->unit(str_starts_with($method, 'rtp') ? 'PL-310' : 'PL-204'))->assertCreated(); // composite lines run high
    $reply = $test->postJson("/api/v1/sections/{$found->id}/tests", ['method' => $method, 'options' => $options]);
    expect($reply->status())->toBe(201, (string) $reply->json('title'));

    return PressureTest::findOrFail($reply->json('id'));
}

/** A logger's CSV of a test that holds, or loses a share in the test hour. */
function loggerCsv(PressureTest $test, float $fall = 0.0): string
{
    [$expansion, $hour] = [$test->plan['gauge_kpa'], $test->plan['judged_kpa']];
    $lines = ['temperature_c,pressure_bar,time_min'];
    for ($minute = 0; $minute <= 330; $minute++) {
        $kpa = match (true) {
            $minute < 15 => $expansion * $minute / 15,
            $minute <= 257 => $expansion,
            $minute < 262 => $expansion - ($expansion - $hour) * ($minute - 257) / 5,
            default => $hour * (1 - $fall * min(60, $minute - 262) / 60),
        };
        $lines[] = '12.0,'.round($kpa / 100, 5).",{$minute}";
    }

    return implode("\n", $lines);
}

function bringCsv(Tests\TestCase $case, PressureTest $test, string $csv, array $more = []): Illuminate\Testing\TestResponse
{
    return $case->post(
        "/api/v1/tests/{$test->id}/trace", ['file' => UploadedFile::fake()->createWithContent('trace.csv', $csv), ...$more],
        ['Accept' => 'application/json'],
    );
}

/**
 * What a logger of the job sends with: a token of its own.
 *
 * @return array<string, string>
 */
function loggerHeaders(Tests\TestCase $test, string $serial): array
{
    app('auth')->forgetGuards();
    $logger = App\Models\Equipment::where('serial', $serial)->firstOrFail();

    return ['Authorization' => 'Bearer '.$logger->createToken('t', [App\Models\Equipment::SEND_PRESSURE], now()->addDay())->plainTextToken];
}
