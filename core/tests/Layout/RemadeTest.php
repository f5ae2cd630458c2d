<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Divided;
use Diastoma\Core\Layout\Remade;
use Diastoma\Core\Layout\Spaced;

/** @return array{number: string, from_station_m: float, to_station_m: float} */
function barrel(string $number, float $from, float $to): array
{
    return ['number' => $number, 'from_station_m' => $from, 'to_station_m' => $to];
}

/** @param  list<string>  $taken */
function remade(string $with, float $a = 0.4, float $b = 0.6, bool $fixed = false, string $spool = 'S1', array $taken = ['P1', 'P2']): Remade
{
    return Remade::of(barrel('P1', 0.0, 12.0), barrel('P2', 12.0, 24.0), $with, $a, $b, $spool, $taken, $fixed);
}

it('draws the pipe beyond up where one joint takes the place of the old', function () {
    $made = remade('joint');
    expect($made->joints)->toBe([['station_m' => 11.6, 'pipe_a' => 'P1', 'pipe_b' => 'P2']])->and($made->shiftM)->toBe(1.0)
        ->and($made->pipes)->toBe([barrel('P1', 0.0, 11.6), barrel('P2', 11.6, 23.0)]);
});

it('keeps every station beyond where a spool goes in', function () {
    $made = remade('spool', fixed: true);
    expect($made->shiftM)->toBe(0.0)->and($made->pipes)->toBe([barrel('P1', 0.0, 11.6), barrel('S1', 11.6, 12.6), barrel('P2', 12.6, 24.0)])
        ->and($made->joints)->toBe([['station_m' => 11.6, 'pipe_a' => 'P1', 'pipe_b' => 'S1'], ['station_m' => 12.6, 'pipe_a' => 'S1', 'pipe_b' => 'P2']]);
});

it('loses no pipe on the way: what is cut off is what is missing', function (string $with, float $a, float $b) {
    $made = remade($with, $a, $b);
    $laid = array_sum(array_map(static fn (array $p): float => $p['to_station_m'] - $p['from_station_m'], $made->pipes));
    expect($laid)->toEqualWithDelta(24.0 - ($with === 'joint' ? $a + $b : 0.0), 1e-9);
    foreach (array_slice($made->pipes, 1) as $k => $pipe) {
        expect($pipe['from_station_m'])->toBe($made->pipes[$k]['to_station_m'])->and($made->joints[$k]['station_m'])->toBe($pipe['from_station_m']);
    }
})->with([['joint', 0.02, 0.02], ['joint', 3.7, 0.1], ['spool', 0.02, 0.02], ['spool', 11.7, 11.7], ['spool', 1.0, 2.5]]);

