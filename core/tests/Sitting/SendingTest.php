<?php

declare(strict_types=1);

use Diastoma\Core\Sitting\Instrument;
use Diastoma\Core\Sitting\Sending;

$unit = fn (string $until = '2026-12-01', string $id = 'a'): Instrument => new Instrument($id, 'gauge', 'Logger', 'L-1', $until);
$today = fn (string $at = '2026-12-01T10:00:00Z'): DateTimeImmutable => new DateTimeImmutable($at);

it('lets the instrument send with which the work was begun, to the last day of its calibration', function () use ($unit, $today) {
    expect(Sending::refusal($unit(), ['id' => 'a', 'name' => 'Logger (L-1)'], $today()))->toBeNull()
        ->and(Sending::refusal($unit(), null, $today()))->toBeNull()
        ->and(Sending::refusal($unit(), ['id' => 'b', 'name' => 'Gauge (G-2)'], $today()))->toContain('begun with Gauge (G-2)')
        ->and(Sending::refusal($unit('2026-11-30'), ['id' => 'a', 'name' => 'x'], $today()))->toContain('ran out on 2026-11-30')
        ->and(Sending::refusal($unit(''), null, $today()))->toContain('No calibration');
});

it('takes what lies between the begin and now, by clocks that differ by two minutes', function () use ($today) {
    $began = $today();
    foreach ([0, 60, 86400] as $elapsed) {
        $now = $began->modify("+{$elapsed} seconds");
        foreach ([0.0, $elapsed / 2, $elapsed, $elapsed + 120.0] as $good) {
            expect(Sending::tooEarly([0.0, $good], $began, $now))->toBeNull();
        }
        foreach ([-0.001, $elapsed + 120.001, $elapsed + 5.4 * 3600, 1e9, INF, -INF, NAN] as $bad) {
            expect(Sending::tooEarly([0.0, $bad], $began, $now))->toContain('in the future');
        }
        expect(Sending::elapsed($began, $now))->toBe((float) $elapsed);
    }
    expect(Sending::elapsed($began, $began->modify('-1 hour')))->toBe(0.0);
});
