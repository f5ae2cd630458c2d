<?php

declare(strict_types=1);

// Verdicts per second of a full coupler in the core, one process, no framework.
require dirname(__DIR__).'/vendor/autoload.php';

use Core\Tests\Joint;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Procedure\Judging;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Rulebook\Rulebooks;

const ROUNDS = 9;
const EACH = 2000;

$readings = Joint::madeWell()->readings();
$facts = Joint::facts();
$rulebook = Rulebooks::iso();
$coupler = new Coupler;
for ($i = 0; $i < EACH; $i++) {
    $coupler->judge($readings, $facts, $rulebook);
}
$rates = [];
for ($round = 0; $round < ROUNDS; $round++) {
    $start = hrtime(true);
    for ($i = 0; $i < EACH; $i++) {
        $coupler->judge($readings, $facts, $rulebook);
    }
    $rates[] = EACH / ((hrtime(true) - $start) / 1e9);
}
sort($rates);
$judging = new Judging;
$coupler->judge($readings, $facts, $rulebook, judging: $judging);
$again = [];
for ($round = 0; $round < ROUNDS; $round++) {
    $next = array_map(
        static fn (int $k): Readings => $readings->with(new Reading('gouge_a_mm', 0.1 + $k % 2 / 10, new DateTimeImmutable('2026-11-23T08:02:00Z'), 'Ada')),
        range(1, EACH),
    );
    $start = hrtime(true);
    foreach ($next as $more) {
        $coupler->judge($more, $facts, $rulebook, judging: $judging);
    }
    $again[] = EACH / ((hrtime(true) - $start) / 1e9);
}
sort($again);
printf(
    "the same judged again after one entry: median %.0f a second, %.2f times as fast in this run\n", $again[intdiv(ROUNDS, 2)],
    $again[intdiv(ROUNDS, 2)] / $rates[intdiv(ROUNDS, 2)],
);
printf(
    "coupler verdicts per second (%d findings each): median %.0f, least %.0f, most %.0f over %d rounds of %d\n",
    count($coupler->judge($readings, $facts, $rulebook)->findings), $rates[intdiv(ROUNDS, 2)], $rates[0], $rates[ROUNDS - 1], ROUNDS, EACH,
);
