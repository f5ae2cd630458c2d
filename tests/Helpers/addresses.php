<?php

declare(strict_types=1);

use App\Models\Equipment;
use App\Models\FusionRun;
use App\Models\PressureTest;
use App\Models\Reject;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;

/** Addresses of the API that belong to a job, by method, with something of the demo in place of each name. */
function addresses(Tests\TestCase $test): array
{
    $joint = (fn () => $this->joint(9))->call($test);
    $run = FusionRun::create([
        'id' => (string) Str::uuid(), 'joint_id' => $joint->id, 'person_id' => $test->person()->id, 'voltage_v' => 40, 'resistance_ohm' => 1, 'time_s' => 60,
        'fitting_c' => 20, 'fault' => 'good', 'seed' => 1, 'speed' => 1, 'started_at' => now(), 'real_started_at' => now(),
    ]);
    $plan = App\Models\Plan::firstOrFail();
    $work = App\Models\Work::create([
        'id' => (string) Str::uuid(), 'job_id' => $joint->jobId(), 'kind' => 'stretch', 'procedure' => 'cover.stretch', 'title' => 'A stretch',
        'main_id' => $joint->main_id, 'from_station_m' => 0.0, 'to_station_m' => 12.0, 'facts' => ['depth_m' => 1.5],
    ]);
    $reject = Reject::firstOrCreate(['main_id' => $joint->main_id], ['pipe' => 'P1', 'reason' => 'crack', 'note' => '', 'person_id' => $test->person()->id]);
    $names = [
        'job' => $joint->jobId(), 'main' => $joint->main_id, 'joint' => $joint->id, 'section' => $joint->section_id, 'run' => $run->id, 'plan' => $plan->id,
        'test' => PressureTest::firstOrFail()->id, 'reject' => $reject->id, 'work' => $work->id, 'unit' => Equipment::firstOrFail()->id,
        'person' => $test->person('olaf@demo')->id, 'nonconformance' => App\Models\Nonconformance::firstOrCreate(['job_id' => $joint->jobId(), 'number' => 1], [
            'what' => 'The end is gouged.', 'shared' => [], 'pictures' => [], 'raised_by' => $test->person()->id, 'raised_at' => '2026-01-01T00:00:00+00:00',
        ])->id, 'import' => (string) Str::uuid(), 'format' => 'csv',
    ];
    $found = [];
    foreach (Route::getRoutes() as $route) {
        preg_match_all('/\{(\w+)\}/', $route->uri(), $in);
        $isOfJob = array_intersect($in[1], ['job', 'main', 'joint', 'section', 'run', 'plan', 'test', 'reject', 'work', 'unit', 'nonconformance']) !== [];
        if (str_starts_with($route->uri(), 'api/v1/') && $isOfJob && ! str_contains($route->uri(), '/device/')) {
            $url = '/'.preg_replace_callback('/\{(\w+)\}/', static fn (array $m): string => $names[$m[1]], $route->uri());
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $found[] = [$method, $url, "{$method} ".substr($route->uri(), 7)];
            }
        }
    }

    return $found;
}
