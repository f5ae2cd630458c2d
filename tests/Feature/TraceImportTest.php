<?php

declare(strict_types=1);

use App\Imports\PressureCsv;
use App\Models\PressureTest;
use App\PressureTests\Progress;
use App\Traces\TraceStore;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A record of a gas test of the demo as a logger writes it; every so many seconds, in bar. */
function gasCsv(float $every = 60.0, float $hours = 2.3, string $delimiter = ',', string $header = 'time_s,pressure_bar,temperature_c'): string
{
    $lines = [str_replace(',', $delimiter, $header)];
    for ($t = 0.0; $t <= $hours * 3600; $t += $every) {
        $p = $t < 900 ? 6.18 * $t / 900 : 6.18 - 1.0e-9 * ($t - 900) + (((int) ($t / $every)) % 3) * 1e-4;
        $lines[] = str_replace(',', $delimiter, round($t, 3).','.round($p, 6).',11.0');
    }

    return implode("\n", $lines)."\n";
}

it('gives every sample back bit for bit, in the units and columns it came in', function (string $csv, string $head) {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    bringCsv($this, $test, $csv)->assertCreated();
    $back = $this->get("/api/v1/tests/{$test->id}/trace.csv")->assertOk()->streamedContent();
    $floats = static function (string $text): array { // by column, whatever their order
        $rows = array_map(static fn (string $line): array => explode(',', $line), explode("\n", trim($text)));
        $names = array_shift($rows);
        sort($names);

        return array_combine(
            $names,
            array_map(
                static fn (string $name): array => array_map(
                    floatval(...), array_column($rows, array_search($name, explode(',', explode("\n", $text)[0]), true)),
                ),
                $names,
            ),
        );
    };
    expect(explode("\n", $back)[0])->toBe($head)->and($floats($back) === $floats($csv))->toBeTrue();
})->with([
    'seconds and bar' => [gasCsv(), 'time_s,pressure_bar,temperature_c'],
    'minutes and psi, other order' => [
        "temperature_f,time_min,pressure_psi\n".implode(
            "\n", array_map(static fn (int $m): string => '52.1,'.($m * 1.0).','.($m < 15 ? 89.7 * $m / 15 : 89.7 + 0.001 * ($m % 3)), range(0, 140)),
        )."\n",
        'time_min,pressure_psi,temperature_f',
    ],
]);

it('gives clock times back to the microsecond', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $start = $this->job()->now()->subHours(3);
    $test->forceFill(['created_at' => $start])->save();
    $lines = ['date;time;pressure_bar;temperature_c'];
    for ($m = 0; $m <= 140; $m++) {
        $at = $start->addMinutes($m)->setTimezone('Europe/Berlin');
        $lines[] = $at->format('d.m.Y;H:i:s').',250;'.str_replace('.', ',', (string) round($m < 15 ? 6.18 * $m / 15 : 6.18, 4)).';11,0';
    }
    bringCsv($this, $test, implode("\n", $lines))->assertCreated();
    $back = explode("\n", $this->get("/api/v1/tests/{$test->id}/trace.csv")->streamedContent());
    expect($back[0])->toBe('time,pressure_bar,temperature_c')->and(explode(',', $back[1])[0])->toBe($start->format('Y-m-d\TH:i:s').'.250000Z')
        ->and($test->refresh()->started_at->format('Y-m-d H:i:s'))->toBe($start->format('Y-m-d H:i:s'));
});

