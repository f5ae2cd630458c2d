<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Simulation\Heat\CouplerHeat;
use Diastoma\Core\Simulation\Heat\HalfSpace;
use Diastoma\Core\Simulation\Heat\HeatedJoint;
use Diastoma\Core\Simulation\Heat\Polyethylene;

// dn 180 SDR 11 with a coupler of 140 mm heated length: 40 V, 0.64 Ω, 260 s (the demo fitting, invented).
function dn180(float $ambientC = 15.0, float $gapMm = 0.2, float $voltageV = 40.0, float $timeS = 260.0): HeatedJoint
{
    return HeatedJoint::of(180, 16.4, 20, 140, $voltageV, 0.64, $timeS, $ambientC, $gapMm);
}

/** A wall so thick and a pipe so wide that each side is a half-space for 100 s; constant power. */
function thickWall(): HeatedJoint
{
    return HeatedJoint::of(2000, 60, 60, 1000, 40, 0.064, 100, 15, 0.0, 0.0)->withoutMelting();
}

// Abramowitz & Stegun, Handbook of Mathematical Functions, table 7.1: erf 0.5 = 0.5204998778, erf 1 = 0.8427007929, erf 2 = 0.9953222650;
// erfc 3 = 2.209049699858544e-5 [same, 7.1.23 and tables of erfc].
it('knows the error function of the handbook', function (float $x, float $erfc) {
    expect(HalfSpace::erfc($x))->toEqualWithDelta($erfc, 2e-10 * max(1e-5, $erfc) + 1e-10 * ($erfc > 1e-3 ? 1 : 1e-6));
})->with([[0.0, 1.0], [0.5, 1 - 0.5204998778], [1.0, 1 - 0.8427007929], [2.0, 1 - 0.9953222650], [3.0, 2.209049699858544e-5]]);

// By hand: α = 0.4/(950·2300) = 1.83066e-7; √(αt/π) at 260 s = √(1.51508e-5) = 3.89240e-3 m; 2·20000/0.4 = 1e5; product 389.24 K.
it('gives the surface rise of Carslaw & Jaeger 2.9', function () {
    expect(HalfSpace::rise(20000, 0.4, 950, 2300, 260, 0))->toEqualWithDelta(389.24, 0.01);
});

it('obeys the heat equation and its flux: another route by finite differences', function () {
    $rise = static fn (float $t, float $x): float => HalfSpace::rise(20000, 0.4, 950, 2300, $t, $x);
    [$t, $x, $dt, $dx] = [200.0, 0.006, 0.05, 2e-5];
    $inTime = ($rise($t + $dt, $x) - $rise($t - $dt, $x)) / (2 * $dt);
    $inSpace = ($rise($t, $x + $dx) - 2 * $rise($t, $x) + $rise($t, $x - $dx)) / $dx ** 2;

    expect($inTime)->toEqualWithDelta(0.4 / (950 * 2300) * $inSpace, 1e-3 * abs($inTime))
        ->and(-0.4 * ($rise($t, 1e-6) - $rise($t, 0)) / 1e-6)->toEqualWithDelta(20000, 10);
});

it('comes to the closed form, and the error falls with the square of the cell', function () {
    $flux = 40 ** 2 / 0.064 / (M_PI * 2.0) / 2; // W/m², half to each side: 25 kW over π·2 m·1 m
    $exact = HalfSpace::rise($flux, 0.4, 950, 2300, 100, 0);
    $errors = array_map(static fn (float $cell): float => CouplerHeat::run(thickWall(), 1.0, $cell)->endInterfaceC - 15.0 - $exact, [2.0, 1.0, 0.5]);

    expect(abs($errors[1]))->toBeLessThan(0.5)->and($errors[0] / $errors[1])->toBeBetween(3.2, 4.8)->and($errors[1] / $errors[2])->toBeBetween(3.2, 4.8);
});

it('keeps its energy', function (HeatedJoint $weld) {
    expect(CouplerHeat::run($weld, 2700)->balanceError)->toBeLessThan(1e-9);
})->with(['with a gap' => fn () => dn180(), 'without' => fn () => dn180(gapMm: 0.0), 'no melting' => fn () => thickWall()]);

// Worked by another route: all power at 20 °C resistance would be 2500 W·260 s = 650 kJ; the winding warms, so less.
it('draws less than V²·t/R once the winding warms, and all of it with an alloy that does not', function () {
    $alloy = HeatedJoint::of(180, 16.4, 20, 140, 40, 0.64, 260, 20, 0.2, 0.0);

    expect(CouplerHeat::run(dn180(), 60)->energyKj)->toBeBetween(400, 600)->and(CouplerHeat::run($alloy, 60)->energyKj)->toEqualWithDelta(650, 0.5);
});

it('melts deeper when more heat goes in, and later cools', function () {
    $usual = CouplerHeat::run(dn180());
    $droop = CouplerHeat::run(dn180(voltageV: 36.0));
    $short = CouplerHeat::run(dn180(timeS: 130.0));

    expect($droop->meltPipeMm)->toBeLessThan($usual->meltPipeMm)->and($short->meltPipeMm)->toBeLessThan($droop->meltPipeMm)
        ->and($usual->peakInterfaceC)->toBeGreaterThan(Polyethylene::MELTING_TO_C)
        ->and($usual->timeTo60S)->toBeGreaterThan($short->timeTo60S)->and($usual->timeTo45S)->toBeGreaterThan($usual->timeTo60S);
});

it('cools slower in the heat and never below the air', function () {
    expect(CouplerHeat::run(dn180(ambientC: 35.0))->timeTo60S)->toBeGreaterThan(CouplerHeat::run(dn180(ambientC: 0.0))->timeTo60S)
        ->and(CouplerHeat::run(dn180(ambientC: 50.0))->timeTo45S)->toBeNull();
});

it('heats the pipe less across a gap, which the melt closes or not', function () {
    $tight = CouplerHeat::run(dn180(gapMm: 0.0));
    $wide = CouplerHeat::run(dn180(gapMm: 2.0));

    expect($wide->meltPipeMm)->toBeLessThan($tight->meltPipeMm)->and($tight->gapClosedS)->toBe(0.0)->and($wide->gapClosedS)->toBeNull()
        ->and(CouplerHeat::run(dn180())->gapClosedS)->toBeBetween(20.0, 200.0);
});

it('refuses a weld that cannot be, all faults together', function () {
    expect(fn () => HeatedJoint::of(0, 16, 20, 140, -1, 0.64, 260, 15))->toThrow(InvalidInput::class, 'dn_mm is 0')
        ->and(fn () => HeatedJoint::of(180, 95, 20, 140, 40, 0.64, 260, 15))->toThrow(InvalidInput::class, 'leaves no bore')
        ->and(fn () => HalfSpace::rise(1, 0, 950, 2300, 1, 0))->toThrow(InvalidInput::class, 'k is 0')
        ->and(fn () => HalfSpace::rise(1, 1, 950, 2300, 1, -1))->toThrow(InvalidInput::class, 'depth_m');
});
