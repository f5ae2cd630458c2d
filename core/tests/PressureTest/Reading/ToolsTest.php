<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Drawn;
use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Water\C600;
use Diastoma\Core\PressureTest\Methods\Water\En805Pe;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Reading\Diagnosis;
use Diastoma\Core\PressureTest\Reading\GaugeCheck;
use Diastoma\Core\PressureTest\Reading\LeastSquares;
use Diastoma\Core\PressureTest\Reading\Losses;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\ShutIn;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Simulation\Noise;

// y = 2 + 3x through (0,2), (1,5), (2,8), (3,11): no residual
it('fits a line that is one', function () {
    $fit = LeastSquares::of([[1.0, 0.0], [1.0, 1.0], [1.0, 2.0], [1.0, 3.0]], [2.0, 5.0, 8.0, 11.0]);
    expect($fit->values)->toEqualWithDelta([2.0, 3.0], 1e-9)->and($fit->residual)->toEqualWithDelta(0.0, 1e-9);
});

// By hand: points (0,0), (1,1), (2,1), (3,3): slope 0.9, intercept −0.1; residuals 0.1, 0.2, −0.7, 0.4: Σ² 0.70, s² 0.35; slope's variance 0.35/5
it('gives the uncertainty of what it fits', function () {
    $fit = LeastSquares::of([[1.0, 0.0], [1.0, 1.0], [1.0, 2.0], [1.0, 3.0]], [0.0, 1.0, 1.0, 3.0]);
    expect($fit->values)->toEqualWithDelta([-0.1, 0.9], 1e-9)->and($fit->deviations[1])->toEqualWithDelta(sqrt(0.35 / 5), 1e-9);
});

it(
    'says when columns cannot be told apart or there is too little',
    fn () => expect(LeastSquares::of(
        [[1.0, 2.0], [2.0, 4.0], [3.0, 6.0]], [1.0, 2.0, 3.0],
    ))->toBeNull()->and(LeastSquares::of([[1.0, 2.0]], [1.0]))->toBeNull()->and(LeastSquares::of([], []))->toBeNull(),
);

it('leans to what was known before where the data say little', function () {
    $rows = [[1.0, 1e-3], [1.0, 2e-3], [1.0, 3e-3], [1.0, 1e-3]];
    $free = LeastSquares::of($rows, [1.0, 1.2, 0.9, 1.1]);
    $held = LeastSquares::of($rows, [1.0, 1.2, 0.9, 1.1], [null, [0.0, 1e-3]]);
    expect(abs($free->values[1]))->toBeGreaterThan(10.0)->and(abs($held->values[1]))->toBeLessThan(0.1);
});

/** @return list<float> a slow fall with the scatter of a gauge */
function gaugeReadings(int $seed): array
{
    $noise = new Noise($seed);

    return array_map(static fn (int $k): float => round(1000 - 0.02 * $k + $noise->normal(0.4), 1), range(0, 399));
}

it('finds nothing wrong with a gauge that scatters', function (int $seed) {
    $check = GaugeCheck::of(gaugeReadings($seed));
    expect($check->evidence)->toBe([])->and($check->scatterKpa)->toEqualWithDelta(0.4, 0.15); // read to a tenth: the middle step is a whole number of tenths
})->with(range(1, 6));

it('finds a gauge that stands still, flies off or jumps', function (Closure $spoil, string $says) {
    expect(implode(' ', GaugeCheck::of($spoil(gaugeReadings(3)))->evidence))->toContain($says);
})->with([
    'stands still' => [
        static fn (array $p): array => array_map(static fn (float $v, int $k): float => $k > 150 && $k < 260 ? 996.5 : $v, $p, array_keys($p)),
        'stood still',
    ],
    'flies off' => [
        static fn (array $p): array => array_map(static fn (float $v, int $k): float => in_array($k, [80, 170, 300], true) ? $v + 60 : $v, $p, array_keys($p)),
        'fly off and come back',
    ],
    'jumps' => [static fn (array $p): array => array_map(static fn (float $v, int $k): float => $k > 200 ? $v - 30 : $v, $p, array_keys($p)), 'jumps once'],
]);

it('knows a material by the words of a drawing', function (string $words, ?Material $material) {
    expect(Material::named($words))->toBe($material);
})->with([
    ['PE 100', Material::Pe], ['Corrugated HDPE', Material::Pe], ['PVC-U', Material::Pvc], ['Ductile iron', Material::Iron], ['Steel', Material::Steel],
    ['GRP', Material::Grp], ['Concrete', Material::Concrete], ['Composite', Material::Composite], ['Clay', null], ['', null],
]);

