<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Core\Tests\Work;
use Diastoma\Core\Electrofusion\LargeBore\LargeBore;
use Diastoma\Core\Electrofusion\LargeBore\Sides;
use Diastoma\Core\Pipe\Roundness;
use Diastoma\Core\Procedure\Situation;

/** @return array<string, mixed> what a screen is given to draw at a step of a joint made well */
function guideOf(string $procedure, string $step): array
{
    $walk = new Walk($procedure);
    $situation = new Situation($walk->made(), $walk->facts(), $walk->rulebook);

    return array_column($walk->procedure->steps($situation), null, 'id')[$step]->guide();
}

it('says which ends are marked alike, and by which reading each is', function () {
    $coupler = guideOf('electrofusion.coupler', 'marks')['rulers'];
    expect(array_column($coupler, 'title'))->toBe([''])
        ->and(array_column($coupler[0]['ends'], 'reading', 'end'))->toBe(['A' => 'stab_mark_a_mm', 'B' => 'stab_mark_b_mm']);
    $spool = guideOf('electrofusion.repair_spool', 'remark')['rulers'];
    expect(array_column($spool, 'title'))->toBe(['On the main, ends A and D', 'On the spool, ends B and C: the coupler slides on whole'])
        ->and(array_column($spool[1]['ends'], 'reading', 'end'))->toBe(['B' => 'stab_remark_b_mm', 'C' => 'stab_remark_c_mm'])
        ->and($spool[1]['scrape_mm'])->toBeGreaterThan($spool[0]['scrape_mm']);
});

it('says that a preheat may be done again only while its gap is too wide, and what it settles', function (?float $gap, bool $again) {
    $pre = Sides::preheat('a');
    $work = Work::on(new LargeBore, (new Walk('electrofusion.large_bore'))->facts())
        ->read('ambient_c', 14.0)->label($pre, 24, 0.52, 300)->read('pre_a_precool_min', 10.0)
        ->fused($pre, 24, 0.52, 300)->later(11);
    $work = $gap === null ? $work : $work->read('gap_a_mm', array_fill(0, 8, $gap));
    $guide = array_column($work->steps(), null, 'id')[$pre->key('fuse')]->guide();
    expect($guide['may_repeat'])->toBe($again)->and($guide['settles'])->toBe(['ef.preheated_gap_a']);
})->with(['not felt yet' => [null, false], 'narrow' => [1.0, false], 'too wide' => [2.5, true]]);

it('knows a flat from an ellipse', function (array $diameters, bool $isNotOval) {
    expect(Roundness::of($diameters, 180.0)->isNotOval())->toBe($isNotOval);
})->with([
    'an ellipse' => [[182.0, 181.0, 180.0, 181.0], false],
    'a flat of a millimetre' => [[180.0, 180.0, 179.0, 180.0, 180.0, 180.0], true],
    'two readings tell nothing' => [[180.0, 181.0], false],
]);
