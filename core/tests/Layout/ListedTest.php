<?php

declare(strict_types=1);

use Diastoma\Core\Layout\Listed;

const LAST = ['number' => 'P009', 'from_station_m' => 96.0, 'to_station_m' => 108.0];

/** @param  list<list<string>>  $rows */
function listedOf(array $rows, array $at = ['station' => 0], ?array $last = null, float $perM = 1.0, array $pipes = [], array $numbers = []): Listed
{
    return Listed::of($rows, $at, $perM, $last, 'P001', 101, 'electrofusion.coupler',
        ['coupler' => 'electrofusion.coupler', 'tee' => 'electrofusion.tapping_tee'],
        $pipes, $numbers);
}

it('lays pipes between the stations of a list, and one as long as the last behind them', function () {
    $laid = listedOf([['12'], ['24,5'], ['36.5']]);
    expect($laid->refused)->toBe([])->and(array_column($laid->joints, 'number'))->toBe([101, 102, 103])
        ->and(array_map(static fn (array $p): array => array_values($p), $laid->pipes))->toBe([
            ['P001', 0.0, 12.0], ['P002', 12.0, 24.5], ['P003', 24.5, 36.5], ['P004', 36.5, 48.5],
        ])->and($laid->lengthM)->toBe(48.5)
        ->and($laid->joints[1])->toMatchArray(['station_m' => 24.5, 'pipe_a' => 'P002', 'pipe_b' => 'P003', 'method' => 'electrofusion.coupler']);
});

it('goes on from the last pipe that is there', function () {
    $laid = listedOf([['108'], ['120']], last: LAST, pipes: ['P001', 'P009'], numbers: [5]);
    expect($laid->refused)->toBe([])->and($laid->joints[0]['pipe_a'])->toBe('P009')->and($laid->joints[0]['pipe_b'])->toBe('P002')
        ->and($laid->pipes)->toHaveCount(2)->and($laid->lengthM)->toBe(132.0);
    expect(listedOf([['110']], last: LAST)->refused)->toBe([['row' => 2, 'said' => 'The first joint goes on where pipe P009 ends, at 108 m.']]);
});

it('names each row that it refuses, and why', function (array $rows, array $said) {
    $at = ['number' => 0, 'station' => 1, 'pipe' => 2, 'method' => 3];
    expect(array_map(static fn (array $r): string => "{$r['row']}: {$r['said']}", listedOf($rows, $at, pipes: ['P001', 'X9'], numbers: [7])->refused))
        ->toBe($said);
})->with([
    'all is well' => [[['1', '12', 'A1', 'Coupler'], ['2', '1+00', 'A2', '']],
        ['3: It lies 88 m beyond the joint before it: no pipe is that long. Is the unit right?']],
    'a word' => [[['1', 'soon', 'A1', '']], ['2: “soon” is no station.']],
    'backwards, and again' => [[['1', '12', 'A1', ''], ['2', '11', 'A2', ''], ['3', '12.1', 'A3', '']],
        ['3: It does not lie beyond the joint before it.', '4: It lies 0.1 m beyond the joint before it: no pipe is that short.']],
    'below zero' => [[['1', '-3', 'A1', '']], ['2: A station is not below zero.']],
    'numbers' => [[['7', '12', 'A1', ''], ['x', '24', 'A2', ''], ['8', '36', 'A3', ''], ['8', '48', 'A4', '']],
        ['2: Joint 7 is there already.', '3: “x” is no joint number: a whole number is.', '5: Joint 8 is there already, in row 4.']],
    'pipes' => [[['1', '12', 'X9', ''], ['2', '24', 'A2', ''], ['3', '36', 'A2', ''], ['4', '48', '', '']],
        ['2: Pipe X9 is there already.', '4: Pipe A2 is there already, in row 3.', '5: The pipe after it has no number, or one of more than 30 letters.']],
    'a way that there is not' => [[['1', '12', 'A1', 'magic']], ['2: “magic” is no way that a joint is made here.']],
    'two things at once' => [[['0', '', 'A1', '']], ['2: “” is no station. “0” is no joint number: a whole number is.']],
]);

it('reads stations as people write them, in the unit of the file', function () {
    $laid = listedOf([['0+39.37'], ['0+78.74']], perM: 3.280839895);
    expect($laid->refused)->toBe([])->and($laid->joints[0]['station_m'])->toBe(12.0)->and($laid->joints[1]['station_m'])->toBe(24.0);
    expect(listedOf([['1 0,5'], ['20']])->joints[0]['station_m'])->toBe(10.5);
});

it('tells which column is which by its name', function () {
    expect(Listed::suggested(['Joint no', 'Chainage [m]', 'Pipe', 'Type']))->toBe(['station' => 1, 'pipe' => 2, 'method' => 3, 'number' => 0])
        ->and(Listed::suggested(['a', 'STA']))->toBe(['station' => 1])->and(Listed::suggested(['a', 'b']))->toBe([]);
});

it('lays twenty thousand', function () {
    $rows = array_map(static fn (int $k): array => [(string) (12 * $k)], range(1, 20_000));
    $laid = listedOf($rows);
    expect($laid->refused)->toBe([])->and($laid->joints)->toHaveCount(20_000)->and($laid->pipes)->toHaveCount(20_001)->and($laid->lengthM)->toBe(240_012.0);
});
