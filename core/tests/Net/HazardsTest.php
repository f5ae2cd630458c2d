<?php

declare(strict_types=1);

use Core\Tests\Net\Hazard;
use Core\Tests\Net\Spoilt;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Rulebook\Finding;

/*
 * The net of the pressure tests: every method against everything that a crew in a hurry, a leaking main or a lying gauge does to a record. Each spoilt
 * record has one verdict it must not get: taken
 * as good, and not a word about what is wrong. 200 records a method at the least; bench/hazards.php prints the figures over more.
 */
dataset('methods', fn () => array_merge([], ...array_map(static fn (TestMethod $m): array => [$m->id() => [$m->id()]], TestMethods::all())));

it('takes a test that was run well on a tight section', function (string $method) {
    $net = new Spoilt($method);
    foreach (range(0, 11) as $seed) {
        $verdict = $net->judged($net->good($seed));
        expect($net->isAccepted($verdict))->toBeTrue("{$method}, seed {$seed}: ".implode(
            ' ', array_map(static fn (Finding $f): string => $f->said, $verdict->findings),
        ));
    }
})->with('methods');

it('takes none that was spoilt', function (string $method) {
    $net = new Spoilt($method);
    $hazards = $net->hazards();
    $each = (int) ceil(200 / count($hazards));
    $taken = [];
    foreach ($hazards as $hazard) {
        for ($seed = 0; $seed < $each; $seed++) {
            $verdict = $net->spoiltBy($hazard, $seed);
            if ($verdict !== null && $net->isAccepted($verdict, $hazard)) {
                $taken[] = "{$hazard->value}, seed {$seed}";
            }
        }
    }
    expect($taken)->toBe([])->and($each * count($hazards))->toBeGreaterThanOrEqual(200);
})->with('methods');

it('says why where a method has nothing against a hazard', function () {
    $none = [];
    foreach (TestMethods::all() as $method) {
        foreach (Hazard::cases() as $hazard) {
            if ($hazard->isNone($method) !== null) {
                $none[$hazard->name][] = $method->id();
            }
        }
    }
    $filledWithAir = array_values(array_map(
        static fn (TestMethod $m): string => $m->id(), array_filter(TestMethods::all(), static fn (TestMethod $m): bool => $m->medium() === Medium::Air),
    ));
    expect(array_keys($none))->toEqualCanonicalizing(['TooFast', 'NoSettling', 'Air', 'Stuck', 'Jump']) // everything else is against every method
        ->and($none['TooFast'])->toHaveCount(count(TestMethods::all()) - 1)->and($none['Air'])->toBe($filledWithAir);
});
