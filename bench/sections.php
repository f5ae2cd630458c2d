<?php

declare(strict_types=1);

// Diagnosis of shut sections: blind over 600 seeded traces of mixed cause and size, and the time for a trace of 24 h.

require __DIR__.'/../vendor/autoload.php';

use Core\Tests\PressureTest\BlindSections;
use Diastoma\Core\PressureTest\Reading\Cause;
use Diastoma\Core\PressureTest\Reading\Diagnosis;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\Simulation\SectionRig;

foreach ([1, 9, 42] as $seed) {
    $right = $total = $missed = $leaks = 0;
    foreach (BlindSections::all(600, $seed) as [$truth, $samples, $section, $allowed, $leak]) {
        $found = Diagnosis::of($samples, $section, $allowed);
        $got = array_filter($found->causes, static fn (Cause $c): bool => ! in_array($c, [Cause::Tight, Cause::Creep], true));
        $right += array_diff(array_column($got, 'value'), array_column($truth, 'value')) === [] && count($got) === count($truth) ? 1 : 0;
        $leaks += $leak > 2 * $allowed ? 1 : 0;
        $missed += $leak > 2 * $allowed && $found->has(Cause::Tight) ? 1 : 0;
        $total++;
    }
    printf(
        "diagnosis of shut sections, seed %d: %d of %d right (%.1f %%); of %d leaks above twice the allowed rate %d called tight\n", $seed, $right, $total,
        100 * $right / $total, $leaks, $missed,
    );
}

$section = Section::of(Material::Pe, 900.0, 257.0, 28.6);
$samples = (new SectionRig($section->volumeM3(), 257.0, 28.6, 1.0, 0.45, 1.8e-4, Material::Pe->creep()))->run(1000.0, 20.0, 24.0, 5.0, 3);
$times = [];
for ($k = 0; $k < 9; $k++) {
    $start = hrtime(true);
    Diagnosis::of($samples, $section, 3.0);
    $times[] = (hrtime(true) - $start) / 1e6;
}
sort($times);
printf("diagnosis of a 24 h trace of %d readings: median %.0f ms, least %.0f, most %.0f over 9 runs\n", count($samples), $times[4], $times[0], $times[8]);
