<?php

declare(strict_types=1);

use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\ResistanceJumps;
use Diastoma\Core\Electrofusion\Diagnosis\TraceFeatures;
use Diastoma\Core\Electrofusion\FusionTrace;

/**
 * A trace without noise: constant voltage, resistance as the function says.
 *
 * @param  Closure(float): float  $ohms
 * @return list<array{t: float, v: float, i: float}>
 */
function drawn(Closure $ohms, int $seconds = 200, float $volts = 40.0): array
{
    return array_map(static fn (int $t): array => ['t' => (float) $t, 'v' => $volts, 'i' => $volts / $ohms((float) $t)], range(0, $seconds));
}

it('sees a step of the resistance at its place and size', function (float $share) {
    $jumps = ResistanceJumps::of(drawn(static fn (float $t): float => $t < 100 ? 0.64 : 0.64 * (1 + $share)), 200.0);
    expect($jumps->beyond(1.0))->toHaveCount(1)->and($jumps->beyond(1.0)[0][0])->toBe(100.0)->and($jumps->beyond(1.0)[0][1])
        ->toEqualWithDelta(100 * $share, 1e-9)->and($jumps->largestPercent())->toEqualWithDelta(100 * abs($share), 1e-9);
})->with([-0.10, -0.03, 0.05]);

it('takes a steady rise for no jump', function () {
    expect(ResistanceJumps::of(drawn(static fn (float $t): float => 0.64 * (1 + 0.001 * $t)), 200.0)->largestPercent())->toBeLessThan(0.01);
});

// The winding of a small fitting warms with a time constant of a few seconds: steep at first, but not a jump.
it('takes steep warming at the start for no jump', function () {
    expect(ResistanceJumps::of(drawn(static fn (float $t): float => 0.64 * (1 + 0.45 * (1 - exp(-$t / 12))), 60), 60.0)->beyond(1.4))->toBe([]);
});

it('counts neighbouring places of one step once, and two steps twice', function () {
    $two = drawn(static fn (float $t): float => 0.64 * ($t < 80 ? 1 : ($t < 140 ? 0.95 : 0.90)));
    expect(array_column(ResistanceJumps::of($two, 200.0)->beyond(1.0), 0))->toBe([80.0, 140.0]);
});

it('says nothing of a trace too short for two lines', function () {
    expect(ResistanceJumps::of(
        drawn(static fn (): float => 0.64, 8), 8.0,
    )->beyond(1.0))->toBe([])->and(ResistanceJumps::of([], 10.0)->largestPercent())->toBe(0.0);
});

it('takes a flicker of one sample for held voltage, and a droop for none', function () {
    $nominal = Nominal::of(40, 0.64, 200);
    $flicker = drawn(static fn (): float => 0.64);
    $flicker[50]['v'] = 30.0;
    $droop = array_map(static fn (array $s): array => $s['t'] < 100 ? $s : [...$s, 'v' => 36.0, 'i' => 36.0 / 0.64], drawn(static fn (): float => 0.64));

    expect(TraceFeatures::of(FusionTrace::of($flicker, 'complete'), $nominal, 1.4)->lowVoltagePercent)->toEqualWithDelta(0.0, 1e-9)
        ->and(TraceFeatures::of(FusionTrace::of($droop, 'complete'), $nominal, 1.4)->lowVoltagePercent)->toEqualWithDelta(10.0, 1e-9);
});

it('tells a supply that went from a winding that parted', function (float $volts, bool $supply) {
    $tail = array_map(static fn (int $t): array => ['t' => (float) $t, 'v' => $volts, 'i' => 0.0], [121, 122, 123]);
    $f = TraceFeatures::of(FusionTrace::of([...drawn(static fn (): float => 0.64, 120), ...$tail], ''), Nominal::of(40, 0.64, 200), 1.4);
    expect($f->voltageGoneAtEnd)->toBe($supply)->and($f->currentGone)->toBe(! $supply);
})->with(['supply' => [0.3, true], 'winding' => [40.2, false]]);

// Copper: at −10 °C a winding reads 1 + 0.00393·(−30) = 0.8821 of its 20 °C value. It rises by a quarter and more; first readings of 200 are the middle of
// 4, so the rise begins after them.
it('brings the start resistance to 20 °C', function (float $celsius, float $read) {
    $trace = FusionTrace::of(drawn(static fn (float $t): float => 0.64 * $read * (1 + 0.002 * max(0.0, $t - 5))), 'complete');
    expect(TraceFeatures::of($trace, Nominal::of(40, 0.64, 200, $celsius), 1.4)->startOffPercent)->toEqualWithDelta(0.0, 1e-9);
})->with([[-10.0, 0.8821], [20.0, 1.0], [40.0, 1.0786]]);

// An alloy that rises by 1.6 % in the second quarter: 0.016/80 = 0.0002 per K; at −10 °C it reads 1 − 0.006 of its 20 °C value, and copper would make it
// 12.7 % wrong.
it('leaves a wire that keeps its resistance as it is', function (float $rises, float $read) {
    $trace = FusionTrace::of(drawn(static fn (float $t): float => 0.64 * $read * ($t > 20 ? 1 + $rises : 1.0)), 'complete');
    expect(TraceFeatures::of($trace, Nominal::of(40, 0.64, 200, -10.0), 5.0)->startOffPercent)->toEqualWithDelta(0.0, 1e-6);
})->with([[0.0, 1.0], [0.016, 0.994], [0.08, 0.8821]]);

it('takes a soft start for no droop, and a long one for one', function (float $seconds, float $low) {
    $soft = array_map(
        static fn (array $s): array => $s['t'] < $seconds ? [...$s, 'v' => 20.0, 'i' => 20.0 / 0.64] : $s, drawn(static fn (): float => 0.64, 100),
    );
    expect(TraceFeatures::of(FusionTrace::of($soft, 'complete'), Nominal::of(40, 0.64, 100), 1.4)->lowVoltagePercent)->toEqualWithDelta($low, 1e-9);
})->with([[6.0, 0.0], [8.0, 0.0], [9.0, 50.0]]);
