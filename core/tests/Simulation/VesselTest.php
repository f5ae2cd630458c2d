<?php

declare(strict_types=1);

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\Simulation\AirVessel;
use Diastoma\Core\Simulation\WaterVessel;

/** @param  list<array{float, float}>  $creep */
function waterVessel(array $creep = [], float $airL = 0.0, ?Closure $leak = null): WaterVessel
{
    return new WaterVessel(FilledPipe::of(10.0, 300.0, 7.2, 170.0, 2.1), $creep, 0.28, 1.15e-5, 12.0, $airL, $leak ?? static fn (float $kpa): float => 0.0);
}

// V·(1/K + D/(e·E)): 10 000 L · (1/2.1 + 300/(7.2·170)) /GPa = 7.21289e-3 L/kPa
it('takes for a pressure what an elastic pipe takes', function () {
    $vessel = waterVessel();
    expect($vessel->compliance())->toEqualWithDelta(7.21289e-3, 1e-7)->and($vessel->bringTo(1000.0))->toEqualWithDelta(7.21289, 1e-4)
        ->and($vessel->bringTo(900.0))->toEqualWithDelta(-0.721289, 1e-5);
});

// Closed form of an orifice on an elastic vessel: dp/dt = −q√p/C, so √p falls in a straight line: √p = √p0 − q·t/(2C)
it('empties through a hole as the closed form says', function (float $step) {
    $q = 2.0 / sqrt(1000.0); // L/h at 1 kPa^½
    $vessel = waterVessel(leak: static fn (float $kpa): float => $q * sqrt(max(0.0, $kpa)));
    $vessel->bringTo(1000.0);
    for ($t = 0.0; $t < 3600.0 - 1e-9; $t += $step) {
        $vessel->step($step);
    }
    expect($vessel->kpa)->toEqualWithDelta((sqrt(1000.0) - $q / (2 * 7.21289e-3)) ** 2, 0.6 * $step);
})->with([5.0, 1.0]);

// A wall that creeps by a share s of its elastic strain with one delay takes in the end s·V·D/(e·E)·p more: 0.2 · 10 000 · 300/(7.2·170)·1e-6 · 1000 =
// 0.490196 L
it('creeps to the end of its share', function () {
    $vessel = waterVessel([[0.2, 600.0]]);
    $pumped = 0.0;
    $vessel->bringTo(1000.0);
    for ($t = 0.0; $t < 6000.0; $t += 5.0) {
        $vessel->step(5.0);
        $pumped += $vessel->bringTo(1000.0);
    }
    expect($pumped)->toEqualWithDelta(0.490196, 1e-3);
});

// p_atm·V/(p + p_atm)²: 20 L of free air at 0 kPa give 20/101.325 = 0.197385 L/kPa besides the pipe's own
it('is soft with air at low pressure and hard at high', function () {
    $vessel = waterVessel(airL: 20.0);
    expect($vessel->compliance())->toEqualWithDelta(0.197385 + 7.21289e-3, 1e-5);
    $vessel->kpa = 1000.0;
    expect($vessel->compliance())->toEqualWithDelta(20 * 101.325 / 1101.325 ** 2 + 7.21289e-3, 1e-7);
});

it('never falls below nothing', function () {
    $vessel = waterVessel(leak: static fn (float $kpa): float => 1e6);
    $vessel->bringTo(10.0);
    $vessel->step(60.0);
    expect($vessel->kpa)->toBe(0.0);
});

// Gas law: (600 + 101.325)·(280/290) − 101.325 = 575.82 for 10 K of cooling from 16.85 °C
it('cools air as the gas law says', function () {
    $vessel = new AirVessel(1000.0, 16.85, static fn (float $kpa): float => 0.0);
    $vessel->kpa = 600.0;
    for ($k = 0; $k < 720; $k++) {
        $vessel->step(5.0, -10.0);
    }
    expect($vessel->kpa)->toEqualWithDelta(575.817, 0.01);
});

// 10 L/h of free air out of 1000 L: 10·101.325/1000 = 1.01325 kPa an hour
it('loses of air what leaks as free air', function () {
    $vessel = new AirVessel(1000.0, 12.0, static fn (float $kpa): float => 10.0);
    $vessel->kpa = 600.0;
    for ($k = 0; $k < 720; $k++) {
        $vessel->step(5.0);
    }
    expect($vessel->kpa)->toEqualWithDelta(600 - 1.01325, 1e-6);
});
