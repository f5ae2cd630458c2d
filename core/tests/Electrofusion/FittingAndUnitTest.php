<?php

declare(strict_types=1);

use Core\Tests\Joint;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Schools;
use Diastoma\Core\Rulebook\Severity;

// The demo's joint: dn 180 SDR 11, label 40 V, 260 s; every rule named stands for one judgement of section 4's list.
it('judges fitting, unit, supply and fit', function (array $change, string $rule, string $severity) {
    $joint = Joint::madeWell();
    foreach ($change as $key => $value) {
        $joint = $joint->with($key, $value);
    }
    expect($joint->finding($rule)['severity'])->toBe($severity);
})->with([
    'materials that fuse' => [[], 'ef.fitting.material', 'go'],
    'a material that may not' => [['fitting_material' => 'PE-X'], 'ef.fitting.material', 'mend'],
    'a material that does not' => [['fitting_material' => 'PVC'], 'ef.fitting.material', 'stop'],
    'an SDR at the edge' => [['fitting_sdr_from' => 11.0, 'fitting_sdr_to' => 11.0], 'ef.fitting.sdr', 'go'],
    'too thick a wall' => [['fitting_sdr_from' => 17.0, 'fitting_sdr_to' => 26.0], 'ef.fitting.sdr', 'stop'],
    'the unit shows the label' => [[], 'ef.unit_shows.time', 'go'],
    'a second of rounding' => [['unit_shows_time_s' => 261.0], 'ef.unit_shows.time', 'go'],
    'the unit shows another time' => [['unit_shows_time_s' => 300.0], 'ef.unit_shows.time', 'stop'],
    'the unit shows another voltage' => [['unit_shows_voltage_v' => 39.0], 'ef.unit_shows.voltage', 'stop'],
    // 2·40 m/(58·10 mm²)·62.5 A = 8.62 V of 40 V = 21.6 %; with 95 mm²: 2.3 %
    'a long thin lead' => [['cable_m' => 40.0, 'cable_mm2' => 10.0], 'ef.cable_drop', 'mend'],
    'a long thick lead' => [['cable_m' => 40.0, 'cable_mm2' => 95.0], 'ef.cable_drop', 'go'],
    // (180.7 − (179.75 − 0.35))/2: ovality of end a is 0.7, so 0.65 > 0.5
    'a wide fit' => [['fitting_bore_mm' => 180.7], 'ef.expected_gap.a', 'mend'],
    // (180.1 − 179.4)/2 = 0.35
    'a close fit' => [['fitting_bore_mm' => 180.1], 'ef.expected_gap.a', 'go'],
    'a fit that jams' => [['fitting_bore_mm' => 179.0], 'ef.expected_gap.a', 'mend'],
    'toe-in, not measured back' => [['diameters_a_mm' => [179.4, 179.2, 179.0, 179.2]], 'ef.mean_od.a', 'mend'],
    'toe-in' => [['diameters_a_mm' => [179.4, 179.2, 179.0, 179.2], 'od_back_a_mm' => 180.4], 'ef.mean_od.a', 'mend'],
    'the wrong pipe' => [['diameters_a_mm' => [179.4, 179.2, 179.0, 179.2], 'od_back_a_mm' => 179.3], 'ef.mean_od.a', 'stop'],
]);

it('asks for the diameter further back only where the end is small', function () {
    $missing = static fn (Joint $joint): array => $joint->judged()->steps[3]->missing;
    expect($missing(Joint::madeWell()))->toBe([])->and($missing(Joint::madeWell()->with(
        'diameters_a_mm', [179.4, 179.2, 179.0, 179.2],
    )))->toBe(['od_back_a_mm']);
});

it('needs no bar code where the unit is told otherwise', function () {
    $typed = Joint::madeWell()->without('label_code')->with('label_way', 'typed from the printed label')->with('printed_resistance_ohm', 0.64);
    expect($typed->judged()->isComplete())->toBeTrue()->and($typed->judged()->isAccepted())->toBeTrue()
        ->and($typed->finding('ef.fusion.resistance')['severity'])->toBe('go')
        ->and(Joint::madeWell()->without('label_code')->judged()->isComplete())->toBeFalse();
});

it('lets the maker\'s printed wait govern over the factor, and runs clocks for backfill and pull', function () {
    $joint = Joint::madeWell()->with('printed_test_wait_min', 30.0)->with('printed_backfill_wait_min', 25.0)->with('printed_pull_wait_min', 60.0);
    $due = [];
    foreach ($joint->judged()->clocks as $clock) {
        $due[$clock->id] = $clock->dueAt->format('H:i:s');
    }
    // fusion ended at 08:21:20
    expect($due)->toBe(['backfill' => '08:46:20', 'pull' => '09:21:20', 'test' => '08:51:20']);
});

it('lets a job choose its school and tighten a limit, each a version with a name and a reason', function () {
    $us = Rulebooks::us();
    expect(Schools::waitIsPrinted($us))->toBeTrue()->and(Schools::waitIsPrinted(Rulebooks::iso()))->toBeFalse()->and($us->optional('ef.ovality.mm'))
        ->toBeNull();
    $school = Schools::find($us, 'ovality-3mm') ?? throw new LogicException;
    $new = $us->copiedFor('K-1')->withSchool($school, 'Vera', 'The owner works by 3 mm');

    expect($school->isChosen($us))->toBeFalse()->and($school->isChosen($new))->toBeTrue()->and($new->version)->toBe(2)->and($new->id)->toBe('us-K-1')
        ->and($new->limit('ef.ovality.mm')->changedBy)->toBe('Vera')->and($new->print($new->value('ef.ovality.mm'), Unit::Millimetre))->toBe('0.118 in')
        ->and(Schools::find($us, 'none'))->toBeNull()->and($us->version)->toBe(1);
});

it('says what was printed, coded and shown in one finding each', function () {
    expect(Joint::madeWell()->finding('ef.label.time')['said'])->toBe('Time printed 260 s, bar code 260 s.')
        ->and(Joint::madeWell()->finding('ef.unit_shows.time')['said'])->toBe('Time on the unit 260 s, label, corrected for temperature, 260 s.')
        ->and(Joint::madeWell()->without('label_code')->finding('ef.label.diameter')['said'])->toContain('no bar code read')
        ->and(Severity::tryFrom(Joint::madeWell()->finding('ef.fusion.looks')['severity']))->toBe(Severity::Go);
});
