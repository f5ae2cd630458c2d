<?php

declare(strict_types=1);

use App\Imports\PressureCsv;
use App\Imports\SectionTrace;
use App\Traces\LoggedTrace;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Reading\Material;

/** A file of two rows in some units; the second row in SI. @return array<string, ?float> */
function secondRow(string $csv, string $zone = 'UTC'): array
{
    $stream = fopen('php://memory', 'w+b');
    fwrite($stream, $csv);
    rewind($stream);

    return PressureCsv::read($stream, null, $zone)->trace()->row(1);
}

// Conversions: NIST SP 811, appendix B.8; gallons are US gallons of 231 cubic inches.
it('reads every unit it names', function (string $header, string $first, string $second, array $si) {
    expect(secondRow("{$header}\n{$first}\n{$second}\n"))->toEqualWithDelta([...['c' => null, 'added' => null], ...$si], 1e-4);
})->with([
    'Pa' => ['time_s,pressure_pa', '0,0', '1,250000', ['t' => 1.0, 'p' => 250.0]],
    'mbar' => ['time_s,pressure_mbar', '0,0', '1,102.5', ['t' => 1.0, 'p' => 10.25]],
    'MPa and hours' => ['time_h,pressure_mpa', '0,0', '0.5,1.2', ['t' => 1800.0, 'p' => 1200.0]],
    'psi, Fahrenheit, gallons' => [
        'time_min,pressure_psi,temperature_f,added_gal', '0,0,50,0', '1,100,68,1', ['t' => 60.0, 'p' => 689.4757, 'c' => 20.0, 'added' => 3.785412],
    ],
    'cubic metres' => ['time_s,pressure_kpa,added_m3', '0,0,0', '1,5,0.25', ['t' => 1.0, 'p' => 5.0, 'added' => 250.0]],
    'units in brackets' => ['Time [s];Pressure (bar);Temperature [C]', '0;0;1', '10;1,5;12,25', ['t' => 10.0, 'p' => 150.0, 'c' => 12.25]],
    'an elapsed time that begins late' => ['elapsed_s,pressure_kpa', '500,1', '502.5,2', ['t' => 2.5, 'p' => 2.0]],
    'quoted cells' => ['time_s,pressure_kpa', '"0","1"', '"1","2"', ['t' => 1.0, 'p' => 2.0]],
    'columns nobody asked for' => ['battery_v,time_s,note,pressure_kpa', '3.6,0,ok,1', '3.6,1,rain,2', ['t' => 1.0, 'p' => 2.0]],
]);

it('reads clock times as they are written', function (string $header, string $first, string $second, float $seconds) {
    expect(secondRow("{$header}\n{$first}\n{$second}\n", 'Europe/Berlin')['t'])->toEqualWithDelta($seconds, 1e-5);
})->with([
    'with zones, across them' => ['time,pressure_kpa', '2026-11-23T10:00:00+01:00,1', '2026-11-23T09:01:00Z,2', 60.0],
    'without a zone' => ['time;pressure_kpa', '2026-11-23 10:00:00;1', '2026-11-23 10:00:00,5;2', 0.5],
    'to the minute' => ['time,pressure_kpa', '2026-11-23 10:00,1', '2026-11-23 10:05,2', 300.0],
    'day first, apart' => ['date;time;pressure_kpa', '23.11.2026;23:59:30;1', '24.11.2026;00:00:30;2', 60.0],
    'over the end of summer time' => ['time,pressure_kpa', '2026-10-25 01:30:00,1', '2026-10-25 03:30:00,2', 10800.0],
]);

it('says when the record began, in the zone of the job', function () {
    $text = "time,pressure_kpa\n2026-11-23 10:00:00,1\n2026-11-23 10:01:00,2\n";
    $stream = fopen('php://memory', 'w+b');
    fwrite($stream, $text);
    rewind($stream);
    expect(PressureCsv::read($stream, null, 'Europe/Berlin')->startedAt?->format('c'))->toBe('2026-11-23T09:00:00+00:00')
        ->and(PressureCsv::text("time_s,pressure_kpa\n0,1\n1,2")->startedAt)->toBeNull();
});

it('refuses clock times that are none', function (string $time) {
    expect(fn () => PressureCsv::text("time,pressure_kpa\n{$time},1\n2027-01-01T00:00:00Z,2"))->toThrow(InvalidInput::class);
})->with(['2026-13-40T10:00:00Z', 'yesterday', '10:00', '1/2/2026 10:00', '', '2026-11-23T10:00:00Z; DROP TABLE']);

it('tells rows and bytes as it reads, and lets the telling end it', function () {
    $stream = fopen('php://temp', 'w+b');
    fwrite($stream, "time_s,pressure_kpa\n");
    for ($k = 0; $k < 45_000; $k++) {
        fwrite($stream, "{$k},1\n");
    }
    rewind($stream);
    $told = [];
    PressureCsv::read($stream, function (int $rows, int $bytes) use (&$told): void {
        $told[] = $rows;
        expect($bytes)->toBeGreaterThan(0);
    });
    expect($told)->toBe([20_000, 40_000]);
    rewind($stream);
    expect(fn () => PressureCsv::read($stream, static fn () => throw new DomainException('enough')))->toThrow(DomainException::class);
});

it('shows stored rows in SI whatever they were logged in', function () {
    $rows = LoggedTrace::rows([['t' => 0.0, 'pressure_psi' => 100.0, 'temperature_f' => 50.0], ['t' => 1.0, 'pressure_psi' => 0.0, 'temperature_f' => null]]);
    expect($rows[0])->toEqualWithDelta(
        ['t' => 0.0, 'p' => 689.4757, 'c' => 10.0, 'added' => null], 1e-4,
    )->and($rows[1]['c'])->toBeNull()->and(LoggedTrace::rows([]))->toBe([]);
});

it('reads a section file flat or whole', function () {
    [$flat, $facts] = SectionTrace::section('{"material":"iron","length_m":400,"inside_mm":306,"wall_mm":7.2,"test_kpa":1000,"modulus_gpa":160}', 'c600');
    expect($flat->material)->toBe(Material::Iron)->and($flat->modulusGpa)->toBe(160.0)->and($facts['test_kpa'])->toBe(1000);
    [$whole] = SectionTrace::section(
        '{"service":"water","parts":[{"material":"pe","length_m":100,"inside_mm":147,"wall_mm":16}],"profile":[[0,1],[100,2]],'
            .'"ratings":[{"kpa":1000}],"working_kpa":700}',
        'f2164',
    );
    expect($whole->material)->toBe(Material::Pe)->and($whole->lengthM)->toBe(100.0);
});

it('refuses a section file that is none', function (string $json) {
    expect(fn () => SectionTrace::section($json, 'c600'))->toThrow(InvalidInput::class);
})->with([
    '', '[]', '[1,2]', '"iron"', '{}', '{"material":"wood","length_m":1,"inside_mm":100,"wall_mm":5}',
    '{"material":"iron","length_m":"long","inside_mm":100,"wall_mm":5}',
    '{"material":"iron","length_m":1,"inside_mm":100,"wall_mm":5,"modulus_gpa":"stiff"}',
]);
