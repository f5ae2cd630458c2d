<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\ToeIn;

// dn 180: 180.0 to 181.1 mm.
it('tells toe-in from a wrong pipe', function (float $end, float $back, ToeIn $verdict) {
    expect(ToeIn::judge($end, $back, 180.0, 181.1))->toBe($verdict);
})->with([
    'both inside' => [180.3, 180.5, ToeIn::Ok], 'both at the smallest' => [180.0, 180.0, ToeIn::Ok], 'end shrank' => [179.4, 180.2, ToeIn::ToeIn],
    'both small' => [179.4, 179.8, ToeIn::Undersize], 'barrel small, end not' => [180.2, 179.9, ToeIn::Undersize],
    'end large' => [181.2, 180.9, ToeIn::Oversize], 'barrel large, end shrank' => [179.0, 181.5, ToeIn::Oversize],
]);

it('refuses limits the wrong way round and diameters of nothing', function () {
    expect(fn () => ToeIn::judge(180, 180, 181, 180))->toThrow(InvalidInput::class, 'Exchange them')->and(fn () => ToeIn::judge(0, 180, 180, 181))
        ->toThrow(InvalidInput::class, 'end_od_mm');
});
