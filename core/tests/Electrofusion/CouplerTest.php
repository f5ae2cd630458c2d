<?php

declare(strict_types=1);

use Core\Tests\Joint;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Severity;

it('accepts a joint made well', function () {
    $verdict = Joint::madeWell()->judged();

    expect($verdict->isAccepted())->toBeTrue()->and($verdict->severity())->toBe(Severity::Go)->and($verdict->current())->toBeNull()
        ->and($verdict->rulebookId)->toBe('iso')->and($verdict->rulebookVersion)->toBe(1);
});

it('judges each reading inside, at and outside its limit', function (string $rule, string $key, mixed $value, string $severity) {
    expect(Joint::madeWell()->with($key, $value)->finding($rule)['severity'])->toBe($severity);
})->with([
    'ambient in the middle' => ['ef.ambient', 'ambient_c', 20.0, 'go'],
    'ambient at the upper limit passes, near it' => ['ef.ambient', 'ambient_c', 45.0, 'watch'],
    'ambient just above' => ['ef.ambient', 'ambient_c', 45.1, 'stop'],
    'ambient at the lower limit' => ['ef.ambient', 'ambient_c', -10.0, 'watch'],
    'ambient just below' => ['ef.ambient', 'ambient_c', -10.1, 'stop'],
    // 80 % of the way from 17.5 to 45 °C is 39.5 °C
    'ambient where watching begins' => ['ef.ambient', 'ambient_c', 39.5, 'go'],
    'ambient just past that' => ['ef.ambient', 'ambient_c', 39.6, 'watch'],
    'pipe and fitting 10 K apart' => ['ef.temperature_difference', 'pipe_c', 26.0, 'go'],
    'pipe and fitting 10.1 K apart' => ['ef.temperature_difference', 'pipe_c', 26.1, 'watch'],
    'pipe and fitting 20 K apart' => ['ef.temperature_apart', 'pipe_c', 36.0, 'go'],
    'pipe and fitting 20.1 K apart' => ['ef.temperature_apart', 'pipe_c', 36.1, 'mend'],
    'no shelter' => ['ef.sheltered', 'sheltered', false, 'mend'],
    'wet' => ['ef.zone_dry', 'zone_dry', false, 'mend'],
    'water escaping' => ['ef.no_medium', 'no_medium', false, 'stop'],
    'open ends' => ['ef.ends_capped', 'ends_capped', false, 'mend'],
    'wrong print line' => ['ef.print_line', 'print_line_ok', false, 'stop'],
    // wall 16.4 mm: 10 % is 1.64 mm, 80 % of that 1.312 mm
    'gouge at four fifths' => ['ef.gouge.a', 'gouge_a_mm', 1.312, 'go'],
    'gouge at the limit' => ['ef.gouge.a', 'gouge_a_mm', 1.64, 'watch'],
    'gouge over' => ['ef.gouge.a', 'gouge_a_mm', 1.65, 'mend'],
    'bruise' => ['ef.surface', 'surface_sound', false, 'mend'],
    // three lengths of 210 mm
    'washed far enough' => ['ef.wash', 'wash_length_mm', 630.0, 'go'],
    'washed too little' => ['ef.wash', 'wash_length_mm', 629.0, 'mend'],
    'mud left' => ['ef.mud', 'mud_gone', false, 'mend'],
    // dn 180: 1.5 % is 2.7 mm, less than 3 mm; four fifths are 2.16 mm
    'round enough' => ['ef.ovality.a', 'diameters_a_mm', [181.0, 180.0, 178.84, 180.0], 'go'],
    'oval, watch' => ['ef.ovality.a', 'diameters_a_mm', [181.2, 180.0, 178.9, 180.0], 'watch'],
    'oval at the limit' => ['ef.ovality.a', 'diameters_a_mm', [181.6, 180.2, 178.9, 180.1], 'watch'],
    'oval over the limit' => ['ef.ovality.a', 'diameters_a_mm', [181.7, 180.2, 178.9, 180.1], 'mend'],
    // EN 12201-2 table 1, dn 180: mean 180.0 to 181.1 mm (from memory)
    'mean at the smallest' => ['ef.mean_od.a', 'diameters_a_mm', [180.0, 180.0], 'go'],
    'toe-in' => ['ef.mean_od.a', 'diameters_a_mm', [179.9, 179.9], 'mend'],
    'mean at the largest' => ['ef.mean_od.b', 'diameters_b_mm', [181.1, 181.1], 'go'],
    'too large' => ['ef.mean_od.b', 'diameters_b_mm', [181.3, 181.2], 'mend'],
    // 2 % of 180 mm is 3.6 mm
    'square' => ['ef.square.a', 'out_of_square_a_mm', 2.88, 'go'],
    'square at the limit' => ['ef.square.a', 'out_of_square_a_mm', 3.6, 'watch'],
    'out of square' => ['ef.square.b', 'out_of_square_b_mm', 3.7, 'mend'],
    // stab depth 105 mm ± 3 mm
    'stab mark in place' => ['ef.stab_mark.a', 'stab_mark_a_mm', 107.0, 'go'],
    'stab mark at the limit' => ['ef.stab_mark.a', 'stab_mark_a_mm', 102.0, 'watch'],
    'stab mark off' => ['ef.stab_mark.b', 'stab_mark_b_mm', 109.0, 'mend'],
    'scrape mark at 125' => ['ef.scrape_mark.a', 'scrape_mark_a_mm', 125.0, 'go'],
    'scrape mark short' => ['ef.scrape_mark.a', 'scrape_mark_a_mm', 124.9, 'mend'],
    // mean before 180.25 mm: 0.20 mm radial leaves 179.85 mm
    'scraped exactly 0.20 mm' => ['ef.scrape.a', 'od_after_a_mm', 179.85, 'go'],
    'scraped 0.195 mm' => ['ef.scrape.a', 'od_after_a_mm', 179.86, 'mend'],
    'ink left' => ['ef.ink', 'ink_gone', false, 'mend'],
    'ribbon broken' => ['ef.ribbon', 'ribbon', 'in pieces', 'mend'],
    'edge left' => ['ef.chamfer', 'chamfered', false, 'mend'],
    'second stab mark off' => ['ef.stab_remark.a', 'stab_remark_a_mm', 100.0, 'mend'],
    'ethanol with MEK' => ['ef.solvent', 'solvent', 'ethanol 99 % + MEK 1 %', 'go'],
    'something else' => ['ef.solvent', 'solvent', 'something else', 'mend'],
    // wiped 08:10:10, 120 s to dry
    'dry on the second' => ['ef.drying.b', 'dry_b_at', '2026-11-23T08:12:10+00:00', 'go'],
    'dry a second early' => ['ef.drying.b', 'dry_b_at', '2026-11-23T08:12:09+00:00', 'mend'],
    'touched' => ['ef.untouched', 'untouched', false, 'mend'],
    'fitting lay open' => ['ef.bag', 'fresh_from_bag', false, 'mend'],
    'not fully in' => ['ef.insertion', 'marks_at_edge', false, 'stop'],
    'gap at four fifths' => ['ef.gap.a', 'gap_a_mm', [0.4, 0.1, 0.1, 0.1], 'go'],
    'gap at the limit' => ['ef.gap.a', 'gap_a_mm', [0.5, 0.1, 0.1, 0.1], 'watch'],
    'gap over' => ['ef.gap.b', 'gap_b_mm', [0.1, 0.1, 0.55, 0.1], 'mend'],
    'no clamp' => ['ef.clamped', 'clamped', false, 'mend'],
    'out of line' => ['ef.aligned', 'aligned', false, 'mend'],
    'fuel low' => ['ef.fuel', 'fuel_ok', false, 'mend'],
    'leads in mud' => ['ef.leads', 'leads_ok', false, 'mend'],
    // 40 V on 0.64 Ω is 2.5 kW; at 80 % that needs 3.125 kVA
    'generator just large enough' => ['ef.generator', 'generator_kva', 3.125, 'go'],
    'generator too small' => ['ef.generator', 'generator_kva', 3.1, 'mend'],
    'printed voltage agrees with two digits' => ['ef.label.voltage', 'printed_voltage_v', 39.5, 'go'],
    'printed voltage differs' => ['ef.label.voltage', 'printed_voltage_v', 39.0, 'stop'],
    'printed time differs' => ['ef.label.time', 'printed_fusion_time_s', 250.0, 'stop'],
    'printed size differs' => ['ef.label.diameter', 'printed_dn_mm', 160.0, 'stop'],
    'release a second early' => ['ef.cooling', 'released_at', '2026-11-23T08:41:19+00:00', 'stop'],
    'release on the second' => ['ef.cooling', 'released_at', '2026-11-23T08:41:20+00:00', 'go'],
    'moved while cooling' => ['ef.undisturbed', 'undisturbed', false, 'stop'],
    'release time not written' => ['ef.release_written', 'release_written', false, 'mend'],
    'indicator down' => ['ef.indicators', 'indicators_up', false, 'stop'],
    'melt outside' => ['ef.melt', 'no_melt_outside', false, 'stop'],
    'pipe moved out' => ['ef.marks_after', 'marks_still_at_edge', false, 'stop'],
    'out of line after' => ['ef.aligned_after', 'still_aligned', false, 'stop'],
]);

