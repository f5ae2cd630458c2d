<?php

declare(strict_types=1);

use Diastoma\Core\Layout\AdoptedLine;

/** @return array<string, mixed> */
function station(float $m, string $kind = 'joint', float $level = 40.0): array
{
    return [
        'station_m' => $m, 'kind' => $kind, 'deflection_h_deg' => 1.5, 'deflection_v_deg' => 0.5, 'easting_m' => $m, 'northing_m' => 0.0,
        'level_m' => $level,
    ];
}

/** @return array<string, mixed> a pipe from one of the plan's joints to the next */
function pipe(int $joint, float $from, float $to): array
{
    return ['joint' => $joint, 'from_station_m' => $from, 'to_station_m' => $to, 'length_m' => $to - $from, 'cut' => false];
}

$section = ['to_station_m' => 6.0, 'low_level_m' => 0.0, 'high_level_m' => 0.0];

// By hand: three pipes of 6 m, so two joints between them, at 6 and 12 m; the first stands at the border of the first section and belongs to it.
it('numbers pipes and joints, and lays each joint into its section', function () use ($section) {
    $plan = [
        'joints' => [station(0, 'start', 40.0), station(6, 'joint', 41.0), station(12, 'joint', 42.0), station(18, 'end', 43.0)],
        'pipes' => [pipe(0, 0, 6), pipe(1, 6, 12), pipe(2, 12, 18)],
    ];
    $line = AdoptedLine::of($plan, null, 300, 0, [$section, [...$section, 'to_station_m' => 10.0]], 10.0, 20.0);
    expect(array_column($line->pipes, 'number'))->toBe(['P301', 'P302', 'P303'])->and(array_column($line->joints, 'number'))->toBe([301, 302])
        ->and(array_column($line->joints, 'station_m'))->toBe([6.0, 12.0])->and(array_column($line->joints, 'section'))->toBe([0, 1])
        ->and([$line->joints[0]['pipe_a'], $line->joints[0]['pipe_b']])->toBe(['P301', 'P302'])->and($line->joints[0]['planned'])->toMatchArray([
            'h_deg' => 1.5, 'v_deg' => 0.5, 'pipe_length_m' => 6.0, 'level_m' => 41.0,
        ])
        ->and($line->joints[0]['planned']['dig_level_m'])->toEqualWithDelta(40.83, 1e-9) // 41 m less 20 mm of wall and 150 mm
        ->and($line->lengthM)->toBe(18.0)->and($line->sections)->toBe([
            ['to_station_m' => 6.0, 'low_level_m' => 40.0, 'high_level_m' => 41.0, 'gauge_level_m' => 40.0],
            ['to_station_m' => 18.0, 'low_level_m' => 42.0, 'high_level_m' => 43.0, 'gauge_level_m' => 42.0],
        ]);
});

it('joins a bend to the pipe before it and to the one after', function () use ($section) {
    $plan = ['joints' => [station(0, 'start'), station(6, 'end'), station(6, 'start'), station(12, 'end')], 'pipes' => [pipe(0, 0, 6), pipe(2, 6, 12)]];
    $line = AdoptedLine::of($plan, null, 0, 0, [$section], 12.0, 20.0);
    expect(array_map(
        static fn (array $j): array => [$j['number'], $j['station_m'], $j['pipe_a'], $j['pipe_b']], $line->joints,
    ))->toBe([[1, 6.0, 'P001', 'B001'], [2, 6.001, 'B001', 'P002']])->and($line->joints[0]['planned'])->toBeNull()
        ->and($line->joints[1]['planned']['h_deg'])->toBe(0.0);
});

it('goes on from what is laid, and keeps the levels that the sections know', function () use ($section) {
    $plan = ['joints' => [station(6, 'joint', 41.0), station(12, 'end', 41.5)], 'pipes' => [pipe(0, 6, 12)]];
    $line = AdoptedLine::of($plan, ['number' => 307, 'pipe_b' => 'P308'], 300, 8, [[...$section, 'low_level_m' => 39.0, 'high_level_m' => 42.0]], 6.0, 20.0);
    expect($line->pipes[0]['number'])->toBe('P309')->and($line->joints[0])->toMatchArray([
        'number' => 308, 'pipe_a' => 'P308', 'pipe_b' => 'P309',
    ])->and($line->sections[0])->toMatchArray(['low_level_m' => 39.0, 'high_level_m' => 42.0]);
});

it('begins each main with a hundred of its own', function (?int $least, int $most, int $base) {
    expect(AdoptedLine::base($least, $most))->toBe($base);
})->with([
    'the first main of a job' => [null, 0, 100], 'after joint 99' => [null, 99, 100], 'after joint 100' => [null, 100, 200],
    'a main with joints of its own' => [301, 905, 300],
]);
