<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\Sewer;

// EN 1610: 0.15 L per m² of wetted inside for pipes, 0.20 with chambers, 0.40 for chambers alone.
it('passes added water up to the limit of what is wetted', function (string $scope, float $perM2, float $area) {
    $limit = $perM2 * $area;

    expect(Sewer::en1610Water(300, 50, 4.0, $scope, $limit))->toMatchArray(['verdict' => 'pass'])
        ->and(Sewer::en1610Water(300, 50, 4.0, $scope, $limit)['limit_l'])->toEqualWithDelta($limit, 1e-9)
        ->and(Sewer::en1610Water(300, 50, 4.0, $scope, $limit + 0.01)['verdict'])->toBe('fail');
})->with([['pipes', 0.15, M_PI * 15], ['chambers', 0.40, 4.0], ['pipes_and_chambers', 0.20, M_PI * 15 + 4.0]]);

// ASTM F1417: 3.5 psi, 0.43 psi more for each foot of groundwater, never above 9 psi with the preload of 0.5 psi: (9 − 0.5 − 3.5)/0.43 = 11.63 ft
it('raises the start with groundwater and stops before 9 psi', function () {
    expect(Sewer::f1417(8, 200, 0)['start_psi'])->toBe(3.5)->and(Sewer::f1417(8, 200, 5))->toMatchArray(['start_psi' => 5.65, 'end_psi' => 4.65])
        ->and(Sewer::f1417(8, 200, 11.6)['start_psi'])->toBeLessThan(8.5)->and(fn () => Sewer::f1417(8, 200, 11.7))->toThrow(
            InvalidInput::class, 'never above 9 psi',
        );
});

it('needs no longer for a short line than K of 1 gives', function () {
    // 8 in: K passes 1 at 1/(0.000419 × 8) = 298.3 ft
    expect(Sewer::f1417(8, 100, 0)['time_s'])->toBe(Sewer::f1417(8, 298, 0)['time_s'])->and(Sewer::f1417(8, 299, 0)['time_s'])
        ->toBeGreaterThan(Sewer::f1417(8, 298, 0)['time_s']);
});

it('waits longer in a wider pipe, and less at a higher start', function (string $pipe) {
    foreach (['LA', 'LB', 'LC', 'LD'] as $method) {
        $times = array_map(static fn (float $dn): float => Sewer::en1610Air($method, $dn, $pipe)['time_min'], [100.0, 300.0, 600.0, 1000.0]);
        $sorted = $times;
        sort($sorted);
        expect($times)->toBe($sorted)->and(end($times))->toBeGreaterThan($times[0]);
    }
    expect(Sewer::en1610Air('LD', 600, $pipe)['time_min'])->toBeLessThan(Sewer::en1610Air('LA', 600, $pipe)['time_min']);
})->with(['other', 'dry_concrete']);

it('refuses what is in no table', function (Closure $ask, string $said) {
    expect($ask)->toThrow(InvalidInput::class, $said);
})->with([[fn () => Sewer::en1610Air('LE', 300, 'other'), 'Known: LA, LB, LC, LD'], [fn () => Sewer::c924Minutes(7, 300), 'not in the table']]);