it('tells where the clamp goes and what it allows', function () {
    // long axis at 60°, 2–8 o'clock: d(θ) = 180.3 + 2·cos 2(θ − 60°) at 0, 30, … 150°
    $diameters = array_map(static fn (int $k): float => round(180.3 + 2 * cos(2 * deg2rad(30 * $k - 60)), 3), range(0, 5));
    $finding = Joint::madeWell()->with('diameters_a_mm', $diameters)->finding('ef.ovality.a');

    expect($finding['said'])->toBe('End A: out of round by 4 mm (2.23 % of dn); 2.7 mm allowed.')
        ->and($finding['todo'])->toContain("Clamp across 2–8 o'clock")->toContain('measure again');
});

it('asks for re-rounding only where it is told', function () {
    $round = Joint::madeWell()->judged();
    $oval = Joint::madeWell()->with('diameters_a_mm', [183.0, 180.2, 178.0, 180.0])->without('fusion')->judged();
    $standing = static fn ($verdict) => array_values(array_filter($verdict->steps, static fn ($s): bool => $s->step === 'reround'))[0];

    expect($standing($round)->skipped)->toBeTrue()
        ->and($standing($oval)->missing)->toBe(['clamped_diameters_a_mm']);
});

it('is content once the clamp has made it round', function () {
    $joint = Joint::madeWell()->with('diameters_a_mm', [183.0, 180.2, 178.0, 180.0])->with(
        'clamped_diameters_a_mm', [181.0, 180.4, 179.8, 180.2], '08:09:40',
    )->with('od_after_a_mm', 179.8);

    expect($joint->finding('ef.ovality.a')['severity'])->toBe('watch')->and($joint->finding('ef.ovality.a.clamped')['severity'])->toBe('go')
        ->and($joint->judged()->isAccepted())->toBeTrue();
});

