<?php

declare(strict_types=1);

use Core\Tests\Layout\Lines;
use Diastoma\Core\Layout\LowerBound;
use Diastoma\Core\Layout\Search\Chord;
use Diastoma\Core\Layout\Search\Region;

/** Whether a region holds a point, by its own edges. */
function holds(Region $region, float $u, float $h): bool
{
    $range = $region->headingsAt($u);

    return $range !== null && $h >= $range[0] - 1e-9 && $h <= $range[1] + 1e-9;
}

it('carries exactly what a joint and a pipe can do', function (int $seed) {
    mt_srand($seed);
    $random = static fn (float $low, float $high): float => $low + ($high - $low) * mt_rand() / mt_getrandmax();
    $start = Region::box(-0.05, 0.05, -0.02, 0.02)->cut(1.0, 2.0, 0.06)->cut(-0.7, 1.0, 0.04);
    [$turn, $shift, $chord, $after] = [0.028, $random(-0.02, 0.02), $random(5.0, 12.0), $random(-0.02, 0.02)];
    $bulges = [[0.5, 0.03, 1], [0.3, 0.01, 0]];
    $end = $start->carried($turn, $shift, $chord, 0.05, $bulges, $after);
    for ($k = 0; $k < 400; $k++) {
        [$u, $h, $joint] = [$random(-0.05, 0.05), $random(-0.03, 0.03), $random(-$turn, $turn)];
        if (! holds($start, $u, $h)) {
            continue;
        }
        $own = $h + $shift + $joint; // of the pipe, from the chord
        $far = $u + $chord * $own;
        $inside = abs($far) <= 0.05;
        foreach ($bulges as [$t, $f, $side]) {
            $off = $u + $t * $chord * $own - $f;
            $inside = $inside && ($side > 0 || $off <= 0.05) && ($side < 0 || $off >= -0.05);
        }
        if ($inside) {
            expect(holds($end, $far, $own + $after))->toBeTrue("seed {$seed}: {$u}, {$h}, {$joint}");
        }
    }
    // and nothing that cannot be: its corners come from points of the start
    foreach ($end->u as $k => $far) {
        $own = $end->h[$k] - $after;
        $u = $far - $chord * $own;
        $range = $start->headingsAt(max(-0.05, min(0.05, $u)));
        expect($range)->not->toBeNull()->and($own - $shift)->toBeLessThanOrEqual($range[1] + $turn + 1e-6)->toBeGreaterThanOrEqual($range[0] - $turn - 1e-6);
    }
})->with([1, 2, 3, 4, 5, 6]);

it('starts from a point as well', function () {
    $end = Region::point(0.01, 0.0)->carried(0.02, 0.0, 10.0, 0.05, [], 0.0);
    // from 0.01 to 0 over 10 m
    expect(min($end->u))->toEqualWithDelta(-0.05, 1e-9)->and(max($end->u))->toEqualWithDelta(0.05, 1e-9)->and($end->nearest(0.0)[1])
        ->toEqualWithDelta(-0.001, 1e-9);
    expect(Region::point(0.2, 0.0)->carried(0.001, 0.0, 10.0, 0.05, [], 0.0)->isEmpty())->toBeTrue();
});

it('bridges an arc by its chord', function () {
    $chord = Chord::ofLength(Lines::of([[100, 300]]), 20.0, 12.0);
    // R 300, 12 m: half the turn is asin(6/300) = 1.14599°, and the arc is 2·300·0.0200013 = 12.0008 m long
    expect(rad2deg($chord->before))->toEqualWithDelta(-1.14599, 1e-4)->and(rad2deg($chord->after))->toEqualWithDelta(-1.14599, 1e-4)
        ->and($chord->to - $chord->from)->toEqualWithDelta(12.0008, 1e-4)->and($chord->length)->toEqualWithDelta(12.0, 1e-6);
});

it('never bounds above what is possible', function (array $parts, int $bound) {
    expect(LowerBound::of(Lines::of($parts), Lines::limits(2.0), 0.0))->toBe($bound);
})->with([
    'straight' => [[[120, 0]], 10], 'one metre more' => [[[121, 0]], 11], 'a hair more, inside the band' => [[[120.04, 0]], 10],
    // 90° to the right over an arc of 63.66 m: (90 − 4·0.05/6 rad = 1.91°)/1.6° = 55.06, so 56 joints; and 263.66 − 63.66 − 3·12 less what is gained, by 12
    // m: 14 pipes
    'a curve that needs joints' => [[[100, 0], [100, 200 / M_PI], [100, 0]], 70],
]);
