<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RunTest;
use App\Actions\StoreTrace;
use App\Exceptions\Refused;
use App\Http\Bench;
use App\Imports\PressureCsv;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\Procedures\Subject;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Simulation\PressureFault;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

final class TestController
{
    public function __construct(private readonly RunTest $tests)
    {
    }

    /** Readiness, the plan as it would be, the preparation to enter, and every test of the section so far. */
    public function index(Section $section): JsonResponse
    {
        $section->load('main.job.rulebook', 'joints', 'tests');
        $readiness = $this->tests->readiness($section);

        return new JsonResponse([
            'section' => [
                'id' => $section->id, 'name' => $section->name, 'from_station_m' => (float) $section->from_station_m, 'to_station_m' => (float) $section->to_station_m,
                'low_level_m' => (float) $section->low_level_m, 'high_level_m' => (float) $section->high_level_m, 'gauge_level_m' => (float) $section->gauge_level_m, 'design_pressure_kpa' => (float) $section->design_pressure_kpa,
            ],
            'ready' => $readiness->isReady(), 'gates' => $readiness->gates,
            'methods' => array_map(static fn (TestMethod $m): array => ['id' => $m->id(), 'title' => $m->title(), 'source' => $m->source()->tag()], TestMethods::for($section->main->service)),
            'plan' => $this->tests->preview($section, 'f2164')->toArray(),
            'bench' => Bench::of(Subject::section($section)),
            'tests' => $section->tests->map(fn (PressureTest $test): array => $this->test($this->tests->settle($test))),
        ]);
    }

    public function store(Request $request, Section $section): JsonResponse
    {
        $given = $request->validate(['method' => 'required|string'], ['method.*' => 'Choose a test method.']);

        return new JsonResponse($this->test($this->tests->plan($section, $this->person($request), $given['method'])), 201);
    }

    public function start(Request $request, PressureTest $test): JsonResponse
    {
        $given = $request->validate(['fault' => [Rule::enum(PressureFault::class)], 'speed' => 'numeric|min:1|max:100000', 'seed' => 'integer|min:0']);

        return new JsonResponse($this->test($this->tests->start($test, $this->person($request), PressureFault::from($given['fault'] ?? 'none'), (float) ($given['speed'] ?? 1), (int) ($given['seed'] ?? random_int(0, 1_000_000)))));
    }

    /** Samples later than `since` seconds, up to now. */
    public function trace(Request $request, PressureTest $test, StoreTrace $traces): JsonResponse
    {
        $since = (float) $request->query('since', '-1');
        $test = $this->tests->settle($test);
        $elapsed = $test->state === 'running' ? $this->tests->elapsed($test) : INF;
        $samples = match ($test->state) {
            'running' => $this->tests->simulated($test)->samples,
            'planned' => [],
            default => $traces->read('test', $test->id),
        };

        return new JsonResponse([
            'test' => $this->test($test), 'elapsed_s' => is_finite($elapsed) ? $elapsed : null,
            'samples' => array_values(array_filter($samples, static fn (array $s): bool => $s['t'] > $since && $s['t'] <= $elapsed)),
        ]);
    }

    public function import(Request $request, PressureTest $test): JsonResponse
    {
        $request->validate(['file' => 'required|file|max:65536'], ['file.*' => 'Choose the CSV file that the logger exported (64 MiB at most).']);
        $file = $request->file('file');
        $text = $file === null ? false : file_get_contents($file->getRealPath());
        if ($text === false) {
            throw Refused::input('The file could not be read. Choose it again.');
        }

        return new JsonResponse($this->test($this->tests->import($test, $this->person($request), PressureCsv::trace($text))), 201);
    }

    private function person(Request $request): Person
    {
        /** @var Person $person */
        $person = $request->user();

        return $person;
    }

    /** @return array<string, mixed> */
    private function test(PressureTest $test): array
    {
        return [
            'id' => $test->id, 'number' => $test->number, 'method' => $test->method, 'state' => $test->state ?? 'planned', 'repeat_of' => $test->repeat_of,
            'plan' => $test->plan, 'verdict' => $test->verdict,
            'started_at' => $test->started_at?->format('Y-m-d\TH:i:sP'), 'ended_at' => $test->ended_at?->format('Y-m-d\TH:i:sP'),
        ];
    }
}
