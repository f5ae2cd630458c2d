<?php

declare(strict_types=1);

// Stories that cannot be true or must not be, by kind: how many of each procedure end in what; and how many honest crews are taken for dishonest ones.

require __DIR__.'/../vendor/autoload.php';

use Core\Tests\Net\HonestCrews;
use Core\Tests\Net\Stories;
use Core\Tests\Net\Walk;
use Diastoma\Core\Catalogue\Procedures;

const OUTCOMES = ['refused', 'asked', 'stop', 'mend', 'missing', 'watch', 'silent'];
const RULEBOOKS = ['iso', 'us'];

$runs = (int) ($argv[1] ?? 5000);
$table = $all = [];
$start = hrtime(true);
foreach (Procedures::ids() as $id) {
    foreach (RULEBOOKS as $rulebook) {
        foreach (Stories::of($id, $rulebook) as $kind => $cases) {
            foreach ($cases as $case) {
                if ($kind === 'old' && str_ends_with($case->what, ' at')) {
                    continue; // at its limit it holds: no spoilt story
                }
                $table[$kind][$case->outcome] = ($table[$kind][$case->outcome] ?? 0) + 1;
            }
        }
    }
}
printf("%-8s %7s %s\n", 'kind', 'stories', implode(' ', array_map(static fn (string $o): string => sprintf('%8s', $o), OUTCOMES)));
foreach ($table as $kind => $by) {
    printf("%-8s %7d %s\n", $kind, array_sum($by), implode(' ', array_map(static fn (string $o): string => sprintf('%8d', $by[$o] ?? 0), OUTCOMES)));
}
printf("%.0f s\n", (hrtime(true) - $start) / 1e9);

$refused = $watched = $done = 0;
$each = (int) ceil($runs / (count(RULEBOOKS) * count(Procedures::ids())));
$start = hrtime(true);
foreach (Procedures::ids() as $id) {
    foreach (RULEBOOKS as $rulebook) {
        $walk = new Walk($id, $rulebook);
        for ($seed = 1; $seed <= $each; $seed++, $done++) {
            $verdict = $walk->verdict(HonestCrews::run($walk, $seed));
            $refused += $verdict->isAccepted() ? 0 : 1;
            $told = array_filter($verdict->findings, static fn ($f): bool => str_starts_with($f->rule, 'story.') && $f->severity->rank() > 0);
            $watched += $told === [] ? 0 : 1;
        }
    }
}
printf("%d honest crews: %d not accepted, %d with a remark on their story; %.0f s\n", $done, $refused, $watched, (hrtime(true) - $start) / 1e9);
