<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Pipe\PressureRating;
use Diastoma\Core\Pipe\Tables\FusionPartners;
use Diastoma\Core\Pipe\Tables\PeInch;
use Diastoma\Core\Pipe\Tables\PeMetric;

// ISO 4427-1, PN by material and SDR with C = 1.25: PE 100 (MRS 10 MPa) and PE 80 (MRS 8 MPa).
it('gives the PN table of ISO 4427-1', function (float $mrs, float $sdr, float $pn) {
    expect(PressureRating::bar($mrs, $sdr, 1.25))->toEqualWithDelta($pn, 0.011 * $pn);
})->with([
    'PE 100 SDR 11' => [10.0, 11.0, 16.0], 'PE 100 SDR 17' => [10.0, 17.0, 10.0], 'PE 100 SDR 9' => [10.0, 9.0, 20.0],
    'PE 100 SDR 7.4' => [10.0, 7.4, 25.0], 'PE 100 SDR 21' => [10.0, 21.0, 8.0], 'PE 80 SDR 11' => [8.0, 11.0, 12.8],
    'PE 80 SDR 17' => [8.0, 17.0, 8.0], 'PE 80 SDR 21' => [8.0, 21.0, 6.4],
]);

// AWWA C906, pressure classes of PE 4710 (HDS 1000 psi) in water: DR 9 250, 11 200, 13.5 160, 17 125, 21 100 psi.
it('gives the pressure classes of AWWA C906', function (float $dr, float $psi) {
    expect(PressureRating::psi(1000, $dr, 1.0))->toEqualWithDelta($psi, 0.5);
})->with([[9.0, 250.0], [11.0, 200.0], [13.5, 160.0], [17.0, 125.0], [21.0, 100.0]]);

// Another route, ISO 4065: wall = dn/(2S + 1) with Renard's exact S = 10^(n/10), to 0.01 and then up to 0.1 mm.
const RENARD = ['6' => 4, '7.4' => 5, '9' => 6, '11' => 7, '13.6' => 8, '17' => 9, '21' => 10, '26' => 11, '33' => 12, '41' => 13];
// Where the printed table departs from its rule: "dn SDR" => wall. Each is thicker.
const DEPARTURES = ['20 7.4' => 3.0, '20 11' => 2.0, '25 9' => 3.0, '25 13.6' => 2.0, '32 11' => 3.0, '32 17' => 2.0, '40 21' => 2.0, '900 13.6' => 66.2];

it('has the walls that ISO 4065 generates, but for the printed departures', function (int $dn) {
    foreach (PeMetric::ROWS[$dn][2] as $sdr => $wall) {
        $rule = ceil(round(round($dn / (2 * 10 ** (RENARD[$sdr] / 10) + 1), 2) * 10, 6)) / 10;
        expect($wall)->toEqualWithDelta(DEPARTURES["{$dn} {$sdr}"] ?? $rule, 1e-9)->toBeGreaterThanOrEqual($rule - 1e-9);
    }
})->with(array_keys(PeMetric::ROWS));

// ISO 11922-1 grade N: 0.008·dn + 1 to dn 75, 0.02·dn to 250, 0.035·dn above, up to 0.1; printed 1.5 at dn 63 and 15.6 at dn 450.
it('has the ovality of ISO 11922-1 grade N, but for two printed values', function (int $dn) {
    $rule = match (true) {
        $dn <= 75 => 0.008 * $dn + 1, $dn <= 250 => 0.02 * $dn, default => 0.035 * $dn,
    };
    expect(PeMetric::ROWS[$dn][1])->toEqualWithDelta([63 => 1.5, 450 => 15.6][$dn] ?? ceil(round($rule * 10, 6)) / 10, 1e-9);
})->with(array_keys(PeMetric::ROWS));

// ISO 11922-1 grade B to dn 630: 0.006·dn, at least 0.3; grade A above: 0.009·dn; up to 0.1. Printed 0.4 at dn 40 and 50.
it('has the largest diameter of ISO 11922-1, but for two printed values', function (int $dn) {
    $rule = max(0.3, ($dn <= 630 ? 0.006 : 0.009) * $dn);
    expect(PeMetric::ROWS[$dn][0] - $dn)->toEqualWithDelta([40 => 0.4, 50 => 0.4][$dn] ?? ceil(round($rule * 10, 6)) / 10, 1e-9);
})->with(array_keys(PeMetric::ROWS));

it('refuses a pipe that is not in the table', function (int $dn, float $sdr, string $says) {
    expect(fn () => PeDimensions::of($dn, $sdr))->toThrow(InvalidInput::class, $says);
})->with([
    [181, 11.0, 'dn 181 is not in the PE table'], [180, 12.0, 'SDR 12 is not in the PE table'], [1200, 9.0, 'SDR 9 is not in the PE table for dn 1200'],
    [0, 11.0, 'dn 0'],
]);

// ASME B36.10M: from 14 in up the outside diameter is the nominal size. DN equivalents printed beside AWWA C151: 6.90 in = 175.3 mm, 25.80 in = 655.3 mm.
it('has the inch diameters', function () {
    foreach (PeInch::IPS as $size => $inches) {
        expect((float) $size >= 14 ? $inches === (float) $size : $inches > (float) $size)->toBeTrue();
    }
    expect(PeDimensions::inches('dips', 6.0) * 25.4)->toEqualWithDelta(175.3, 0.05)->and(PeDimensions::inches('dips', 24.0) * 25.4)
        ->toEqualWithDelta(655.3, 0.05)
        ->and(fn () => PeDimensions::inches('ips', 7.0))->toThrow(InvalidInput::class, '7 in is not an IPS size');
});

it('keeps DIPS above IPS of the same size, as iron pipe is', function () {
    foreach (PeInch::DIPS as $size => $inches) {
        expect($inches)->toBeGreaterThan(PeInch::IPS[$size]);
    }
});

it('answers for each material with one of three words and a reason', function () {
    foreach (FusionPartners::MATERIALS as [$group, $answer, $why]) {
        expect($answer)->toBeIn([FusionPartners::YES, FusionPartners::ASK, FusionPartners::NO])->and($why)->not->toBe('')->and($group)->not->toBe('');
    }
});