it('draws any stretch from at most 4000 points, the extremes among them', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $csv = explode("\n", trim(gasCsv(0.1)));
    $csv[50001] = '5000,6.75,11.0'; // one reading flies off
    bringCsv($this, $test, implode("\n", $csv))->assertCreated();
    $whole = $this->getJson("/api/v1/tests/{$test->id}/trace")->assertOk();
    $near = $this->getJson("/api/v1/tests/{$test->id}/trace?from=4999&to=5001&bare=1")->json('samples');
    expect(count($whole->json('samples')))->toBeLessThanOrEqual(4000)->toBeGreaterThan(300)->and(max(array_column($whole->json('samples'), 'p')))
        ->toEqualWithDelta(675.0, 1e-6)->and($whole->json('whole'))->toBeFalse()
        ->and($near)->toHaveCount(21)->and(max(array_column($near, 'p')))->toEqualWithDelta(675.0, 1e-6);
    foreach ([[0, 8280], [100, 4000], [2000, 2300]] as [$from, $to]) {
        $samples = $this->getJson("/api/v1/tests/{$test->id}/trace?from={$from}&to={$to}&bare=1")->json('samples');
        expect(count($samples))->toBeLessThanOrEqual(4000)->and($samples[0]['t'])->toBeGreaterThanOrEqual($from)->and(end($samples)['t'])
            ->toBeLessThanOrEqual($to);
    }
});

it('refuses a file that is damaged, unclear or hostile, says why, and stores nothing', function (string $csv, string $says) {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    bringCsv($this, $test, $csv)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, $says) ?: throw new Exception($t));
    expect($test->refresh()->state)->toBe('planned')->and(DB::table('trace_blocks')->where('subject_id', $test->id)->count())->toBe(0)
        ->and(DB::table('entries')->where('subject_id', $test->id)->where('kind', 'test.judged')->count())->toBe(0);
})->with([
    'cut off within a line' => [substr(gasCsv(), 0, -9), 'The file seems cut off'],
    'cut off early' => [gasCsv(60.0, 1.0), 'Bring the whole record'],
    'shuffled' => [(static function (): string {
        $lines = explode("\n", trim(gasCsv()));
        [$lines[40], $lines[70]] = [$lines[70], $lines[40]];

        return implode("\n", $lines);
    })(), 'time goes backwards or stands still'],
    'no unit' => [gasCsv(header: 'time_s,pressure,temperature_c'), 'names no unit. Call it pressure_kpa'],
    'no unit of temperature' => [gasCsv(header: 'time_s,pressure_bar,temperature'), 'names no unit. Call it temperature_c'],
    'two pressures' => ["time_s,pressure_bar,pressure_psi\n0,1,2\n1,1,2", 'several columns for the pressure'],
    'one name twice' => ["time_s,pressure_bar,pressure_bar\n0,1,2\n1,1,2", 'Two columns are called “pressure_bar”'],
    'a formula' => ["time_s,pressure_bar\n0,=1+1\n1,2", 'is not a number'],
    'a number beyond all numbers' => ["time_s,pressure_bar\n0,1e999\n1,2", 'no reading of a logger'],
    'not a number' => ["time_s,pressure_bar\n0,NAN\n1,2", 'is not a number'],
    'hexadecimal' => ["time_s,pressure_bar\n0,0x1A\n1,2", 'is not a number'],
    'a picture' => ["\x89PNG\r\n\x1a\n\0\0\0\rIHDR".random_bytes(200), 'no text file'],
    'a line without end' => ['time_s,pressure_bar'."\n".str_repeat('9', 100_000), 'longer than 4096'],
    'a thousand columns' => [implode(',', array_map(static fn (int $k): string => "c{$k}", range(1, 1000)))."\n", '4096 characters'],
    'a day that may be read two ways' => ["time,pressure_bar\n03/04/2026 10:00,1\n03/04/2026 10:01,2", 'two ways round'],
    'nothing but blanks' => ["\n\n\n", 'empty'],
    'times to come' => [
        "time,pressure_bar,temperature_c\n".implode(
            "\n",
            array_map(
                static fn (int $m): string => now()->addDays(9)->addMinutes($m)->format('Y-m-d\TH:i:s\Z').','.($m < 15 ? 6.18 * $m / 15 : 6.18).',11',
                range(0, 140),
            ),
        ),
        'lie in the future',
    ],
]);

it('takes a short record when somebody says that and why it was broken off', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    bringCsv(
        $this, $test, gasCsv(60.0, 1.0), ['broken_off' => 'a plug let go'],
    )->assertCreated()->assertJsonPath('state', 'failed')->assertJsonPath('verdict.broken_off', 'a plug let go');
});

