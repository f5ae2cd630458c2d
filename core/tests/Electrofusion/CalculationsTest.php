<?php

declare(strict_types=1);

use Diastoma\Core\Electrofusion\Clocks;
use Diastoma\Core\Electrofusion\Energy;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Electrofusion\Marks;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Rulebooks;

// Common practice, no published figure: stab = half; scrape = half + 20 mm (ISO school), + 1/2 in (US school, from memory); slip: full length.
it('marks a pipe end for a coupler of 210 mm', function (string $kind, string $rulebook, float $stab, float $scrape, float $wash) {
    $marks = Marks::of(210.0, $kind, $rulebook === 'iso' ? Rulebooks::iso() : Rulebooks::us());

    expect([$marks->stabMm, $marks->scrapeMm, $marks->washMm])->toEqualWithDelta([$stab, $scrape, $wash], 1e-9);
})->with([
    'coupler, iso' => ['coupler', 'iso', 105.0, 125.0, 630.0],
    'coupler, us' => ['coupler', 'us', 105.0, 117.7, 630.0],
    'slip coupler, iso' => ['slip_coupler', 'iso', 105.0, 230.0, 630.0],
    'slip coupler, us' => ['slip_coupler', 'us', 105.0, 222.7, 630.0],
]);

it('refuses a coupler without length', fn () => expect(fn () => Marks::of(0.0, 'coupler', Rulebooks::iso()))->toThrow(InvalidInput::class, 'more than 0'));

it('counts release and test from the end of fusion, in the zone given', function (string $end, float $cooling, float $factor, string $release, string $test) {
    $clocks = Clocks::of(new DateTimeImmutable($end), $cooling, $factor);

    expect($clocks->releaseAt->format(DATE_RFC3339))->toBe($release)->and($clocks->testAt->format(DATE_RFC3339))->toBe($test);
})->with([
    'plain' => ['2026-11-23T14:00:00+01:00', 20.0, 4.0, '2026-11-23T14:20:00+01:00', '2026-11-23T15:20:00+01:00'],
    'over midnight' => ['2026-11-23T23:50:00+00:00', 30.0, 4.0, '2026-11-24T00:20:00+00:00', '2026-11-24T01:50:00+00:00'],
    'half a minute' => ['2026-11-23T10:00:00+00:00', 0.5, 1.0, '2026-11-23T10:00:30+00:00', '2026-11-23T10:00:30+00:00'],
    'a part of a second waits for the next whole one' => ['2026-11-23T10:00:00+00:00', 0.01, 1.0, '2026-11-23T10:00:01+00:00', '2026-11-23T10:00:01+00:00'],
]);

it('keeps the wait whole when clocks go back in the night', function () {
    // Europe/Berlin, 25 October 2026, 03:00 summer time becomes 02:00: ten minutes to the change plus twenty are 30 real minutes.
    $end = new DateTimeImmutable('2026-10-25T02:50:00', new DateTimeZone('Europe/Berlin'));
    $clocks = Clocks::of($end, 30.0, 4.0);

    expect($clocks->releaseAt->getTimestamp() - $end->getTimestamp())->toBe(1800);
});

it('refuses a wait that is none', function (float $cooling, float $factor) {
    expect(fn () => Clocks::of(new DateTimeImmutable('2026-11-23T14:00:00+00:00'), $cooling, $factor))->toThrow(InvalidInput::class);
})->with([[0.0, 4.0], [-1.0, 4.0], [20.0, 0.9], [NAN, 4.0]]);

// Ohm's law by hand: 40 V on 0.64 Ω is 62.5 A and 2500 W; for 260 s that is 650 kJ.
it('works out current, power and energy', function () {
    $energy = Energy::of(40.0, 0.64, 260.0);

    expect($energy->currentA)->toBe(62.5)->and($energy->powerW)->toEqualWithDelta(2500.0, 1e-9)->and($energy->energyKj)->toEqualWithDelta(650.0, 1e-9);
});

it('names every value that cannot be', function () {
    try {
        Energy::of(0.0, -1.0, 10.0);
        $faults = [];
    } catch (InvalidInput $e) {
        $faults = array_column($e->faults, 'field');
    }
    expect($faults)->toBe(['voltage_v', 'resistance_ohm']);
});

it('corrects the time for temperature, linearly and only when the label says how', function (float $perKelvin, float $ambient, float $seconds) {
    expect(Energy::correctedTime(260.0, $perKelvin, 23.0, $ambient))->toEqualWithDelta($seconds, 1e-9);
})->with(['none on the label' => [0.0, -5.0, 260.0], 'cold: 0.2 % per K, 23 K below' => [0.002, 0.0, 271.96], 'warm' => [0.002, 33.0, 254.8]]);

it('takes energy, start resistance and duration out of a trace', function () {
    // constant 40 V and 50 A for 100 s: 200 kJ, 0.8 Ω; at 20 °C nothing to correct
    $trace = FusionTrace::of(array_map(static fn (int $t): array => ['t' => (float) $t, 'v' => 40.0, 'i' => 50.0], range(0, 100)), 'complete');

    expect($trace->energyKj())->toEqualWithDelta(200.0, 1e-9)->and($trace->durationS())->toBe(100.0)
        ->and($trace->startResistanceAt20(20.0))->toEqualWithDelta(0.8, 1e-12)->and($trace->largestStepPercent())->toEqualWithDelta(0.0, 1e-9);
});

// IEC 60028: copper 0.00393 per K of the 20 °C value; at −10 °C a winding reads 1 − 30·0.00393 = 0.8821 of it, 12 % low.
it('brings a cold winding to 20 °C before it is judged', function () {
    $trace = FusionTrace::of([['t' => 0.0, 'v' => 40.0, 'i' => 40.0 / (0.64 * 0.8821)], ['t' => 1.0, 'v' => 40.0, 'i' => 60.0]], 'complete');

    expect($trace->startResistanceAt20(-10.0))->toEqualWithDelta(0.64, 1e-9);
});

it('sees a jump of resistance', function () {
    $samples = array_map(static fn (int $t): array => ['t' => (float) $t, 'v' => 40.0, 'i' => $t < 50 ? 50.0 : 56.0], range(0, 100));

    expect(FusionTrace::of($samples, 'complete')->largestStepPercent())->toEqualWithDelta(100 * (1 - 50 / 56), 1e-9);
});

it('refuses a record that cannot be read', function (array $samples, string $says) {
    expect(fn () => FusionTrace::of($samples, 'complete'))->toThrow(InvalidInput::class, $says);
})->with([
    'empty' => [[], 'fewer than two'],
    'time standing still' => [[['t' => 0.0, 'v' => 1.0, 'i' => 1.0], ['t' => 0.0, 'v' => 1.0, 'i' => 1.0]], 'Times must rise'],
    'time going back' => [[['t' => 5.0, 'v' => 1.0, 'i' => 1.0], ['t' => 4.0, 'v' => 1.0, 'i' => 1.0]], 'Sample 2 is at 4 s'],
]);

it(
    'judges no resistance where no current flowed',
    fn () => expect(FusionTrace::of(
        [['t' => 0.0, 'v' => 0.0, 'i' => 0.0], ['t' => 1.0, 'v' => 0.0, 'i' => 0.0]], 'supply_cut',
    )->startResistanceAt20(20.0))->toBeNull(),
);
