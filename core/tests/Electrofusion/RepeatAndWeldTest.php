<?php

declare(strict_types=1);

use Core\Tests\Work;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\LargeBore\Sides;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Facts;

function fusedOnce(TraceClass $fault): Work
{
    return Work::on(new Coupler, new Facts(['dn_mm' => 180, 'sdr' => 11, 'wall_mm' => 16.4, 'od_largest_mm' => 181.1, 'material' => 'PE 100']))
        ->read('ambient_c', 23.0)->label(Weld::only(), 40, 0.64, 260)->read('printed_cooling_min', 20.0)->fused(Weld::only(), 40, 0.64, 260, $fault);
}

/** Whether the coupler may be fused again so many minutes after its first fusion ended. */
function mayAgain(Work $work, int $minutes): bool
{
    $end = Weld::only()->endedAt($work->situation()) ?? throw new LogicException;

    return (new Coupler)->startRefused($work->situation(), Weld::only(), $end->modify("+{$minutes} minutes")) === '';
}

it('lets a first fusion start, and none after a good one', function () {
    $fresh = Work::on(new Coupler, new Facts(['dn_mm' => 180]));
    expect((new Coupler)->startRefused($fresh->situation(), Weld::only(), new DateTimeImmutable))->toBe('')->and(mayAgain(
        fusedOnce(TraceClass::Good)->read('maker_allows_repeat', true), 60,
    ))->toBeFalse();
});

it('lets an interrupted weld be repeated only where the maker allows it and it has cooled', function (TraceClass $fault, bool $repeatable) {
    $once = fusedOnce($fault);
    expect(mayAgain($once, 60))->toBeFalse()
        ->and(mayAgain($once->read('maker_allows_repeat', false), 60))->toBeFalse()
        ->and(mayAgain($once->read('maker_allows_repeat', true), 19))->toBeFalse()
        ->and(mayAgain($once->read('maker_allows_repeat', true), 20))->toBe($repeatable);
})->with([
    'stopped by hand' => [TraceClass::EarlyStop, true], 'supply cut' => [TraceClass::SupplyCut, true], 'winding parted' => [TraceClass::OpenCircuit, false],
    'turns shorted' => [TraceClass::ShortedTurns, false], 'another resistance' => [TraceClass::WrongResistance, false],
    'bare coil' => [TraceClass::UnderInsertion, false],
]);

it('never lets a third fusion start', function () {
    $twice = fusedOnce(TraceClass::EarlyStop)->read('maker_allows_repeat', true)->later(25)->fused(Weld::only(), 40, 0.64, 260, TraceClass::EarlyStop);
    expect(mayAgain($twice, 600))->toBeFalse()->and((new Coupler)->startRefused(
        $twice->situation(), Weld::only(), new DateTimeImmutable('2027-01-01'),
    ))->toContain('fused twice');
});

it('judges a repeat by what came before it', function (int $wait, ?bool $allowed, string $severity) {
    $work = fusedOnce(TraceClass::EarlyStop);
    $work = $allowed === null ? $work : $work->read('maker_allows_repeat', $allowed);
    expect($work->later($wait)->fused(Weld::only(), 40, 0.64, 260)->severity('ef.fusion.repeat'))->toBe($severity);
})->with([
    'cooled and allowed' => [20, true, 'watch'], 'too early' => [10, true, 'stop'], 'not allowed' => [30, false, 'stop'], 'never asked' => [30, null, 'stop'],
]);

it('asks about a repeat only after an interruption', function (TraceClass $fault, bool $asked) {
    expect(fusedOnce($fault)->step('fuse')->reading('maker_allows_repeat') !== null)->toBe($asked);
})->with([[TraceClass::Good, false], [TraceClass::EarlyStop, true], [TraceClass::SupplyCut, true], [TraceClass::VoltageDroop, false]]);

// t = 260·(1 + c·(23 − T)), worked by hand; c in % per K.
it('corrects the fusion time for the air', function (float $ambient, ?float $percent, float $seconds) {
    $work = Work::on(new Coupler, new Facts(['dn_mm' => 180]))->read('ambient_c', $ambient)->label(Weld::only(), 40, 0.64, 260);
    $work = $percent === null ? $work : $work->read('printed_correction_percent_per_k', $percent);
    expect(Weld::only()->correctedTimeS($work->situation()))->toEqualWithDelta($seconds, 1e-9);
})->with([[13.0, 0.4, 270.4], [33.0, 0.4, 249.6], [23.0, 0.4, 260.0], [-10.0, null, 260.0], [3.0, 1.0, 312.0]]);

it('knows what a weld should be only when its label has been read', function () {
    $facts = new Facts(['dn_mm' => 180]);
    expect(Weld::only()->nominal(Work::on(new Coupler, $facts)->situation()))->toBeNull()
        ->and(Weld::only()->nominal(Work::on(new Coupler, $facts)->label(Weld::only(), 40, 0.64, 260)->situation()))->toBeNull()
        ->and(Weld::only()->nominal(
            Work::on(new Coupler, $facts)->read('ambient_c', 14.0)->label(Weld::only(), 40, 0.64, 260)->situation(),
        )?->fittingC)->toBe(14.0);
});

it('names every key, rule and step of a weld by its name', function () {
    $names = array_map(static fn (Weld $w): string => $w->name, (new LargeBore)->welds());
    expect(Weld::only()->key('label_code'))->toBe('label_code')->and(Weld::only()->rule('fusion.time'))->toBe('ef.fusion.time')
        ->and(Weld::named('left', 'Left coupler')->key('label_code'))->toBe('left_label_code')
        ->and(Weld::named('left', 'Left coupler')->rule('fusion.time'))->toBe('ef.left.fusion.time')
        ->and(Weld::named('left', 'Left coupler')->titled('Earliest pull'))->toBe('Left coupler: earliest pull')
        ->and($names)->toBe([
            'r1', 'r2', 'r3', 'r4', 'r5', 'r6', 'pre_a', 'side_a', 'pre_b', 'side_b', 'pre', '',
        ])->and(array_map(Sides::sideOf(...), Sides::welds()))->toBe(['a', 'a', 'b', 'b']);
});

it('reads the resistance from the bar code before the print', function () {
    $code = Core\Tests\Joint::label(); // 0.64 Ω
    $work = Work::on(new Coupler, new Facts(['dn_mm' => 180]))->read('printed_resistance_ohm', 0.9);
    expect(Weld::only()->resistanceOhm($work->situation()))->toBe(0.9)->and(Weld::only()->resistanceOhm($work->read('label_code', $code)->situation()))
        ->toBe(0.64)
        ->and(Weld::only()->resistanceOhm(Work::on(new Coupler, new Facts([]))->situation()))->toBeNull();
});
