<?php

declare(strict_types=1);

use Core\Tests\Layout\Lines;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\Path\Horizontal;
use Diastoma\Core\Layout\Path\Profile;
use Diastoma\Core\Layout\Place;

function quarter(): Alignment
{
    // 50 m north, then a quarter circle of R 100 to the right, then 30 m east
    return Alignment::of(Horizontal::ofElements([
        ['x' => 0.0, 'y' => 0.0, 'azimuth' => 0.0, 'curvature' => 0.0, 'length' => 50.0],
        ['x' => 0.0, 'y' => 50.0, 'azimuth' => 0.0, 'curvature' => 0.01, 'length' => 50 * M_PI],
        ['x' => 100.0, 'y' => 150.0, 'azimuth' => M_PI / 2, 'curvature' => 0.0, 'length' => 30.0],
    ]));
}

it('follows straights and arcs to where plane geometry puts them', function (float $station, float $easting, float $northing) {
    $place = quarter()->place($station);
    expect($place->easting)->toEqualWithDelta($easting, 1e-9)->and($place->northing)->toEqualWithDelta($northing, 1e-9);
})->with([
    'start' => [0, 0, 0], 'on the straight' => [20, 0, 20], 'begin of the arc' => [50, 0, 50],
    'middle of the arc' => [50 + 25 * M_PI, 100 - 100 * M_SQRT1_2, 50 + 100 * M_SQRT1_2],
    'end of the arc' => [50 + 50 * M_PI, 100, 150], 'end' => [80 + 50 * M_PI, 130, 150], 'straight on beyond' => [90 + 50 * M_PI, 140, 150],
    'straight on before' => [-10, 0, -10],
]);

it('finds a place again that was set off from it', function (float $station, float $right, float $up) {
    $line = quarter();
    $at = $line->locate($line->place($station, $right, $up), $station + 3.0);
    expect($at['station_m'])->toEqualWithDelta($station, 1e-6)->and($at['right_m'])->toEqualWithDelta($right, 1e-9)->and($at['up_m'])
        ->toEqualWithDelta($up, 1e-9);
})->with([[20.0, 0.04, -0.02], [120.0, -0.05, 0.0], [190.0, 0.3, 0.1]]);

it('goes through the points it was given', function () {
    $points = [[10.0, 20.0, 5.0], [40.0, 60.0, 5.5], [100.0, 60.0, 4.0]];
    $line = Alignment::throughPoints(array_map(
        static fn (array $p): array => ['station_m' => null, 'easting_m' => $p[0], 'northing_m' => $p[1], 'level_m' => $p[2]], $points,
    ));
    foreach ([0.0, 50.0, 110.0] as $k => $station) { // 3–4–5: 50 m, then 60 m
        expect($line->place($station)->distanceTo(new Place(...$points[$k])))->toBeLessThan(1e-9);
    }
    // from atan(3/4) to 90°
    expect($line->plan->turns())->toHaveCount(1)->and(rad2deg($line->plan->turns()[0]->angle))->toEqualWithDelta(53.13010, 1e-5)
        ->and($line->plan->turns()[0]->from)->toBe(50.0);
});

it('keeps the stations it was given', function () {
    $line = Alignment::throughPoints([
        ['station_m' => 1200.0, 'easting_m' => 0, 'northing_m' => 0, 'level_m' => 1.0],
        ['station_m' => 1260.0, 'easting_m' => 0, 'northing_m' => 60.0, 'level_m' => 2.0],
    ]);
    expect($line->from())->toBe(1200.0)->and($line->to())->toEqualWithDelta(1260.0, 1e-9)->and($line->place(1230.0)->level)->toEqualWithDelta(1.5, 1e-9);
});

it('bends a profile as a parabola that touches both grades', function () {
    // +2 % to −1 % over 60 m about station 100, level 12: at 70 m 11.4, at 130 m 11.7; in the middle 12 − 60·0.03/8 = 11.775
    $profile = Profile::throughPoints([[0.0, 10.0, 0.0], [100.0, 12.0, 60.0], [200.0, 11.0, 0.0]]);
    expect($profile->at(70)[0])->toEqualWithDelta(11.4, 1e-12)->and($profile->at(100)[0])->toEqualWithDelta(11.775, 1e-12)->and($profile->at(130)[0])
        ->toEqualWithDelta(11.7, 1e-12)
        ->and($profile->at(70)[1])->toEqualWithDelta(0.02, 1e-12)->and($profile->at(130)[1])->toEqualWithDelta(-0.01, 1e-12)->and($profile->isStraight())
        ->toBeFalse()
        ->and(Profile::throughPoints([[0, 1, 0], [50, 2, 0], [100, 3, 0]])->isStraight())->toBeTrue();
});

it('encloses an arc by tangents, so that nothing of it lies outside', function (float $radius) {
    $line = Lines::of([[60, $radius]]);
    $a = $line->place(10);
    $b = $line->place(22);
    $side = $radius > 0 ? -1 : 1;
    [$e, $n] = [$b->easting - $a->easting, $b->northing - $a->northing];
    $right = static fn (float $x, float $y): float => (($x - $a->easting) * $n - ($y - $a->northing) * $e) / $a->distanceTo($b);
    $along = static fn (float $x, float $y): float => (($x - $a->easting) * $e + ($y - $a->northing) * $n) / $a->distanceTo($b);
    $outline = $line->plan->outline(10, 22);
    foreach (range(10, 22) as $s) {
        $p = $line->place((float) $s);
        $at = $along($p->easting, $p->northing);
        $reach = 0.0; // of the enclosing polygon at that place, by straight lines between its corners
        for ($k = 1; $k < count($outline); $k++) {
            [$t0, $t1] = [$along(...$outline[$k - 1]), $along(...$outline[$k])];
            if ($at >= $t0 - 1e-9 && $at <= $t1 + 1e-9) {
                $u = ($at - $t0) / max(1e-12, $t1 - $t0);
                $reach = $side * ((1 - $u) * $right($outline[$k - 1][0], $outline[$k - 1][1]) + $u * $right($outline[$k][0], $outline[$k][1]));
            }
        }
        expect($side * $right($p->easting, $p->northing))->toBeLessThanOrEqual($reach + 1e-6);
    }
    expect(array_unique(array_column($outline, 2)))->toBe([$side]);
})->with([300.0, -150.0, 2000.0]);

it('refuses a path that is none', function (Closure $make, string $said) {
    expect($make)->toThrow(InvalidInput::class, $said);
})->with([
    'an element without length' => [
        fn () => Horizontal::ofElements([['x' => 0.0, 'y' => 0.0, 'azimuth' => 0.0, 'curvature' => 0.0, 'length' => 0.0]]), 'has no length',
    ],
    'no element' => [fn () => Horizontal::ofElements([]), 'no straight and no arc'],
    'a gap' => [
        fn () => Horizontal::ofElements([
            ['x' => 0.0, 'y' => 0.0, 'azimuth' => 0.0, 'curvature' => 0.0, 'length' => 5.0],
            ['x' => 0.0, 'y' => 6.0, 'azimuth' => 0.0, 'curvature' => 0.0, 'length' => 5.0],
        ]),
        '1 m from the end',
    ],
    'one level' => [fn () => Profile::throughPoints([[0, 1, 0]]), 'two points'],
    'stations that fall' => [fn () => Profile::throughPoints([[0, 1, 0], [10, 1, 0], [5, 1, 0]]), 'must rise'],
    'overlapping curves' => [fn () => Profile::throughPoints([[0, 1, 0], [20, 2, 30], [40, 1, 30], [60, 2, 0]]), 'overlaps'],
]);
