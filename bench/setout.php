<?php

declare(strict_types=1);

// The planner: 10 km of alignment, and 200 short ones against a search that tries every sequence.

require __DIR__.'/../vendor/autoload.php';

use Core\Tests\Layout\Lines;
use Diastoma\Core\Layout\Alignment;
use Diastoma\Core\Layout\Path\Profile;
use Diastoma\Core\Layout\Planner;

$timed = static function (Alignment $line, ?float $cutMin, bool $anywhere): array {
    $times = [];
    $plan = null;
    for ($k = 0; $k < 7; $k++) {
        $start = hrtime(true);
        $plan = Planner::plan($line, Lines::limits(2.0, $cutMin, [6.0, 12.0], $anywhere));
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);

    return [$plan, $times[3], $times[0], $times[6]];
};

mt_srand(5);
$parts = [];
for ($length = 0; $length < 10000;) {
    $straight = mt_rand(40, 200);
    $arc = mt_rand(40, 150);
    $parts[] = [$straight, 0];
    $parts[] = [$arc, mt_rand(250, 900) * (mt_rand(0, 1) === 1 ? 1 : -1)];
    $length += $straight + $arc;
}
$levels = [];
for ($s = 0; $s <= $length + 200; $s += 200) {
    $levels[] = [(float) $s, mt_rand(0, 400) / 100, 40.0];
}
foreach ([['level', null], ['with a profile', Profile::throughPoints($levels)]] as [$name, $profile]) {
    foreach ([['stock lengths only', null, false], ['cut to close', 1.0, false], ['cut anywhere', 1.0, true]] as [$how, $cutMin, $anywhere]) {
        [$plan, $median, $least, $most] = $timed(Lines::of($parts, $profile), $cutMin, $anywhere);
        printf(
            "set-out, %.1f km %s, %s: median %.2f s, least %.2f, most %.2f over 7 runs; %d pipes, lower bound %d, peak %.0f MB\n", $length / 1000, $name,
            $how, $median / 1000, $least / 1000, $most / 1000, count($plan->pipes), $plan->lowerBound, memory_get_peak_usage() / 1e6,
        );
    }
}

$seed = (int) ($argv[1] ?? 1);
$runs = (int) ($argv[2] ?? 200);
mt_srand($seed);
$least = $more = $broken = $beaten = 0;
for ($k = 0; $k < $runs; $k++) {
    $line = Lines::of(Lines::parts(50, 230, 500));
    $cutMin = $k % 2 === 1 ? 1.0 : null;
    $plan = Planner::plan($line, Lines::limits(2.0, $cutMin));
    $count = $plan->complete ? count($plan->pipes) : PHP_INT_MAX;
    $exhaustive = Lines::exhaustive($line, [12.0, 6.0], 1.6, 0.05, $cutMin, 16) ?? PHP_INT_MAX;
    $count <= $exhaustive ? $least++ : $more++;
    $beaten += $count < $exhaustive ? 1 : 0;
    $broken += Lines::broken($plan) === [] && $plan->lowerBound <= $count ? 0 : 1;
}
printf(
    "set-out against trying every sequence, %d alignments, seed %d: no more pipes than it on %d (%.1f %%), fewer on %d, more on %d; limits broken on %d\n",
    $runs, $seed, $least, 100 * $least / max(1, $runs), $beaten, $more, $broken,
);
