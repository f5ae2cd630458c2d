<?php

declare(strict_types=1);

use Core\Tests\Layout\Lines;
use Diastoma\Core\Layout\LaidLine;
use Diastoma\Core\Layout\Obstacle;

it('lays pipes of their true length along a straight line', function () {
    $line = LaidLine::march(Lines::of([[100, 0]]), [6.0, 12.0, 6.0], [10.0, 16.0, 28.0, 34.0], [0, 0, 0, 0], [0, 0, 0, 0], null);
    expect($line->stations)->toEqualWithDelta([10.0, 16.0, 28.0, 34.0], 1e-6)->and($line->greatestDeg())->toEqualWithDelta(0.0, 1e-6)
        ->and(max($line->strays()))->toEqualWithDelta(0.0, 1e-6);
});

// Trigonometry by hand: a joint set 0.1 m to the right between pipes of 6 m turns by 2·asin(0.1/6) = 1.90999°; the pipes cover 2·√(36 − 0.01) = 11.99833 m.
it('turns where a joint stands beside the line', function () {
    $line = LaidLine::march(Lines::of([[100, 0]]), [6.0, 6.0], [10.0, 16.0, 22.0], [0, 0.1, 0], [0, 0, 0], null);
    expect(abs($line->deflections()[0][0]))->toEqualWithDelta(1.90999, 1e-4)->and($line->deflections()[0][1])->toEqualWithDelta(0.0, 1e-6)
        ->and($line->stations[2] - $line->stations[0])->toEqualWithDelta(11.99833, 1e-4)->and(max($line->strays()))->toEqualWithDelta(0.1, 1e-4);
});

// A chord of 6 m on a radius of 300 m: each joint turns by 2·asin(3/300) = 1.14599°, the middle lies 300 − √(300² − 3²) = 15.0 mm inside.
it('follows an arc with the deflection of its chords', function () {
    $line = LaidLine::march(
        Lines::of([[120, 300]]), array_fill(0, 8, 6.0), array_map(static fn (int $k): float => 10 + 6.0 * $k, range(0, 8)), array_fill(0, 9, 0.0),
        array_fill(0, 9, 0.0), null,
    );
    foreach ($line->deflections() as [$h, $v]) {
        expect($h)->toEqualWithDelta(1.14599, 1e-3)->and($v)->toEqualWithDelta(0.0, 1e-6);
    }
    expect(max($line->strays()))->toEqualWithDelta(0.0150, 2e-4);
});

it('counts the pipe that lies before as the first to turn from', function () {
    $line = LaidLine::march(Lines::of([[100, 0]], null, 0.5), [6.0], [10.0, 16.0], [0, 0], [0, 0], null);
    expect($line->deflections())->toBe([])->and($line->greatestDeg(0.5 - deg2rad(1.2), 0.0))->toEqualWithDelta(1.2, 1e-6);
});

it(
    'cuts the last pipe to the end of the line',
    fn () => expect(LaidLine::march(
        Lines::of([[100, 0]]), [6.0, 6.0], [0.0, 6.0, 12.0], [0, 0, 0], [0, 0, 0], 9.5,
    )->stations)->toEqualWithDelta([0.0, 6.0, 9.5], 1e-9),
);

it('names the stock bends for a corner that joints cannot turn', function (float $degrees, array $bends, string $says) {
    $found = Obstacle::after(Lines::of([[30, 0], [1e-3, 1e-3 / deg2rad($degrees)], [30, 0]]), 26.0, Lines::limits(2.0));
    expect($found)->not->toBeNull()->and($found->bendsDeg)->toEqual($bends)->and($found->said)->toContain($says)->and($found->inPlan)->toBeTrue()
        ->and($found->turnDeg)->toEqualWithDelta($degrees, 0.01);
})->with([
    'a right angle' => [90.0, [90.0], 'Stock bend: 90°'],
    'between two, the joints take the rest' => [24.0, [22.5], 'the joints beside it take the other 1.5°'],
    'two bends' => [67.5, [45.0, 22.5], '45° + 22½°'], 'to the left' => [-45.0, [45.0], 'left'],
]);

it('sees no obstacle on a straight line', fn () => expect(Obstacle::after(Lines::of([[100, 0]]), 20.0, Lines::limits(2.0)))->toBeNull());