it('can be cancelled before or while it runs, with nothing half stored', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $before = (string) Str::uuid();
    $this->deleteJson("/api/v1/tests/{$test->id}/imports/{$before}")->assertNoContent();
    bringCsv($this, $test, gasCsv(), ['import' => $before])->assertStatus(409)->assertJsonPath(
        'title', fn (string $t): bool => str_contains($t, 'cancelled. Nothing was stored'),
    );
    $while = (string) Str::uuid();
    $seen = [];
    DB::connection('beside')->listen(function ($query) use (&$seen, $while, $test): void {
        if (str_contains($query->sql, '`stage`') && str_starts_with($query->sql, 'update')) {
            $seen[] = $query->bindings[0];
            $query->bindings[0] === 'storing' ? Progress::cancel($while, $test->id) : null;
        }
    });
    bringCsv($this, $test, gasCsv(0.2), ['import' => $while])->assertStatus(409);
    expect($seen)->toBe(['judging', 'storing'])->and($test->refresh()->state)->toBe('planned')
        ->and(DB::table('trace_blocks')->where('subject_id', $test->id)->count())->toBe(0)->and(Progress::seen($while))->toBeNull();
});

it('shows how far an import has come', function () {
    $id = (string) Str::uuid();
    $progress = Progress::of($id);
    $progress->begin(PressureTest::firstOrFail()->id, 1000);
    $progress->read(20_000, 640);
    $this->signIn('tom@demo')->getJson("/api/v1/imports/{$id}")->assertOk()->assertJsonPath('import.rows', 20_000)->assertJsonPath('import.bytes', 640)
        ->assertJsonPath('import.total_bytes', 1000)->assertJsonPath('import.stage', 'reading');
    $progress->done();
    $this->getJson("/api/v1/imports/{$id}")->assertOk()->assertJsonPath('import', null);
});

it('reads a trace stored row by row, as it was before', function () {
    $id = (string) Str::uuid();
    $samples = [['t' => 0.0, 'p' => 1.5, 'c' => null], ['t' => 1.0, 'p' => 2.5, 'c' => 12.25]];
    $packed = implode(
        '', array_map(static fn (array $s): string => pack('e*', ...array_map(static fn (?float $v): float => $v ?? NAN, array_values($s))), $samples),
    );
    DB::table('trace_blocks')->insert([
        'subject_type' => 'test', 'subject_id' => $id, 'block' => 0, 'from_s' => 0, 'to_s' => 1, 'minimum' => 1.5, 'maximum' => 2.5, 'count' => 2,
        'samples' => gzcompress(json_encode(['t', 'p', 'c'])."\n".$packed),
    ]);
    expect(app(TraceStore::class)->read('test', $id))->toBe($samples);
});

it('keeps to a quarter of a gigabyte with a long record', function () {
    $lines = "time_s,pressure_kpa\n";
    for ($k = 0; $k < 200_000; $k++) {
        $lines .= ($k / 10).','.(1000 + $k % 7)."\n";
    }
    memory_reset_peak_usage();
    $before = memory_get_usage();
    // 864 000 rows are 4.3 times that
    expect(PressureCsv::text($lines)->trace()->count())->toBe(200_000)->and(memory_get_peak_usage() - $before)->toBeLessThan(60_000_000);
});

it('refuses the file of a test that ended before this one was planned', function () {
    $test = plannedOn($this, 'Q', 'gas-plastic', ['leak' => '20']);
    $start = $this->job()->now()->subDay();
    $lines = ['time,pressure_bar,temperature_c'];
    for ($m = 0; $m <= 140; $m++) {
        $lines[] = $start->addMinutes($m)->format('Y-m-d\TH:i:s\Z').','.round($m < 15 ? 6.18 * $m / 15 : 6.18, 4).',11.0';
    }
    bringCsv($this, $test, implode("\n", $lines))->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'before test'));
    expect($test->refresh()->state)->toBe('planned');
});
