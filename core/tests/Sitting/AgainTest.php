<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\Judging;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/** Judged with what is remembered of the times before. */
function judgedAgain(Walk $walk, Judging $judging, Readings $readings): Verdict
{
    $situation = new Situation($judging->begin($readings), $walk->facts(), $walk->rulebook, judging: $judging);

    return $walk->procedure->judged($situation, $judging->steps(fn (): array => $walk->procedure->asked($situation)), $judging);
}

it('judges again only what a new entry can change, and finds what judging all of it finds', function (string $procedure, string $rulebook) {
    $seed = $rulebook === 'iso' ? 1 : 2;
    $walk = new Walk($procedure, $rulebook);
    $judging = new Judging;
    $history = $overrules = [];
    foreach ($walk->restless($seed) as $k => $reading) {
        $history[] = $reading;
        $readings = new Readings($history, $overrules);
        $quick = judgedAgain($walk, $judging, $readings)->toArray();
        $whole = $walk->procedure->judge($readings, $walk->facts(), $walk->rulebook)->toArray();
        expect($quick)->toEqual($whole, "{$procedure}, seed {$seed}, after {$k}: {$reading->key}");
        $open = array_values(array_filter($whole['findings'], static fn (array $f): bool => $f['severity'] === 'mend' && $f['overrule'] === null));
        if ($open !== [] && $k % 7 === 0) {
            $overrules[] = new Overrule($open[0]['rule'], 'Vera', 'supervisor', 'Seen and accepted.', $reading->takenAt, Severity::Mend);
        }
    }
})->with(Procedures::ids())->with(['iso', 'us']);

it('asks again only what looked at the new reading', function () {
    $walk = new Walk('electrofusion.coupler');
    $judging = new Judging;
    $made = $walk->made();
    $asked = 0;
    judgedAgain($walk, $judging, $made);
    $known = (fn (): array => $this->known)->call($judging);
    judgedAgain($walk, $judging, $made->with(new Reading('gouge_a_mm', 0.2, new DateTimeImmutable('2026-11-23T20:00:00Z'), 'Ada')));
    foreach ((fn (): array => $this->known)->call($judging) as $place => $after) {
        $asked += $after[0] === ($known[$place][0] ?? null) ? 0 : 1;
    }
    expect($asked)->toBeGreaterThan(0)->toBeLessThan(intdiv(count($known), 3));
});

it('asks again what nobody asked for while a reading of it changed', function () {
    $judging = new Judging;
    $now = new DateTimeImmutable('2026-11-23T20:00:00Z');
    $known = new Readings([new Reading('gouge_a_mm', 0.2, $now, 'Ada')]);
    $told = static fn (Readings $watched): mixed => $judging->keep('somewhere', null, static fn (): ?float => $watched->number('gouge_a_mm'));
    expect($told($judging->begin($known)))->toBe(0.2);
    $judging->begin($known = $known->with(new Reading('gouge_a_mm', 1.8, $now, 'Ada'))); // its step is not asked just now
    expect($told($judging->begin($known->with(new Reading('ambient_c', 12.0, $now, 'Ada')))))->toBe(1.8);
});

it('compares with the build in which something was worked out, not with the one before', function () {
    $judging = new Judging;
    $now = new DateTimeImmutable('2026-11-23T20:00:00Z');
    $limit = static function (Readings $watched) use ($judging): ?float {
        $judging->steps(static fn (): array => $watched->has('wide') ? [] : []);

        return $watched->has('wide') ? 2.0 : 1.0; // what a step gives its rule
    };
    $worked = static fn (?float $limit): float => $judging->keep('somewhere', $limit, static fn (): float => $limit * 10);
    $known = new Readings([]);
    expect($worked($limit($judging->begin($known))))->toBe(10.0);
    $limit($judging->begin($known = $known->with(new Reading('wide', true, $now, 'Ada')))); // built, and not judged
    expect($worked($limit($judging->begin($known->with(new Reading('ambient_c', 12.0, $now, 'Ada'))))))->toBe(20.0);
});
