<?php

declare(strict_types=1);

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestVerdict;

// Head by hand: 10 m of fresh water is 1000 · 9.80665 · 10 / 1000 = 98.0665 kPa (the "metre of water" of ISO 80000-4 tables).
it('carries pressure to another level', function (float $gauge, float $at, float $point, float $density, float $kpa) {
    expect(HydrostaticHead::pressureAt($gauge, $at, $point, $density))->toEqualWithDelta($kpa, 1e-9);
})->with([
    'ten metres below the gauge' => [1000.0, 50.0, 40.0, 1000.0, 1098.0665],
    'ten metres above' => [1000.0, 40.0, 50.0, 1000.0, 901.9335],
    'same level' => [1000.0, 40.0, 40.0, 1000.0, 1000.0],
    'sea water' => [0.0, 10.0, 0.0, 1025.0, 100.5181625],
]);

it('refuses water without density', fn () => expect(fn () => HydrostaticHead::pressureAt(1.0, 1.0, 1.0, 0.0))->toThrow(InvalidInput::class));

// ASTM F2164: 1.5 × design at the low point; 4 h expansion; less 10 psi (69 kPa); 1 h within 5 %.
// By hand: 1000 kPa design → 1500 at 4 m; gauge at 12 m reads 8 · 9.80665 = 78.4532 less = 1421.5468; less 69 = 1352.5468;
// high point at 30 m: 18 · 9.80665 = 176.5197 less than the gauge.
it('plans pressures and phases as the standard says', function () {
    $plan = (new F2164)->plan(Sections::pe(['gauge_level_m' => 12.0, 'profile' => [[0, 4.0], [100, 30.0]]]));
    [$raise, $expansion, $reduce, $test] = $plan->phases;

    expect($plan->lowKpa)->toBe(1500.0)
        ->and($plan->gaugeKpa)->toEqualWithDelta(1421.5468, 1e-9)
        ->and($plan->judgedKpa)->toEqualWithDelta(1352.5468, 1e-9)
        ->and($plan->highKpa)->toEqualWithDelta(1176.0271 + 69.0, 1e-9)
        ->and([$raise->id, $expansion->id, $reduce->id, $test->id])->toBe(['raise', 'expansion', 'reduce', 'test'])
        ->and($expansion->minutes)->toBe(240.0)->and($test->minutes)->toBe(60.0)
        ->and($test->lowKpa)->toEqualWithDelta(0.95 * 1352.5468, 1e-9)->and($test->highKpa)->toEqualWithDelta(1.05 * 1352.5468, 1e-9);
});

it('knows its methods and refuses others', function () {
    expect(TestMethods::of('f2164')->id())->toBe('f2164')->and(fn () => TestMethods::of('sample'))->toThrow(InvalidInput::class, 'f2164');
});

/** @param  list<array{t: float, p: float, c: ?float}>  $samples */
function f2164Verdict(array $samples): TestVerdict
{
    $section = Sections::pe(); // level: 1500 at the gauge, 1431 in the test hour

    return (new F2164)->judge(new Run(PressureTrace::of($samples)), (new F2164)->plan($section), $section);
}

/** A trace with flat phases: raise, expansion, reduce, then the test hour falling in a straight line. @return list<array{t: float, p: float, c: ?float}> */
function f2164Trace(float $expansion, float $test, float $fall = 0.0, float $expansionMin = 241.0, float $testMin = 62.0, float $peak = 0.0): array
{
    $samples = [];
    $start = 15 + $expansionMin + 5;
    for ($minute = 0; $minute <= $start + $testMin; $minute++) {
        $p = match (true) {
            $minute < 15 => $expansion * $minute / 15,
            $minute < 15 + $expansionMin => $expansion + ($minute == 20 ? $peak : 0.0),
            $minute < $start => $test + ($expansion - $test) * ($start - $minute) / 5,
            default => $test - $fall * min(60, $minute - $start) / 60,
        };
        $samples[] = ['t' => 60.0 * $minute, 'p' => $p, 'c' => null];
    }

    return $samples;
}

it('judges the test hour inside, at and outside five percent', function (float $fallPercent, bool $passes, string $severity) {
    $verdict = f2164Verdict(f2164Trace(1500.0, 1431.0, 1431.0 * $fallPercent / 100));
    $band = array_values(array_filter($verdict->findings, static fn ($f): bool => $f->rule === 'test.f2164.band'))[0];

    expect($verdict->passed())->toBe($passes)->and($band->severity->value)->toBe($severity);
})->with([
    'steady' => [0.0, true, 'go'], 'fell 4 %' => [4.0, true, 'go'], 'fell 4.5 %' => [4.5, true, 'watch'],
    'fell exactly 5 %' => [5.0, true, 'watch'], 'fell 5.1 %' => [5.1, false, 'mend'], 'fell 30 %' => [30.0, false, 'mend'],
    'rose 4 %' => [-4.0, true, 'go'], 'rose 6 %' => [-6.0, false, 'mend'],
]);

it('fails what was not done as planned', function (array $samples, string $rule, string $severity) {
    $verdict = f2164Verdict($samples);
    $found = array_values(array_filter($verdict->findings, static fn ($f): bool => $f->rule === $rule));

    expect($verdict->passed())->toBeFalse()->and($found[0]->severity->value)->toBe($severity)->and($found[0]->todo)->not->toBe('');
})->with([
    'expansion of three hours' => [fn () => f2164Trace(1500.0, 1431.0, 0.0, 180.0), 'test.f2164.expansion', 'mend'],
    'half a test hour' => [fn () => f2164Trace(1500.0, 1431.0, 0.0, 241.0, 30.0), 'test.f2164.test', 'mend'],
    'too much bled off' => [fn () => f2164Trace(1500.0, 1300.0), 'test.f2164.start', 'mend'],
    'overloaded' => [fn () => f2164Trace(1500.0, 1431.0, 0.0, 241.0, 62.0, 100.0), 'test.f2164.ceiling', 'stop'],
    'nine hours under test' => [fn () => f2164Trace(1500.0, 1431.0, 0.0, 500.0), 'test.f2164.total', 'mend'],
    'never reached' => [fn () => f2164Trace(900.0, 800.0), 'test.f2164.phases', 'mend'],
]);

it('shows every figure of the arithmetic', function () {
    $values = array_map(static fn ($figure): string => $figure->value, f2164Verdict(f2164Trace(1500.0, 1431.0, 14.31))->arithmetic);

    expect($values)->toContain('15 bar', '14.31 bar', '13.595 bar to 15.026 bar', '14.167 bar and 14.31 bar');
});

it('refuses a trace that cannot be read', function (array $samples, string $says) {
    expect(fn () => PressureTrace::of($samples))->toThrow(InvalidInput::class, $says);
})->with([
    'one sample' => [[['t' => 0.0, 'p' => 1.0, 'c' => null]], 'fewer than two'],
    'time backwards' => [[['t' => 10.0, 'p' => 1.0, 'c' => null], ['t' => 5.0, 'p' => 1.0, 'c' => null]], 'Row 2: time goes backwards'],
    'not a number' => [[['t' => 0.0, 'p' => NAN, 'c' => null], ['t' => 5.0, 'p' => 1.0, 'c' => null]], 'Row 1'],
]);