it('stops a joint that was fused oval, and a measurement made afterwards does not undo it', function () {
    $oval = Joint::madeWell()->with('diameters_a_mm', [183.0, 180.2, 178.0, 180.0])->with('od_after_a_mm', 179.8);
    $late = $oval->with('clamped_diameters_a_mm', [180.4, 180.3, 180.2, 180.3], '08:50:00');

    expect($oval->finding('ef.fused_unprepared')['severity'])->toBe('stop')
        ->and($oval->finding('ef.fused_unprepared')['said'])->toContain('out of round by 5 mm')
        ->and($late->finding('ef.fused_unprepared')['severity'])->toBe('stop');
});

it('knows each fault of the control unit', function (TraceClass $fault, array $stops) {
    $verdict = Joint::madeWell()->with('fusion', Joint::fusion($fault))->judged();
    $found = [];
    foreach ($verdict->findings as $f) {
        if ($f->severity === Severity::Stop && str_starts_with($f->rule, 'ef.fus')) {
            $found[] = $f->rule;
        }
    }
    expect($found)->toBe($stops);
})->with([
    'good' => [TraceClass::Good, []],
    'droop' => [TraceClass::VoltageDroop, ['ef.fusion.looks', 'ef.fusion.voltage']],
    'stopped early' => [TraceClass::EarlyStop, ['ef.fusion.ended_by_unit', 'ef.fusion.looks', 'ef.fusion.time', 'ef.fusion.energy']],
    'wrong resistance' => [TraceClass::WrongResistance, ['ef.fusion.looks', 'ef.fusion.resistance']],
    'shorted turns' => [TraceClass::ShortedTurns, ['ef.fusion.looks', 'ef.fusion.step']],
    'another time' => [TraceClass::TimeMismatch, ['ef.fusion.looks', 'ef.fusion.time']],
]);

