<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\GaugeRange;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Sitting\Range;

/** The same work with an instrument that reads from and to; without both it is an instrument that nobody has said it of. */
$with = static fn (Readings $made, string $key, ?float $low, ?float $high): Readings => new Readings(array_map(static function (Reading $r) use (
    $key, $low, $high,
): Reading {
    if ($r->key !== $key || ! is_array($r->value)) {
        return $r;
    }
    $paper = array_diff_key($r->value, ['range_low' => 0, 'range_high' => 0]);

    return new Reading($key, $low === null ? $paper : [...$paper, 'range_low' => $low, 'range_high' => $high], $r->takenAt, $r->by);
}, $made->history));

it('judges the range of a wrench by the torque it is used for', function (?float $low, ?float $high, string $severity) use ($with) {
    $walk = new Walk('mechanical.flange'); // 60 N·m on its label
    $told = $with($walk->made(), 'bolt_wrench', $low, $high);
    expect(Walk::found($walk->verdict($told))['mc.bolt.range'] ?? 'go')->toBe($severity)
        ->and(Walk::found($walk->procedure->judge($told, $walk->facts(), $walk->rulebook, 1))['mc.bolt.range'] ?? 'none')->toBe('none');
})->with([
    'begins at it' => [60.0, 300.0, 'go'], 'begins above it' => [60.1, 300.0, 'mend'], 'ends at it' => [10.0, 60.0, 'go'], 'ends below it' => [10.0, 59.9,
        'mend'], 'in inch-pounds' => [0.5, 6.8, 'mend'], 'not said' => [null, null, 'watch'],
]);

it('lets no test begin with a gauge that does not read its pressures', function (float $low, float $high, bool $isRead) use ($with) {
    $plan = (new F2164)->plan(Sections::pe([]));
    $walk = new Walk('test.preparation');
    $told = $with($walk->made(), 'gauge', $low * $plan->judgedKpa, $high * $plan->gaugeKpa);
    $said = GaugeRange::against(new Situation($told, $walk->facts(), $walk->rulebook), $plan);
    expect($said === [])->toBe($isRead);
    if (! $isRead) {
        expect($said['gauge'])->toContain('this test needs')->toContain('Take a gauge whose range covers it.');
    }
    expect(GaugeRange::against(new Situation($told, $walk->facts(), $walk->rulebook, version: 1), $plan))->toBe([])
        ->and(Walk::found($walk->verdict($with($walk->made(), 'gauge', null, null)))['test.gauge.range'] ?? 'none')->toBe('watch');
})->with([
    'just so' => [1.0, 1.0, true], 'ends below' => [0.0, 0.999, false], 'begins above' => [1.001, 2.0, false], 'psi for kPa' => [0.0, 0.145, false],
]);

it('takes a range whole or not at all', function () {
    expect(Range::of(null, null))->toBeNull()->and(Range::of(0.0, 2500.0)?->high)->toBe(2500.0);
    foreach ([[null, 5.0], [5.0, null], [5.0, 5.0], [10.0, 5.0], [-1.0, 5.0], [0.0, INF], [NAN, 1.0]] as [$low, $high]) {
        expect(static fn (): ?Range => Range::of($low, $high))->toThrow(InvalidInput::class);
    }
});
