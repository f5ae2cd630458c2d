<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\AllowedDeflection;
use Diastoma\Core\Gasketed\CutEnd;
use Diastoma\Core\Gasketed\FeelerSweep;
use Diastoma\Core\Lifting\LiftCard;
use Diastoma\Core\Pipe\IronPipe;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Reckoner\Reckoner;

// AWWA C600, table of push-on joint deflection: degrees, offset in inches and radius in feet for 18 ft and 20 ft pipes, rounded as printed.
it('agrees with the printed push-on table within its rounding', function (
    float $size, float $degrees, int $offset18, int $offset20, int $radius18, int $radius20,
) {
    $answer = Reckoner::reckon('di.deflection', ['joint' => 'push_on', 'size_in' => $size])['result'];

    expect($answer['angle_deg'])->toBe($degrees)->and($answer['offset_in_18ft'])->toEqualWithDelta($offset18, 1.0)->and($answer['offset_in_20ft'])
        ->toEqualWithDelta($offset20, 1.0)
        ->and(JointDeflection::radiusM(18 * 0.3048, $degrees) / 0.3048)->toEqualWithDelta($radius18, 5.0) // 345 is printed where 343.8 is worked out
        ->and(JointDeflection::radiusM(20 * 0.3048, $degrees) / 0.3048)->toEqualWithDelta($radius20, 5.0);
})->with([
    '3 in' => [3, 5.0, 19, 21, 205, 230], '8 in' => [8, 5.0, 19, 21, 205, 230], '12 in' => [12, 5.0, 19, 21, 205, 230],
    '14 in' => [14, 3.0, 11, 12, 340, 380], '36 in' => [36, 3.0, 11, 12, 340, 380],
]);

// AWWA C600 / C111, table of mechanical joints: degrees–minutes and the offset of a 18 ft and a 20 ft pipe, inches.
it('agrees with the printed mechanical joint table within its rounding', function (float $size, float $minutes, int $offset18, int $offset20) {
    $answer = Reckoner::reckon('di.deflection', ['joint' => 'mechanical', 'size_in' => $size])['result'];

    expect($answer['angle_deg'])->toEqualWithDelta($minutes / 60, 1e-9)->and($answer['offset_in_18ft'])->toEqualWithDelta($offset18, 1.0)
        ->and($answer['offset_in_20ft'])->toEqualWithDelta($offset20, 1.0);
})->with([
    '3 in 8-18' => [3, 498, 31, 35], '4 in 8-18' => [4, 498, 31, 35], '6 in 7-07' => [6, 427, 27, 30], '8 in 5-21' => [8, 321, 20, 22],
    '12 in 5-21' => [12, 321, 20, 22],
    '14 in 3-35' => [14, 215, 13, 15], '20 in 3-00' => [20, 180, 11, 12], '24 in 2-23' => [24, 143, 9, 10], '30 in 2-23' => [30, 143, 9, 10],
]);

// EN 14364 / ISO 10639: DN below 500 3°, below 900 2°, below 1800 1°, from 1800 0.5°.
it('takes the band of EN 14364 for GRP', fn (float $dn, float $degrees) => expect(AllowedDeflection::grpDeg($dn, 10.0))->toBe($degrees))
    ->with([[300, 3.0], [499, 3.0], [500, 2.0], [899, 2.0], [900, 1.0], [1799, 1.0], [1800, 0.5], [2400, 0.5]]);

it('turns less in a high pressure class, and says when it does not know', function () {
    expect(AllowedDeflection::grpDeg(600, 32.0))->toBe(1.0)->and(AllowedDeflection::grpDeg(600, 16.0))->toBe(2.0); // 1° at DN 600 PN 32: common practice
    expect(fn () => AllowedDeflection::grpDeg(600, 40.0))->toThrow(InvalidInput::class, "Take the maker's");
    expect(fn () => AllowedDeflection::grpDeg(2000, 32.0))->toThrow(InvalidInput::class);
    expect(fn () => AllowedDeflection::pushOnDeg(54))->toThrow(InvalidInput::class, 'from 3 to 48');
    expect(fn () => AllowedDeflection::mechanicalDeg(2))->toThrow(InvalidInput::class);
});

// By another route: a turtle that walks equal pipes and turns at each joint closes a polygon; the circle that touches the middle of each side has the
// radius looked for.
it('makes the radius that a walked polygon has', function (int $sides, float $length) {
    [$x, $y, $heading] = [0.0, 0.0, 0.0];
    $middles = [];
    for ($k = 0; $k < $sides; $k++) {
        $middles[] = [$x + $length / 2 * cos($heading), $y + $length / 2 * sin($heading)];
        $x += $length * cos($heading);
        $y += $length * sin($heading);
        $heading += 2 * M_PI / $sides;
    }
    $centre = [array_sum(array_column($middles, 0)) / $sides, array_sum(array_column($middles, 1)) / $sides];

    expect(hypot($x, $y))->toBeLessThan(1e-9) // it closed
        ->and(JointDeflection::radiusM($length, 360 / $sides))->toEqualWithDelta(hypot($middles[0][0] - $centre[0], $middles[0][1] - $centre[1]), 1e-9);
})->with([[72, 6.0], [120, 12.0], [225, 6.096]]);