it('lets a supervisor overrule a stop, which stays visible', function () {
    $bad = Joint::madeWell()->with('indicators_up', false);
    $overruled = $bad->overruled('ef.indicators')->judged();
    $finding = array_values(array_filter($overruled->findings, static fn ($f): bool => $f->rule === 'ef.indicators'))[0];

    expect($bad->judged()->isAccepted())->toBeFalse()
        ->and($overruled->isAccepted())->toBeTrue()->and($overruled->isOverruled())->toBeTrue()
        ->and($finding->severity)->toBe(Severity::Stop)->and($finding->overrule()?->by)->toBe('Vera Level')->and($finding->overrule()?->reason)
        ->toBe('Owner agreed on site');
});

it('does not let one overrule settle another stop', function () {
    $joint = Joint::madeWell()->with('indicators_up', false)->with('no_melt_outside', false)->overruled('ef.indicators');

    expect($joint->judged()->severity())->toBe(Severity::Stop);
});

it('settles what was left to mend when the stop that sums it up is overruled', function () {
    $oval = Joint::madeWell()->with('diameters_a_mm', [183.0, 180.2, 178.0, 180.0])->with('od_after_a_mm', 179.8);

    expect($oval->judged()->isAccepted())->toBeFalse()->and($oval->overruled('ef.fused_unprepared')->judged()->isAccepted())->toBeTrue();
});

it('stops for papers out of date and watches those that run out soon', function (string $key, string $until, string $rule, string $severity) {
    $record = ['id' => 'u1', 'name' => 'Unit 1', 'calibration_until' => '2027-05-01', 'operator' => 'Ada Trench', 'certificate_until' => '2027-03-01'];
    $joint = Joint::madeWell()->with('control_unit', [...$record, $key => $until]);

    expect($joint->finding($rule)['severity'])->toBe($severity);
})->with([
    'certificate ran out yesterday' => ['certificate_until', '2026-11-22', 'ef.operator.certificate', 'watch'],
    'certificate runs out today' => ['certificate_until', '2026-11-23', 'ef.operator.certificate', 'watch'],
    'certificate runs out in 14 days' => ['certificate_until', '2026-12-07', 'ef.operator.certificate', 'go'],
    'certificate runs out in 13 days' => ['certificate_until', '2026-12-06', 'ef.operator.certificate', 'watch'],
    'no certificate' => ['certificate_until', '', 'ef.operator.certificate', 'watch'],
    'calibration ran out' => ['calibration_until', '2026-10-01', 'ef.unit.calibration', 'stop'],
]);

// Found: whoever set the unit up was judged, whoever fused was not.
it('judges the certificate of whoever fused', function (string $until, string $severity) {
    $fusion = [...Joint::fusion(), 'operator' => 'Olaf Late', 'certificate_until' => $until];
    $finding = Joint::madeWell()->with('fusion', $fusion)->finding('ef.fusion.operator');
    expect($finding['severity'])->toBe($severity)->and($finding['said'])->toContain('Olaf Late');
})->with(['in date' => ['2027-01-01', 'go'], 'its last day' => ['2026-11-23', 'watch'], 'ran out yesterday' => ['2026-11-22', 'stop'], 'none' => ['', 'stop']]);

it('lets nobody start a fusion whose certificate has run out', function () {
    $now = new DateTimeImmutable('2026-11-23T08:00:00+00:00');
    expect((new Coupler)->operatorRefused('Ada', '2026-11-23', $now))->toBe('')->and((new Coupler)->operatorRefused('Ada', '2026-11-22', $now))
        ->toContain('ran out on 2026-11-22')->and((new Coupler)->operatorRefused('Ada', '', $now))->toContain('no fusion certificate');
});