it('refuses what cannot be', function (Closure $make, string $field, string $says) {
    try {
        $make();
    } catch (InvalidInput $fault) {
        expect($fault->faults[0]['field'])->toBe($field)->and($fault->getMessage())->toContain($says);

        return;
    }
    throw new LogicException('It was taken.');
})->with([
    'one joint while those beyond are made' => [fn () => remade('joint', fixed: true), 'with', 'Put a spool in'],
    'nothing cut off' => [fn () => remade('joint', 0.0), 'cut_a_m', '0.02'], 'just too little' => [fn () => remade('joint', 0.4, 0.019), 'cut_b_m', '0.02'],
    'the whole pipe' => [fn () => remade('spool', 11.71), 'cut_a_m', 'only 0.29 m'],
    'more than the pipe' => [fn () => remade('spool', 0.4, 13.0), 'cut_b_m', 'only 0 m'],
    'a spool without a number' => [fn () => remade('spool', spool: ' '), 'spool', 'Type the number'],
    'a spool called like a pipe' => [fn () => remade('spool', spool: 'P2'), 'spool', 'already'],
    'by prayer' => [fn () => remade('prayer'), 'with', 'one joint'],
    'no joints' => [fn () => Spaced::of(null, 0, 12.0, 1, 'P1'), 'count', '1 to 5000'],
    'too many' => [fn () => Spaced::of(null, 5001, 12.0, 1, 'P1'), 'count', '1 to 5000'],
    'a pipe of no length' => [fn () => Spaced::of(null, 1, 0.29, 1, 'P1'), 'pipe_length_m', '0.3 to 40'],
    'a pipe too long' => [fn () => Spaced::of(null, 1, 40.1, 1, 'P1'), 'pipe_length_m', '0.3 to 40'],
    'a pipe twice' => [fn () => Spaced::of(barrel('P7', 0, 12), 2, 12.0, 1, 'P8', ['P7', 'P9']), 'first_pipe', 'a pipe P9'],
    'a pipe without a number' => [fn () => Spaced::of(null, 1, 12.0, 1, ' '), 'first_pipe', 'Type the number'],
    'split at its end' => [fn () => Divided::at(['from_station_m' => 0.0, 'to_station_m' => 50.0], 49.5, []), 'station_m', 'between 1 and 49'],
    'split at its beginning' => [fn () => Divided::at(['from_station_m' => 0.0, 'to_station_m' => 50.0], 0.9, []), 'station_m', 'between 1 and 49'],
    'split in a joint' => [fn () => Divided::at(['from_station_m' => 0.0, 'to_station_m' => 50.0], 12.4, [12.0]), 'station_m', 'A joint stands at 12'],
    'split what is too short' => [fn () => Divided::at(['from_station_m' => 0.0, 'to_station_m' => 1.5], 0.7, []), 'station_m', 'too short'],
    'join across a gap' => [fn () => Divided::joined(part(0, 10), part(11, 20)), 'with', 'end to end'],
    'join two pressures' => [fn () => Divided::joined(part(0, 10), part(10, 20, design: 600.0)), 'with', 'different pressures'],
]);

/** @return array{from_station_m: float, to_station_m: float, low_level_m: float, high_level_m: float, design_pressure_kpa: float} */
function part(float $from, float $to, float $low = 3.0, float $high = 5.0, float $design = 1000.0): array
{
    return ['from_station_m' => $from, 'to_station_m' => $to, 'low_level_m' => $low, 'high_level_m' => $high, 'design_pressure_kpa' => $design];
}

it('splits and joins sections, and keeps the lowest and the highest point of both', function () {
    Divided::at(['from_station_m' => 0.0, 'to_station_m' => 50.0], 18.0, [12.0, 24.0]);
    expect(Divided::joined(part(0, 10, 3.0, 5.0), part(10, 20, 2.0, 4.0)))->toBe(
        ['from_station_m' => 0.0, 'to_station_m' => 20.0, 'low_level_m' => 2.0, 'high_level_m' => 5.0],
    );
});

it('lays pipes of one length one after another and counts on', function () {
    $begun = Spaced::of(null, 2, 12.0, 101, 'P099');
    expect($begun->pipes)->toBe([barrel('P099', 0.0, 12.0), barrel('P100', 12.0, 24.0), barrel('P101', 24.0, 36.0)])->and($begun->lengthM)->toBe(36.0)
        ->and($begun->joints)->toBe([
            ['number' => 101, 'station_m' => 12.0, 'pipe_a' => 'P099', 'pipe_b' => 'P100'],
            ['number' => 102, 'station_m' => 24.0, 'pipe_a' => 'P100', 'pipe_b' => 'P101'],
        ]);
    $on = Spaced::of($begun->pipes[2], 1, 5.85, 103, 'coil');
    expect($on->joints)->toBe([['number' => 103, 'station_m' => 36.0, 'pipe_a' => 'P101', 'pipe_b' => 'coil1']])->and($on->lengthM)->toBe(41.85);
});

it('gives each that was cut out a letter of its own', fn () => expect([Remade::suffix(['']), Remade::suffix(['', 'a']), Remade::suffix(['', 'a', 'b'])])->toBe(
    ['a', 'b', 'c'],
));
