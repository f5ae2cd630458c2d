<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Drawn;
use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Methods\Sewer\C924;
use Diastoma\Core\PressureTest\Methods\Sewer\En1610Air;
use Diastoma\Core\PressureTest\Methods\Sewer\En1610Water;
use Diastoma\Core\PressureTest\Methods\Sewer\F1417;
use Diastoma\Core\PressureTest\Methods\Water\En805Loss;
use Diastoma\Core\PressureTest\Methods\Water\SteelMain;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/** @return array{TestPlan, TestVerdict} with one limit as a job set it; null as it ships */
function withLimit(TestMethod $method, TestSection $section, PressureTrace $trace, string $id, ?float $value): array
{
    $rulebook = Rulebooks::iso();
    $rulebook = $value === null ? $rulebook : $rulebook->withLimit($id, $value, 'Vera', 'the owner asks for it');
    $plan = $method->by(MethodLimits::of($rulebook))->plan($section);

    return [$plan, $method->judge(new Run($trace), $plan, $section)];
}

it('takes what a meter cannot tell as nothing in a welded main', function (?float $litres, bool $passes) {
    $section = Sections::steel(['welded' => true]);
    $kpa = (new SteelMain)->plan($section)->gaugeKpa;
    $trace = Drawn::trace([[0, 0, 12, 0], [15, $kpa, 12, 4000], [136, $kpa, 12, 4000.15]]);
    expect(withLimit(new SteelMain, $section, $trace, 'test.c604.meter_l', $litres)[1]->passed())->toBe($passes);
})->with(['as it ships' => [null, false], 'a coarser meter' => [0.2, true]]);

it('lets the water test of a sewer be a minute shorter, or as much as the job says', function (?float $minutes, bool $passes) {
    $section = Sections::sewer();
    $kpa = (new En1610Water)->plan($section)->gaugeKpa;
    $trace = Drawn::trace([[0, 0, 12, 0], [30, $kpa, 12, 4000], [90, $kpa, 12, 4010], [118.4, $kpa, 12, 4014]]);
    expect(withLimit(new En1610Water, $section, $trace, 'test.en1610.within_min', $minutes)[1]->passed())->toBe($passes);
})->with(['as it ships' => [null, false], 'two minutes' => [2.0, true]]);

it('reads the level of a sewer no finer than a rule does', function (?float $mbar, bool $passes) {
    $section = Sections::sewer();
    $kpa = (new En1610Water)->plan($section)->gaugeKpa;
    $trace = Drawn::trace([[0, 0, 12, 0], [30, $kpa, 12, 4000], [90, $kpa, 12, 4010], [105, $kpa - 1.05, 12, 4012], [121, $kpa, 12, 4014]]);
    expect(withLimit(new En1610Water, $section, $trace, 'test.en1610.read_mbar', $mbar)[1]->passed())->toBe($passes);
})->with(['as it ships' => [null, true], 'finer' => [0.1, false]]);

it('puts no more of a fall down to the gauge than the job allows', function (?float $percent, bool $passes) {
    $points = [[0, 0], [15, 1200], [75, 1200]];
    for ($minute = 76; $minute <= 136; $minute++) { // a straight fall of 4 kPa, read with a coarse gauge
        $points[] = [$minute, round((1200 - 4 * ($minute - 75) / 60) / 5) * 5];
    }
    $section = Sections::iron(['gauge_resolution_kpa' => 5.0]);
    expect(withLimit(new En805Loss, $section, Drawn::trace($points), 'test.en805.noise_percent', $percent)[1]->passed())->toBe($passes);
})->with(['as it ships' => [null, true], 'next to nothing' => [1.0, false]]);

