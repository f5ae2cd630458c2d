<?php

declare(strict_types=1);

use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Procedure\Judging;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Severity;

/**
 * What a crew enters, each reading by itself, some of them badly first and some twice, in an order that a seed mixes a little.
 *
 * @return list<Reading>
 */
function restless(Walk $walk, int $seed): array
{
    mt_srand($seed);
    $story = [];
    foreach ($walk->made()->history as $k => $reading) {
        if (is_float($reading->value) && mt_rand(0, 3) === 0) {
            $story[] = new Reading($reading->key, $reading->value * mt_rand(0, 30) / 10, $reading->takenAt->modify('-1 second'), 'Ada');
        } elseif (is_bool($reading->value) && mt_rand(0, 4) === 0) {
            $story[] = new Reading($reading->key, ! $reading->value, $reading->takenAt->modify('-1 second'), 'Ada');
        }
        $story[] = $reading;
        if ($k > 3 && mt_rand(0, 9) === 0) {
            $again = $walk->made()->history[mt_rand(0, $k)];
            $story[] = new Reading($again->key, $again->value, $reading->takenAt->modify('+1 second'), 'Ada');
        }
    }

    return $story;
}

it('judges again only what a new entry can change, and finds what judging all of it finds', function (string $procedure, string $rulebook) {
    $seed = $rulebook === 'iso' ? 1 : 2;
    $walk = new Walk($procedure, $rulebook);
    $judging = new Judging;
    $history = $overrules = [];
    foreach (restless($walk, $seed) as $k => $reading) {
        $history[] = $reading;
        $readings = new Readings($history, $overrules);
        $quick = $walk->procedure->judge($readings, $walk->facts(), $walk->rulebook, judging: $judging)->toArray();
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
    $walk->procedure->judge($made, $walk->facts(), $walk->rulebook, judging: $judging);
    $known = (fn (): array => $this->known)->call($judging);
    $walk->procedure->judge(
        $made->with(new Reading('gouge_a_mm', 0.2, new DateTimeImmutable('2026-11-23T20:00:00Z'), 'Ada')), $walk->facts(), $walk->rulebook,
        judging: $judging,
    );
    foreach ((fn (): array => $this->known)->call($judging) as $place => $after) {
        $asked += $after[0] === $known[$place][0] ? 0 : 1;
    }
    expect($asked)->toBeGreaterThan(0)->toBeLessThan(intdiv(count($known), 3));
});
