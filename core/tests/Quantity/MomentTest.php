<?php

declare(strict_types=1);

use Diastoma\Core\Quantity\Moment;

it('spells a moment one way, as far as PHP reads it', function (string $written, ?string $spelled) {
    expect(Moment::spelled($written))->toBe($spelled);
    $spelled === null || expect(new DateTimeImmutable($spelled))->toBeInstanceOf(DateTimeImmutable::class);
})->with([
    ['2026-11-23T10:00:00Z', '2026-11-23T10:00:00+00:00'], ['2026-11-23T10:00:00.5Z', '2026-11-23T10:00:00.5+00:00'],
    ['2026-11-23T10:00:00.123456789+01:00', '2026-11-23T10:00:00.123456+01:00'], ['2026-11-23T10:00:00.123456789012345Z', null],
    ['2026-11-23T10:00:00+14:00', '2026-11-23T10:00:00+14:00'], ['2026-11-23T10:00:00+14:01', null], ['2026-11-23T10:00:00+25:00', null],
    ['2026-11-23T10:00:00-12:00', '2026-11-23T10:00:00-12:00'], ['2026-11-23T10:00:00-13:60', null], ['2026-02-30T10:00:00Z', null],
    ['2026-11-23T24:00:00Z', null], ['1999-12-31T23:59:59Z', null], ['2026-11-23 10:00:00Z', null], ['2026-11-23T10:00:00', null],
    ["2026-11-23T10:00:00Z\n", null],
]);