it('says that the log paused before the judged phase, from the pause that the job names', function (?float $seconds, bool $said) {
    $whole = Drawn::trace([[0, 0], [15, 1200], [75, 1200], [136, 1195]]);
    $rows = [];
    foreach ($whole->t as $k => $t) {
        if ($t <= 1800 || $t >= 2040) {
            $rows[] = ['t' => $t, 'p' => $whole->p[$k], 'c' => null, 'added' => null];
        }
    }
    $verdict = withLimit(new En805Loss, Sections::iron(), PressureTrace::of($rows), 'test.run.pause_s', $seconds)[1];
    $rules = array_map(static fn ($finding): string => $finding->rule, $verdict->findings);
    expect(in_array('test.en805-loss.pause', $rules, true))->toBe($said);
})->with(['as it ships' => [null, false], 'three minutes' => [180.0, true]]);

it('judges a planned test by the limits of its plan, whatever the job changes later', function () {
    $trace = Drawn::trace([[0, 0], [15, 1200], [75, 1200], [105, 1188], [135, 1182]]); // 18 kPa in the hour
    [$plan, $verdict] = withLimit(new En805Loss, Sections::iron(), $trace, 'test.en805.loss_kpa', 15.0);
    expect($verdict->passed())->toBeFalse()
        ->and(withLimit(new En805Loss, Sections::iron(), $trace, 'test.en805.loss_kpa', null)[1]->passed())->toBeTrue();
    $kept = TestPlan::fromArray(json_decode((string) json_encode($plan->toArray()), true));
    $limit = array_values(array_filter($kept->limits, static fn ($l): bool => $l->id === 'test.en805.loss_kpa'))[0];
    expect((new En805Loss)->judge(new Run($trace), $kept, Sections::iron())->passed())->toBeFalse()
        ->and([$limit->value, $limit->changedBy, $limit->reason])->toBe([15.0, 'Vera', 'the owner asks for it']);
});

it('judges a test that was planned before plans held limits by those that ship', function () {
    $trace = Drawn::trace([[0, 0], [15, 1200], [75, 1200], [105, 1188], [135, 1182]]);
    $old = (new En805Loss)->plan(Sections::iron())->toArray();
    unset($old['limits']);
    expect((new En805Loss)->judge(new Run($trace), TestPlan::fromArray($old), Sections::iron())->passed())->toBeTrue();
});

// A start so low that the allowed drop empties the pipe would let everything pass.
it('never passes a sewer that lost all its air, with the start as low as a job may set it', function (TestMethod $method, string $limit, array $options) {
    $least = TestLimits::of($limit)?->least;
    $rulebook = Rulebooks::iso()->withLimit($limit, (float) $least, 'Vera', 'the plugs are weak');
    $section = Sections::for($method);
    $plan = $method->by(MethodLimits::of($rulebook))->plan($section, $options);
    $minutes = array_column(array_map(static fn ($p): array => [$p->id, $p->minutes], $plan->phases), 1, 0);
    $from = 2 + $minutes['settle'] + 1;
    $trace = Drawn::trace(
        [[0, 0, 12], [2, $plan->gaugeKpa, 12], [$from, $plan->gaugeKpa, 12], [$from + 1, $plan->judgedKpa, 12], [$from + 1 + $minutes['test'], 0, 12],
            [$from + 2 + $minutes['test'], 0, 12]], 1.0,
    );
    $marks = [
        ['t' => 0.0, 'phase' => 'raise'], ['t' => 120.0, 'phase' => 'settle'], ['t' => 60 * $from, 'phase' => 'set'],
        ['t' => 60 * ($from + 1), 'phase' => 'test'],
    ];
    expect($method->judge(new Run($trace, $marks), $plan, $section)->passed())->toBeFalse();
})->with([
    'LA' => [fn () => new En1610Air, 'test.en1610.la_start_mbar', ['method' => 'LA']],
    'LB' => [fn () => new En1610Air, 'test.en1610.lb_start_mbar', ['method' => 'LB']],
    'LC' => [fn () => new En1610Air, 'test.en1610.lc_start_mbar', ['method' => 'LC']],
    'LD' => [fn () => new En1610Air, 'test.en1610.ld_start_mbar', ['method' => 'LD']],
    'plastic' => [fn () => new F1417, 'test.f1417.start_mbar', []],
    'concrete' => [fn () => new C924, 'test.c924.start_mbar', []],
]);
