<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\PressureTest;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Reading\Diagnosis;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\Section;
use Diastoma\Core\PressureTest\Reading\ShutIn;
use Diastoma\Core\PressureTest\TestVerdict;

/** What the test phase of a judged trace most looks like; null where pipe or trace do not tell. */
final class TraceMeaning
{
    /** @return ?array<string, mixed> */
    public static function of(PressureTest $test, PressureTrace $trace, TestVerdict $verdict): ?array
    {
        $section = $test->section;
        $main = $section->main;
        $material = Material::named($main->material);
        $phase = $verdict->phases[count($verdict->phases) - 1] ?? null;
        if ($material === null || $phase === null) {
            return null;
        }
        try {
            $pipe = Section::of($material, (float) $section->to_station_m - (float) $section->from_station_m, (float) $main->od_largest_mm - 2 * $main->wall_mm, (float) $main->wall_mm);
            $samples = array_map(static fn (array $s): array => ['t' => (float) $s['t'], 'p' => (float) $s['p'], 'c' => $s['c'], 'added' => null], $trace->samples);

            return Diagnosis::ofWindow(ShutIn::between($samples, $phase['from_s'], $phase['to_s']), $pipe)->toArray();
        } catch (InvalidInput) {
            return null; // too few readings, or a pipe whose sizes are not known: nothing is said
        }
    }
}
