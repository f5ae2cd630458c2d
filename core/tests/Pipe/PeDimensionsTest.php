<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Pipe\PressureRating;

// ISO 4427-1, PN by material and SDR with C = 1.25: PE 100 (MRS 10 MPa) and PE 80 (MRS 8 MPa).
it('gives the PN table of ISO 4427-1', function (float $mrs, float $sdr, float $pn) {
    expect(PressureRating::bar($mrs, $sdr, 1.25))->toEqualWithDelta($pn, 0.011 * $pn);
})->with([
    'PE 100 SDR 11' => [10.0, 11.0, 16.0], 'PE 100 SDR 17' => [10.0, 17.0, 10.0], 'PE 100 SDR 9' => [10.0, 9.0, 20.0],
    'PE 100 SDR 7.4' => [10.0, 7.4, 25.0], 'PE 100 SDR 21' => [10.0, 21.0, 8.0], 'PE 80 SDR 11' => [8.0, 11.0, 12.8],
    'PE 80 SDR 17' => [8.0, 17.0, 8.0], 'PE 80 SDR 21' => [8.0, 21.0, 6.4],
]);

// Another route: wall = dn/(2S + 1) with Renard's S (10^0.7 for SDR 11, 10^0.9 for SDR 17), raised to the next 0.1 mm [ISO 4065].
it('keeps to the wall that ISO 4065 generates within 0.1 mm', function (int $dn) {
    [, $sdr11, $sdr17] = PeDimensions::TABLE[$dn];

    expect($sdr11)->toEqualWithDelta(ceil(round($dn / (2 * 10 ** 0.7 + 1), 2) * 10) / 10, 0.1001)
        ->and($sdr17)->toEqualWithDelta(ceil(round($dn / (2 * 10 ** 0.9 + 1), 2) * 10) / 10, 0.1001);
})->with(array_keys(PeDimensions::TABLE));

it('keeps the largest outside diameter above dn, by at most a hundredth', function (int $dn) {
    expect(PeDimensions::TABLE[$dn][0])->toBeGreaterThan($dn)->toBeLessThanOrEqual(1.0101 * $dn);
})->with(array_keys(PeDimensions::TABLE));

it('refuses a pipe that is not in the table', function (int $dn, float $sdr, string $says) {
    expect(fn () => PeDimensions::of($dn, $sdr))->toThrow(InvalidInput::class, $says);
})->with([[181, 11.0, 'dn 181 is not in the PE table'], [180, 12.0, 'SDR 12 is not in the PE table'], [0, 11.0, 'dn 0']]);
