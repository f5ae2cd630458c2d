<?php

declare(strict_types=1);

// Heat model, diagnosis, and the reading of a long fusion record; each the median and spread of several rounds.

require __DIR__.'/../vendor/autoload.php';

use App\Imports\FusionFile;
use Core\Tests\Electrofusion\BlindTraces;
use Core\Tests\Electrofusion\StrangeTraces;
use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Simulation\FusionControlUnit;
use Diastoma\Core\Simulation\Heat\CouplerHeat;
use Diastoma\Core\Simulation\Heat\HeatedJoint;

/** @param  Closure(): mixed  $work */
function milliseconds(int $rounds, Closure $work): array
{
    $work();
    $times = [];
    for ($k = 0; $k < $rounds; $k++) {
        $start = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);

    return [$times[intdiv($rounds, 2)], $times[0], $times[$rounds - 1]];
}

$joint = HeatedJoint::of(180, 16.4, 20, 140, 40, 0.64, 260, 15, 0.2);
[$median, $least, $most] = milliseconds(15, static fn () => CouplerHeat::run($joint, 2700.0));
printf(
    "heat model, dn 180, fusion and 45 min of cooling, cells of %.2f mm: median %.0f ms, least %.0f, most %.0f over 15 runs\n",
    CouplerHeat::run($joint, 1.0)->cellMm, $median, $least, $most,
);

$traces = iterator_to_array(BlindTraces::all(20, 3), false);
[$median, $least, $most] = milliseconds(9, static function () use ($traces): void {
    foreach ($traces as [, $trace, $nominal]) {
        Diagnosis::of($trace, $nominal);
    }
});
$samples = array_sum(array_map(static fn (array $t): int => count($t[1]->samples), $traces));
printf(
    "diagnoses per second of %d traces with %.0f samples each: median %.0f, least %.0f, most %.0f over 9 rounds\n", count($traces),
    $samples / count($traces), 1000 * count($traces) / $median, 1000 * count($traces) / $most, 1000 * count($traces) / $least,
);

foreach ([
    'simulated unit' => static fn (int $seed) => BlindTraces::all(60, $seed), 'second physics' => static fn (int $seed) => StrangeTraces::all(60, $seed),
] as $name => $traces) {
    foreach ([1, 9, 42] as $seed) {
        $right = $alarms = $missed = $all = 0;
        foreach ($traces($seed) as [$class, $trace, $nominal]) {
            $found = Diagnosis::of($trace, $nominal)->class;
            $all++;
            $right += $found === $class ? 1 : 0;
            $alarms += $class === TraceClass::Good && $found !== $class ? 1 : 0;
            $missed += $class !== TraceClass::Good && $found === TraceClass::Good ? 1 : 0;
        }
        printf(
            "diagnosis of fusions, %s, seed %d: %d of %d right (%.1f %%); %d of 60 good ones called faulty, %d faulty ones called good\n", $name, $seed,
            $right, $all, 100 * $right / $all, $alarms, $missed,
        );
    }
}

$long = (new FusionControlUnit(40.0, 0.64, 19_999.0, 16.0))->run(1);
$csv = "time_s;voltage_v;current_a;end_code\n".implode(
    "\n", array_map(static fn (array $s): string => str_replace('.', ',', "{$s['t']};{$s['v']};{$s['i']}").';complete', $long->samples),
);
$nominal = Nominal::of(40.0, 0.64, 19_999.0, 16.0);
[$median, $least, $most] = milliseconds(9, static fn () => Diagnosis::of(FusionFile::of($csv)->trace, $nominal));
printf(
    "a fusion record of %d samples (%.0f kB CSV) read and diagnosed: median %.0f ms, least %.0f, most %.0f over 9 runs, peak memory %.0f MB\n",
    count($long->samples), strlen($csv) / 1000, $median, $least, $most, memory_get_peak_usage(true) / 1e6,
);