// A mend that does no harm may be accepted by a supervisor, with a reason; a worse one needs another word, and some nobody may overrule.
it('lets a supervisor accept a mend, for what it was, as it stood', function () {
    $unsheltered = Joint::madeWell()->with('release_written', false);
    expect($unsheltered->judged()->isAccepted())->toBeFalse()->and($unsheltered->overruled('ef.release_written', Severity::Mend)->judged()->isAccepted())
        ->toBeTrue();

    // answered again after the word was given
    $later = Joint::madeWell()->with('release_written', false, '09:10:00')->overruled('ef.release_written', Severity::Mend);
    expect($later->judged()->isAccepted())->toBeFalse();

    $gap = Joint::madeWell()->with('undisturbed', false)->overruled('ef.undisturbed', Severity::Mend); // a stop by the word for a mend
    expect($gap->judged()->severity())->toBe(Severity::Stop);
});

it('lets nobody overrule medium under a fusion', function () {
    $wet = Joint::madeWell()->with('no_medium', false)->overruled('ef.no_medium')->judged();
    $finding = array_values(array_filter($wet->findings, static fn ($f): bool => $f->rule === 'ef.no_medium'))[0];
    expect($wet->isAccepted())->toBeFalse()->and($finding->final)->toBeTrue()->and($finding->mayBeOverruled())->toBeFalse()
        ->and($finding->toArray()['may_overrule'])->toBeFalse();
});

it('takes what was accepted before the fusion as prepared', function () {
    $before = Joint::madeWell()->with('sheltered', false)->overruled('ef.sheltered', Severity::Mend, '08:15:30');
    $after = Joint::madeWell()->with('sheltered', false)->overruled('ef.sheltered', Severity::Mend);
    expect($before->judged()->isAccepted())->toBeTrue()->and($after->finding('ef.fused_unprepared')['severity'])->toBe('stop');
});

it('marks to the centre stop where there is one', function () {
    $stopped = Joint::madeWell()->with('stop_depth_mm', 100.0, '08:02:10');
    expect($stopped->finding('ef.stab_mark.a')['severity'])->toBe('mend')
        ->and($stopped->with('stab_mark_a_mm', 101.0)->finding('ef.stab_mark.a')['severity'])->toBe('go')
        // nine tenths of 105 mm
        ->and($stopped->with('stop_depth_mm', 94.5)->finding('ef.stop_depth')['severity'])->toBe('go')
        ->and($stopped->with('stop_depth_mm', 94.4)->finding('ef.stop_depth')['severity'])->toBe('mend')
        ->and($stopped->with('stop_depth_mm', 105.0)->finding('ef.stop_depth')['severity'])->toBe('go')
        ->and($stopped->with('stop_depth_mm', 105.1)->finding('ef.stop_depth')['severity'])->toBe('mend');
});

it('allows a shorter wash where the pipe is short, and says so', function () {
    $short = Joint::madeWell()->with('piece_mm', 400.0, '08:02:20')->with('wash_length_mm', 400.0);
    expect($short->finding('ef.wash')['severity'])->toBe('watch')->and($short->finding('ef.wash')['said'])->toContain('the pipe is only 400 mm long')
        ->and($short->with('wash_length_mm', 399.0)->finding('ef.wash')['severity'])->toBe('mend')
        ->and($short->with('piece_mm', 104.0)->finding('ef.wash')['severity'])->toBe('mend'); // half a fitting is 105 mm: no pipe is so short
});

it('dries each end and the fitting for itself', function () {
    $early = Joint::madeWell()->with('dry_b_at', '2026-11-23T08:12:09+00:00');
    $fitting = Joint::madeWell()->with('fitting_dry_at', '2026-11-23T08:12:29+00:00');
    expect($early->finding('ef.drying.b')['severity'])->toBe('mend')->and($early->finding('ef.drying.a')['severity'])->toBe('go')
        ->and($fitting->finding('ef.fitting.drying')['severity'])->toBe('mend');
});

it(
    'says that a pipe which grew by scraping was measured wrong',
    fn () => expect(Joint::madeWell()->with('od_after_a_mm', 180.35)->finding('ef.scrape.a')['said'])->toBe(
        'End A measures 0.1 mm more than before it was scraped.'),
);

it(
    'tells a print line of another convention from the drawing',
    fn () => expect(Joint::madeWell()->with('print_convention', 'IPS (iron pipe size)')->finding('ef.print_convention')['severity'])->toBe('stop'),
);

