<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Acceptance\PeDecay;
use Diastoma\Core\PressureTest\Acceptance\Staging;

// Each verdict exactly at its limit and just beyond it.

it('adds the lesser surge allowance to the design pressure', function (float $mdp, string $surge, float $stp) {
    expect(En805::stpKpa($mdp, $surge))->toEqualWithDelta($stp, 1e-9);
})->with([[600, 'assumed', 900], 'both alike at 1000 kPa' => [1000, 'assumed', 1500], [1600, 'assumed', 2100], [1600, 'calculated', 1700]]);

it('passes a fall at its limit that slows down, EN 805 11.3.3', function (string $pipe, array $readings, float $scatter, string $verdict) {
    expect(En805::loss($pipe, $readings, $scatter)['verdict'])->toBe($verdict);
})->with([
    'at 20 kPa' => ['rigid', [1500, 1488, 1480], 0.0, 'pass'], 'just over' => ['rigid', [1500, 1488, 1479.9], 0.0, 'fail'],
    'fibre cement to 40 kPa' => ['fibre_cement', [1500, 1478, 1460], 0.0, 'pass'], 'even' => ['rigid', [1500, 1495, 1490], 0.0, 'extend'],
    'quickening, within the limit' => ['rigid', [1500, 1497, 1490], 0.0, 'fail'],
    'quickening by less than the gauge scatters' => ['rigid', [1500, 1495.5, 1490], 1.0, 'extend'],
    'less than the gauge scatters' => ['rigid', [1500, 1499.5, 1499], 1.0, 'pass'],
    'slowing by no more than the gauge scatters' => ['rigid', [1500, 1494.5, 1490], 1.0, 'extend'],
    'slowing by more' => ['rigid', [1500, 1494, 1490], 1.0, 'pass'],
    'four readings: the middle lies between two' => ['rigid', [1500, 1494, 1490, 1486], 0.0, 'pass'],
]);

it('judges PE by how far it lies below its highest', function (array $main, string $verdict) {
    expect(En805::pe(1500, 1200, $main)['verdict'])->toBe($verdict);
})->with([
    'rising for half an hour' => [[[0, 1300], [15, 1310], [30, 1315]], 'pass'], 'rising, but too short' => [[[0, 1300], [29, 1315]], 'extend'],
    'fell a little: 90 minutes are needed' => [[[0, 1300], [15, 1320], [30, 1310]], 'extend'],
    'fell 25 kPa in 90 minutes' => [[[0, 1300], [30, 1320], [90, 1295]], 'pass'],
    'fell more' => [[[0, 1300], [30, 1320], [90, 1294.9]], 'fail'], 'fell more, early' => [[[0, 1300], [10, 1270]], 'fail'],
]);

it('starts PE over when the rest took more than three tenths', function () {
    expect(En805::pe(1500, 1050, [[0, 1000], [30, 1000]])['preliminary'])->toBe('pass')
        ->and(En805::pe(1500, 1049.9, [[0, 1000], [30, 1000]])['preliminary'])->toBe('start_over');
});

it('refuses readings it cannot judge', function (Closure $judge, string $said) {
    expect($judge)->toThrow(InvalidInput::class, $said);
})->with([
    [fn () => En805::loss('rigid', [1500, 1490]), 'three or more'], [fn () => En805::pe(1500, 1200, [[0, 1300]]), 'two or more'],
    [fn () => En805::pe(1500, 1200, [[5, 1300], [5, 1300]]), 'minutes must rise'],
    [fn () => PeDecay::read([1000, 0, 900], [8, 76, 156], 10), 'above 0'], [fn () => PeDecay::read([1000, 950, 900], [8, 8, 156], 10), 'rising times'],
]);

it('sees no leak where nothing fell', function (array $pressures) {
    expect(PeDecay::read($pressures, [8, 76, 156], 10)['reading'])->toBe('unclear');
})->with(['a stuck gauge' => [[1000, 1000, 1000]], 'a pipe that warms' => [[1000, 1005, 1020]]]);

it('raises a spoolable line by steps that end at the test pressure', function (float $rated, array $steps) {
    expect(Staging::rtp($rated, 1500, 1.5)['steps'])->toEqualWithDelta($steps, 1e-6);
})->with(['below one step' => [2000, [3000]], 'exactly two steps' => [4600, [3450, 6900]], [5000, [3450, 6900, 7500]]]);

it('settles longer in proportion beyond 1500 m', function (float $length, float $minutes) {
    expect(Staging::rtp(5000, $length, 1.5)['settle_min'])->toEqualWithDelta($minutes, 1e-9);
})->with([[200, 30], [1500, 30], [3000, 60]]);