it('finds angle and direction that gaps were made of', function (float $angle, float $turnsTo, int $n) {
    $od = 616.0;
    $gaps = [];
    for ($k = 0; $k < $n; $k++) { // the gap opens on the side away from the turn
        $gaps[] = 25.0 + $od / 2 * tan(deg2rad($angle)) * cos(2 * M_PI * $k / $n - deg2rad($turnsTo + 180));
    }
    $fit = JointDeflection::fitted($gaps, $od);

    expect($fit->angleDeg)->toEqualWithDelta($angle, 1e-9)->and($fit->turnsToDeg())->toEqualWithDelta($turnsTo, 1e-6)->and($fit->residualMm)
        ->toBeLessThan(1e-9);
    $parts = $fit->parts();
    expect(JointDeflection::combined($parts['horizontal_deg'], $parts['vertical_deg']))->toEqualWithDelta($angle, 1e-9);
})->with([[1.6, 90.0, 4], [0.4, 217.0, 8], [2.9, 330.0, 6]]);

it('says what no deflection explains', function () {
    expect(JointDeflection::fitted([20, 10, 20, 10], 600)->residualMm)->toEqualWithDelta(5.0, 1e-9) // a saddle shape: no tilt at all
        ->and(JointDeflection::fitted([20, 10, 20, 10], 600)->angleDeg)->toEqualWithDelta(0.0, 1e-9);
});

it('combines two planes by their tangents', function () {
    // tan²30 + tan²30 = 2/3, so tan θ = 0.81650 and θ = 39.2315°; tan 3° = 0.0524078 and tan 4° = 0.0699268 make 0.0873862, that is 4.99417°
    expect(JointDeflection::combined(30, 30))->toEqualWithDelta(39.23152, 1e-5)->and(JointDeflection::combined(-3, 4))->toEqualWithDelta(4.99417, 1e-5);
});

it(
    'counts joints without tripping over floating point',
    fn (float $total, float $each, int $joints) => expect(JointDeflection::jointsFor($total, $each))->toBe($joints),
)
    ->with(['21 by 1.4 is 15' => [21, 1.4, 15], '0.3 by 0.1 is 3' => [0.3, 0.1, 3], 'just over' => [21.001, 1.4, 16], '90 by 2.4' => [90, 2.4, 38]]);

it('refuses what cannot be measured', function (Closure $of, string $field) {
    try {
        $of();
        $named = '';
    } catch (InvalidInput $e) {
        $named = $e->faults[0]['field'];
    }
    expect($named)->toBe($field);
})->with([
    'gaps changed over' => [fn () => JointDeflection::fromGaps(10, 20, 300), 'gap_max_mm'],
    'no diameter' => [fn () => JointDeflection::fromGaps(20, 10, 0), 'od_mm'],
    'three gaps' => [fn () => JointDeflection::fitted([1, 2, 3], 300), 'gaps_mm'],
    'an offset longer than the pipe' => [fn () => JointDeflection::fromOffset(7000, 6), 'offset_mm'],
    'two depths' => [fn () => FeelerSweep::of([30, 31], 5), 'depths_mm'], 'no tolerance' => [fn () => FeelerSweep::of([30, 31, 30], 0), 'tolerance_mm'],
    'no contact anywhere' => [fn () => FeelerSweep::of([null, null, null], 5), 'depths_mm'],
    'an unknown material' => [fn () => LiftCard::of('wood', 100, 5, 6), 'material'],
    'a wall thicker than the pipe' => [fn () => LiftCard::of('pvc', 100, 60, 6), 'wall_mm'],
    'an upright chamfer' => [fn () => CutEnd::chamfer(10, 90), 'angle_deg'],
    'an iron size between sizes' => [fn () => IronPipe::outsideDiameterMm('en545', 310), 'size'],
]);

