<?php

declare(strict_types=1);

use Core\Tests\Layout\Lines;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\FusedString;

it('takes the wider bend for the thinner wall', function (float $sdr, float $factor) {
    expect(FusedString::factor($sdr))->toBe($factor);
})->with([[11, 25.0], [17, 25.0], [17.1, 30.0], [26, 30.0]]);

// 180 mm × 25 = 4.5 m: an arc at the least radius holds, one of a hundredth less does not
it('holds an arc at its least radius and names one that is tighter', function (float $radiusM, bool $complete) {
    $found = FusedString::check(Lines::of([[20, 0], [3, $radiusM], [20, 0]]), 180, 25, 1);

    expect($found['least_radius_m'])->toEqualWithDelta(4.5, 1e-9)->and($found['complete'])->toBe($complete)->and($found['source'])->not->toBe('');
    if (! $complete) {
        expect($found['places'])->toHaveCount(1);
        $place = $found['places'][0];
        expect($place['plane'])->toBe('plan')->and($place['from_station_m'])->toEqualWithDelta(20, 1e-6)->and($place['to_station_m'])
            ->toEqualWithDelta(23, 1e-6)
            ->and(abs($place['turn_deg']))->toEqualWithDelta(rad2deg(3 / $radiusM), 1e-6)->and($place['said'])->toContain('4.5 m wanted');
    }
})->with([[4.6, true], [4.0, false]]);

it('bends nothing on a straight line', function () {
    expect(FusedString::check(Lines::of([[100, 0]]), 630, 30, 50)['places'])->toBe([]);
});

it('refuses a string without a size', function (float $odMm, float $factor, float $bandMm, string $field) {
    expect(fn () => FusedString::check(Lines::of([[100, 0]]), $odMm, $factor, $bandMm))->toThrow(InvalidInput::class, $field);
})->with([[0, 25, 50, 'od_mm'], [180, NAN, 50, 'factor'], [180, 25, -1, 'band']]);