it('has sound figures for every material', function (Material $material) {
    expect($material->modulusGpa())->toBeGreaterThan(0.5)->toBeLessThan(210.0)->and($material->poisson())->toBeGreaterThan(0.1)->toBeLessThan(0.5)
        ->and($material->expansionPerC())->toBeGreaterThan(5e-6)->toBeLessThan(2.1e-4)
        ->and(array_sum(array_column($material->creep(), 0)))->toBeLessThan(1.0);
})->with(Material::cases());

it('finds where the pump stopped, by the meter and without one', function (bool $metered) {
    $trace = Drawn::trace([[0, 0, 12, 0], [20, 1000, 12, 8], [21, 1000, 12, 8], [90, 990, 12, 8]]);
    $rows = array_map(static fn (array $r): array => $metered ? $r : [...$r, 'added' => null], $trace->rows());
    expect(ShutIn::find($rows)->samples[0]['t'])->toBeGreaterThanOrEqual(1060.0)->toBeLessThanOrEqual(1230.0);
})->with([true, false]);

// An iron main that loses 2 L/h: by volume balance p falls by 2/C an hour; topped up it stays, and the meter shows the same loss.
it('sees the same leak whether the pressure falls or is topped up', function (bool $toppedUp) {
    $section = Sections::iron()->asOnePipe();
    $perKpa = $section->pipe(2.1)->elasticL(1.0);
    $end = $toppedUp ? [141, 1000.0, 12, 32.0] : [141, 1000 - 4.0 / $perKpa, 12, 28.0];
    $rows = Drawn::trace([[0, 0, 12, 0], [20, 1000, 12, 28], [21, 1000, 12, 28], $end])->rows();
    $losses = Losses::of(ShutIn::between($rows, 1260.0, 8460.0), $section, 160);
    expect($losses->explained(0.3)[0])->toEqualWithDelta(2.0, 0.12);
})->with(['falls' => false, 'topped up' => true]);

it('moves every phase under pressure with the target, and none that has no pressure', function () {
    $plan = (new En805Pe)->plan(Sections::pe());
    $moved = $plan->targeting($plan->gaugeKpa + 50);
    expect($moved->gaugeKpa)->toEqualWithDelta($plan->gaugeKpa + 50, 1e-9)->and($moved->phases[0]->targetKpa)->toBe(0.0)->and($moved->phases[2]->targetKpa)
        ->toEqualWithDelta($plan->phases[2]->targetKpa + 50, 1e-9)->and($moved->phases[2]->lowKpa)->toEqualWithDelta($plan->phases[2]->lowKpa + 50, 1e-9)
        ->and($moved->judged()->id)->toBe('main')->and($moved->minutes())->toBe($plan->minutes());
});

it(
    'reads a phase of which little is known as one that is shut',
    fn () => expect(Phase::fromArray(['id' => 'x'])->control)->toBe(Control::Shut)->and(Phase::fromArray(['id' => 'x', 'minutes' => '5'])->minutes)->toBe(5.0),
);

it('ends a test by what its method is worth', function (Severity $severity, Standing $standing, bool $passed, string $state) {
    $verdict = new TestVerdict([new Finding('r', $severity, '', '', Source::commonPractice(), [])], [], [], standing: $standing);
    expect($verdict->passed())->toBe($passed)->and($verdict->state())->toBe($state);
})->with([
    [Severity::Go, Standing::Proves, true, 'passed'], [Severity::Watch, Standing::Proves, true, 'passed'],
    [Severity::Mend, Standing::Proves, false, 'failed'], [Severity::Stop, Standing::Proves, false, 'failed'],
    [Severity::Go, Standing::Advises, true, 'advised'], [Severity::Mend, Standing::Part, false, 'advised'],
]);

it('passes nothing without a finding', fn () => expect((new TestVerdict([], [], []))->passed())->toBeFalse());

it('carries each figure with its formula and its values', function () {
    $figures = (new C600)->plan(Sections::iron())->figures;
    expect($figures[1])->toBeInstanceOf(Figure::class)->and($figures[1]->formula)->toContain('S·D·√P/148 000')->and($figures[1]->working)
        ->toContain('1312.3·11.81·√174')->and($figures[1]->toArray())->toHaveKeys(['title', 'formula', 'working', 'value']);
});

it('thins a long trace for the diagnosis and not a short one', function () {
    $long = Drawn::trace([[0, 0], [600, 1000]], 1.0);
    expect($long->thinned(Diagnosis::MOST)->count())->toBeLessThanOrEqual(Diagnosis::MOST)->and($long->thinned(40000))->toBe($long)
        ->and((new F2164)->restHours())->toBe(8.0);
});