it('takes wipes made for PE fusion for a cleaning agent of their own', function () {
    foreach ([null, Rulebooks::us()] as $rulebook) {
        expect(Joint::madeWell()->with('solvent', 'pre-soaked wipe made for PE fusion')->finding('ef.solvent', $rulebook)['severity'])->toBe('go');
    }
});

// The school of the scribed line: to the least peel of 0.007 in (0.1778 mm), coloured, gone.
it('proves scraping by scribed lines where the rulebook does', function () {
    $us = Rulebooks::us();
    $scribed = Joint::madeWell()->with('scribe_mm', 0.1778)->with('scribe_coloured', true)->with('scribe_gone', true);
    expect($scribed->finding('ef.scribe', $us)['severity'])->toBe('go')->and($scribed->with('scribe_mm', 0.177)->finding('ef.scribe', $us)['severity'])
        ->toBe('mend')
        ->and($scribed->with('scribe_gone', false)->finding('ef.scribe_gone', $us)['severity'])->toBe('mend')
        ->and(Joint::madeWell()->judged($us)->isComplete())->toBeFalse();
});

it('names the step that comes next and what it still wants', function () {
    $verdict = Joint::madeWell()->without(
        'fusion', 'release_written', 'undisturbed', 'released_at', 'indicators_up', 'no_melt_outside', 'marks_still_at_edge', 'still_aligned',
        'printed_cooling_min',
    )->judged();

    expect($verdict->current()?->step)->toBe('label')->and($verdict->current()?->missing)->toBe(['printed_cooling_min']);
});

it('runs the drying clock from the wipe until it is called dry', function () {
    $waits = static fn (Joint $joint): array => array_values(array_filter($joint->judged()->clocks, static fn (Clock $c): bool => $c->kind !== Clock::AGE));
    $wet = $waits(Joint::madeWell()->without('dry_b_at', 'fusion'));

    expect($wet)->toHaveCount(1)->and($wet[0]->id)->toBe('drying_wiped_b_at')->and($wet[0]->dueAt->format('H:i:s'))->toBe('08:12:10')
        ->and($waits(Joint::madeWell()->without('fusion')))->toBe([]);
});

it('runs release and test clocks from the end of fusion', function () {
    // fusion ends 08:21:20; cooling 20 min; test after 4 × 20 min
    $clocks = Joint::madeWell()->without('released_at')->judged()->clocks;

    expect(array_map(static fn ($c): array => [$c->id, $c->dueAt->format('H:i:s')], $clocks))->toBe([['release', '08:41:20'], ['test', '09:41:20']]);
});

it('judges by the rulebook of the job', function () {
    // US school: ovality 1.5 % alone; a wide pipe shows the difference only above dn 200, so here the solvent and scrape depth do.
    $us = Rulebooks::us();
    expect(Joint::madeWell()->with('od_after_a_mm', 179.89)->finding('ef.scrape.a', $us)['severity'])->toBe('go')
        ->and(Joint::madeWell()->with('od_after_a_mm', 179.89)->finding('ef.scrape.a')['severity'])->toBe('mend')
        ->and(Joint::madeWell()->finding('ef.ambient', $us)['said'])->toBe('Air 57.2 °F; 14 °F to 113 °F allowed.')
        ->and(Joint::madeWell()->with('solvent', 'acetone (where the state requires it)')->finding('ef.solvent', $us)['severity'])->toBe('go');
});

it('says nothing of what has not been read', function () {
    $verdict = Joint::madeWell()->without(...array_map(static fn ($r) => $r->key, Joint::madeWell()->readings()->history))->judged();

    expect($verdict->findings)->toBe([])->and($verdict->isComplete())->toBeFalse()->and($verdict->clocks)->toBe([]);
});

// 1 % of 260 s are 2.6 s; equal passes, and nothing short of it is worth a word: the unit's own clock says so
it('takes a fusion time up to a hundredth off without a word', function (float $seconds, string $severity) {
    expect(Joint::madeWell()->with('fusion', [...Joint::fusion(), 'duration_s' => $seconds])->finding('ef.fusion.time')['severity'])->toBe($severity);
})->with([[260.0, 'go'], [262.5, 'go'], [262.6, 'go'], [262.7, 'stop'], [257.4, 'go'], [257.3, 'stop']]);
