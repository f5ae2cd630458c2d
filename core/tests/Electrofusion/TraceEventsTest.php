<?php

declare(strict_types=1);

use Diastoma\Core\Electrofusion\Diagnosis\TraceEvents;

/** @return list<array{t: float, v: float, i: float}> at 40 V and 0.64 Ω, as `$change` would have it */
function eventSamples(Closure $change, int $seconds = 120): array
{
    return array_map(static function (int $t) use ($change): array {
        [$v, $r] = $change($t);

        return ['t' => (float) $t, 'v' => $v, 'i' => $v / $r];
    }, range(0, $seconds));
}

/** @return list<string> */
function eventsSaid(array $samples, float $time = 120.0): array
{
    return array_map(static fn (array $e): string => round($e['t_s']).' '.$e['said'], TraceEvents::of($samples, 40.0, $time));
}

it('tells of a good fusion when it began and ended', function () {
    expect(eventsSaid(eventSamples(static fn (int $t): array => [40.0, 0.64 + 0.0005 * $t])))->toBe(['0 Current flows', '120 Current ends'])
        ->and(eventsSaid(eventSamples(static fn (int $t): array => [min(40.0, 10.0 * ($t + 1)), 0.64])))->toBe([
            '0 Current flows', '3 Full voltage', '120 Current ends',
        ]);
});

it('tells when the voltage left its band and was back, but not of a flicker', function () {
    expect(eventsSaid(eventSamples(static fn (int $t): array => [$t >= 30 && $t < 40 ? 34.0 : 40.0, 0.64])))->toBe([
        '0 Current flows', '30 Voltage too low', '40 Voltage is back', '120 Current ends',
    ])->and(eventsSaid(eventSamples(static fn (int $t): array => [$t === 30 ? 34.0 : 40.0, 0.64])))->toBe(['0 Current flows', '120 Current ends'])
        ->and(eventsSaid(eventSamples(static fn (int $t): array => [$t >= 100 ? 46.0 : 40.0, 0.64])))->toContain('100 Voltage too high');
});

it('tells of a jump of resistance, and by how much a fusion ended early', function () {
    $jumped = eventsSaid(eventSamples(static fn (int $t): array => [40.0, $t < 60 ? 0.64 : 0.56]));
    expect(implode(' | ', $jumped))->toContain('60 Resistance jumps by -12.5 %')
        ->and(eventsSaid(eventSamples(static fn (int $t): array => [40.0, 0.64], 71)))->toBe(['0 Current flows', '71 Current ends, 49 s early']);
});

it('tells nothing of no current or of an unknown label', function () {
    expect(TraceEvents::of([], 40.0, 120.0))->toBe([])->and(TraceEvents::of([['t' => 0.0, 'v' => 40.0, 'i' => 0.0]], 40.0, 120.0))->toBe([])
        ->and(TraceEvents::of(eventSamples(static fn (): array => [40.0, 0.64]), 0.0, 120.0))->toBe([]);
});