// Common practice: more than 5 mm beyond the median, or no contact, is rolled or displaced. Median of these eight is 30.
it('finds the place where a gasket rolled', function (array $depths, string $verdict, array $at, array $clock) {
    $sweep = FeelerSweep::of($depths, 5.0);

    expect($sweep->verdict())->toBe($verdict)->and($sweep->deep)->toBe($at)->and($sweep->clock($at))->toBe($clock);
})->with([
    'all near equal' => [[30, 31, 30, 29, 30, 31, 30, 29.5], 'seated', [], []],
    'exactly at the tolerance' => [[30, 30, 30, 35, 30, 30, 30, 30], 'seated', [], []],
    'just beyond' => [[30, 30, 30, 35.01, 30, 30, 30, 30], 'rolled_or_displaced', [3], ['4:30']],
    'an arc of two' => [[30, 44, 46, 30, 30, 30, 30, 30], 'rolled_or_displaced', [1, 2], ['1:30', '3']],
    'no contact at 12' => [[null, 30, 30, 30, 30, 30, 30, 30], 'rolled_or_displaced', [0], ['12']],
    'twelve positions' => [[30, 30, 30, 30, 30, 39, 30, 30, 30, 30, 30, 30], 'rolled_or_displaced', [5], ['5']],
]);

it('chamfers to half the wall', function () {
    // wall 20 mm: depth 10 mm, length 10/tan 15° = 10/0.2679492 = 37.3205 mm
    expect(CutEnd::chamfer(20, 15))->toEqualWithDelta(['length_mm' => 37.320508, 'depth_mm' => 10.0], 1e-6);
});

// Common practice: one loop on small sizes, two on 20 and 24 in, three on 30 and 36 in.
it(
    'forms so many loops', fn (float $size, int $loops) => expect(CutEnd::loops($size))->toBe($loops),
)->with([[3, 1], [4, 1], [12, 1], [18, 1], [20, 2], [24, 2], [30, 3], [36, 3]]);

it('makes a lift card from dimensions', function () {
    // GRP OD 616, wall 12: π·0.604·0.012 = 0.0227703 m²; × 1900 × 12 m = 519.16 kg; two slings always, 0.6 × 12 = 7.2 m apart
    expect(LiftCard::of('grp', 616, 12, 12)->toArray())->toMatchArray(['slings' => 2, 'tag_line' => true, 'by' => 'machine'])
        ->and(LiftCard::of('grp', 616, 12, 12)->massKg)->toEqualWithDelta(519.16, 0.01)->and(LiftCard::of('grp', 616, 12, 12)->spacingM)
        ->toEqualWithDelta(7.2, 1e-9)
        ->and(LiftCard::of('grp', 100, 3, 1)->slings)->toBe(2)
        ->and(LiftCard::of('pvc', 110, 5, 6)->by)->toBe('hands')
        ->and(LiftCard::of('corrugated_hdpe', 535, 4, 6, 450)->toArray())->toMatchArray(['slings' => 0, 'by' => 'hands', 'people' => 2])
        ->and(LiftCard::of('corrugated_hdpe', 720, 10, 6)->slings)->toBe(1)
        ->and(LiftCard::of('corrugated_hdpe', 1060, 14, 6)->toArray())->toMatchArray(['slings' => 2, 'spacing_m' => 3.0]);
});

// EN 545 prints DE in mm; AWWA C151 inches, whose catalogues print mm beside: 6.90 in = 175.3 mm, 25.80 in = 655.3 mm.
it(
    'knows outside diameters of iron pipe',
    fn (string $standard, float $size, float $mm) => expect(IronPipe::outsideDiameterMm($standard, $size))->toEqualWithDelta($mm, 0.05),
)
    ->with([
        ['awwa', 6, 175.3], ['awwa', 24, 655.3], ['awwa', 64, 1668.0], ['en545', 80, 98], ['en545', 100, 118], ['en545', 150, 170], ['en545', 200, 222],
        ['en545', 300, 326], ['en545', 600, 635], ['en545', 2000, 2082],
    ]);

it('chooses the longest pipe a curve takes', function () {
    // R 300 m, 2° × 0.8 = 1.6°: 12 m turns 2·atan(6/300) = 2.2915°, too much; 6 m turns 2·atan(3/300) = 1.14588°, and 90/1.14588 = 78.54
    expect(Reckoner::reckon('layout.curve', ['radius_m' => 300, 'lengths_m' => [6, 12], 'allowed_deg' => 2, 'share' => 0.8])['result'])
        ->toEqualWithDelta(['length_m' => 6.0, 'deflection_deg' => 1.145877, 'joints_per_90deg' => 79], 1e-5);
    // 6/(2·tan 0.8°)
    expect(fn () => Reckoner::reckon('layout.curve', ['radius_m' => 50, 'lengths_m' => [6, 12], 'allowed_deg' => 2, 'share' => 0.8]))->toThrow(
        InvalidInput::class, 'Least radius 214.8 m',
    );
});

it('knows no direction of an angle of which only the size is known, however small', function (float $offsetMm, bool $straight) {
    expect(JointDeflection::fromOffset($offsetMm, 6.0)->parts() !== null)->toBe($straight);
})->with([[0.0, true], [1.0, false], [52.0, false]]);
