<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Simulation\BuriedPipe;
use Diastoma\Core\Trench\Deflection\Advice;
use Diastoma\Core\Trench\Deflection\Bores;

/** A PVC DN 300 whose sides are all packed to a share of standard Proctor. */
function buried(float $percent, float $sn = 8.0): Situation
{
    $walk = (new Walk('cover.stretch'))->knowing(['dn_mm' => 300.0, 'od_largest_mm' => 315.0, 'material' => 'PVC']);
    $history = [];
    foreach ($walk->made(['sn_kn_m2' => $sn])->history as $reading) {
        if ($reading->key === 'side_density' && is_array($reading->value)) {
            $wet = 1.95 * $percent / 100 * 1.1;
            $reading = new Reading($reading->key, [...$reading->value, 'wet_t_m3' => $wet], $reading->takenAt, $reading->by);
        }
        $history = in_array($reading->key, ['bore_crown', 'bore_full'], true) ? $history : [...$history, $reading];
    }

    return new Situation(new Readings($history), $walk->facts(), $walk->rulebook);
}

it('reads the same pipe alike, and scatters as a hand does', function () {
    $s = buried(95.0);
    expect(BuriedPipe::bores($s, Bores::CROWN, [10.0, 20.0], 7))->toBe(BuriedPipe::bores($s, Bores::CROWN, [10.0, 20.0], 7))
        ->not->toBe(BuriedPipe::bores($s, Bores::CROWN, [10.0, 20.0], 8));
    $read = array_column(BuriedPipe::bores($s, Bores::CROWN, range(1.0, 200.0), 3), 'vertical_mm');
    expect(array_sum($read) / 200)->toEqualWithDelta(270 * (1 - BuriedPipe::percent($s, Bores::CROWN) / 100), 0.15);
});

it('lifts the crown the more the harder the sides are packed, and the softer the pipe', function () {
    expect(BuriedPipe::percent(buried(90.0), Bores::CROWN))->toEqualWithDelta(0.0, 1e-9)
        ->and(BuriedPipe::percent(buried(95.0), Bores::CROWN))->toBeGreaterThan(BuriedPipe::percent(buried(98.0), Bores::CROWN))
        ->and(BuriedPipe::percent(buried(95.0, 2.0), Bores::CROWN))->toEqualWithDelta(2 * BuriedPipe::percent(buried(95.0, 8.0), Bores::CROWN), 1e-9);
});

it('flattens under its cover as the formula says where the sides lifted nothing', function () {
    $s = buried(90.0);
    expect(BuriedPipe::percent($s, Bores::FULL))->toEqualWithDelta(Bores::predicted($s)['first'] ?? -1.0, 1e-9);
});

it('lets the advice be tried: packed too hard the crown rises, packed less it comes back', function () {
    $with = static function (Situation $s): string {
        $at = $s->readings->history[count($s->readings->history) - 1]->takenAt;

        return Advice::of($s->with($s->readings->with(new Reading(Bores::CROWN, BuriedPipe::bores($s, Bores::CROWN, [10.0], 5)[0], $at, 'Crew'))));
    };
    expect($with(buried(98.0)))->toContain('Compact the sides less')->and($with(buried(92.0)))->toContain('Go on as you do');
});
