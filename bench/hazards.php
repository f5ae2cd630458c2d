<?php

declare(strict_types=1);

// Every pressure test method against every hazard of the net: how many spoilt records are taken as good, over 100 seeds a hazard, and the time for one.

require __DIR__.'/../vendor/autoload.php';

use Core\Tests\Net\Spoilt;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;

const SEEDS = 100;

foreach (array_map(static fn (TestMethod $m): string => $m->id(), TestMethods::all()) as $id) {
    $net = new Spoilt($id);
    $refused = 0;
    foreach (range(0, SEEDS - 1) as $seed) {
        $refused += $net->isAccepted($net->judged($net->good($seed))) ? 0 : 1;
    }
    $taken = [];
    $times = [];
    foreach ($net->hazards() as $hazard) {
        foreach (range(0, SEEDS - 1) as $seed) {
            $start = hrtime(true);
            $verdict = $net->spoiltBy($hazard, $seed);
            $times[] = (hrtime(true) - $start) / 1e6;
            if ($verdict !== null && $net->isAccepted($verdict, $hazard)) {
                $taken[$hazard->value] = ($taken[$hazard->value] ?? 0) + 1;
            }
        }
    }
    sort($times);
    printf('%-13s %d hazards, %d spoilt records, %d taken%s; %d of %d good ones not taken; median %.1f '
        ."ms\n", $id, count($net->hazards()), count($times), array_sum($taken),
        $taken === [] ? '' : ' ('.implode(
            ', ', array_map(static fn (string $h, int $n): string => "{$n} × {$h}", array_keys($taken), $taken),
        ).')', $refused, SEEDS, $times[intdiv(count($times), 2)]);
}
