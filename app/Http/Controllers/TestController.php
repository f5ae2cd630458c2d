<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\BringPressureTrace;
use App\Actions\ConductPressureTest;
use App\Actions\EndPressureTest;
use App\Actions\PlanPressureTest;
use App\Exceptions\Refused;
use App\Http\Requests\SectionFactsRequest;
use App\Http\Requests\TestFinishRequest;
use App\Http\Requests\TestLoggingRequest;
use App\Http\Requests\TestNoteRequest;
use App\Http\Requests\TestPlanRequest;
use App\Http\Requests\TestReadingRequest;
use App\Http\Requests\TestStartRequest;
use App\Http\Requests\TestTraceRequest;
use App\Models\Main;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\Pages\TestPage;
use App\PressureTests\KnownFacts;
use App\PressureTests\Progress;
use App\PressureTests\Recorded;
use App\Traces\LoggedTrace;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\Run\ByHand;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\Simulation\PressureFault;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Tests of a section: planned, run, brought, ended. */
final class TestController
{
    /** No screen needs more, and none gets more. */
    private const MOST_POINTS = 4000;

    public function __construct(
        private readonly TestPage $page, private readonly PlanPressureTest $planning, private readonly ConductPressureTest $run,
        private readonly EndPressureTest $judge, private readonly Recorded $recorded,
    ) {
    }

    /** Readiness, methods, the plan as it would be, the preparation to enter, and every test of the section so far. */
    public function index(Request $request, Section $section): JsonResponse
    {
        $section->load('main.job.rulebook', 'tests.section.main.job.rulebook');
        $section->setRelation('joints', $section->joints()->get(['id', 'section_id', 'main_id', 'number', 'suffix', 'state', 'test_at', 'station_m']));
        $options = $request->query('options', []);
        /** @var Person $person */
        $person = $request->user();

        return new JsonResponse($this->page->section(
            $section, $person, is_string($request->query('method')) ? $request->query('method') : null, is_array($options) ? $options : [],
        ));
    }

    public function facts(SectionFactsRequest $request, Section $section): JsonResponse
    {
        $given = $request->validated();
        $this->planning->facts($section, $request->person(), $given['facts']);

        return $this->index($request, $section->refresh());
    }

    public function store(TestPlanRequest $request, Section $section): JsonResponse
    {
        $given = $request->validated();

        $section->tests->each($this->judge->settle(...));

        return new JsonResponse($this->page->test($this->planning->execute($section, $request->person(), $given['method'], $given['options'] ?? [])), 201);
    }

    public function start(TestStartRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();

        $mode = $given['mode'] ?? 'simulated';
        $at = $mode === 'hand' && isset($given['at']) ? CarbonImmutable::parse($given['at'])->utc() : null;

        return new JsonResponse($this->page->test($this->run->start(
            $test, $request->person(), $mode, PressureFault::from($given['fault'] ?? 'none'), (float) ($given['speed'] ?? 1),
            (int) ($given['seed'] ?? random_int(0, 1_000_000)), $given['id'] ?? null, $at,
        )));
    }

    /** Of a test that runs the samples later than `since`; of one that is over the stretch `from` to `to`, thinned to 4000 with its extremes kept. */
    public function trace(Request $request, PressureTest $test, TraceStore $traces): JsonResponse
    {
        if (! $test->hasEnded()) {
            $since = (float) $request->query('since', '-1');

            return new JsonResponse([
                'test' => $this->page->test($test), 'elapsed_s' => $test->state === 'running' ? $this->recorded->elapsed($test) : null,
                'over' => $this->judge->isOver($test), 'whole' => true,
                'samples' => $test->state === 'running' ? $this->recorded->toDraw($test, $since, self::MOST_POINTS) : [],
            ]);
        }
        $extent = $traces->extent('test', $test->id);
        $samples = LoggedTrace::rows($traces->window(
            'test', $test->id, (float) $request->query('from', '-1e12'), (float) $request->query('to', '1e12'), self::MOST_POINTS,
        ));

        return new JsonResponse([
            'test' => $request->boolean('bare') ? null : $this->page->test($test), 'elapsed_s' => null, 'over' => true,
            'whole' => $extent['count'] <= self::MOST_POINTS, 'samples' => $samples,
        ]);
    }

    /** Ends a simulated test if its time has come. */
    public function settle(PressureTest $test): JsonResponse
    {
        return new JsonResponse($this->page->test($this->judge->settle($test)));
    }

    public function import(TestTraceRequest $request, PressureTest $test, BringPressureTrace $import): JsonResponse
    {
        $given = $request->validated();
        $request->session()->save(); // lets the page ask how far it has come meanwhile
        $measured = $this->measured($test, (array) json_decode($given['measured'] ?? '{}', true));
        $file = $request->file('file');

        return new JsonResponse(
            $this->page->test($import->execute(
                $test, $request->person(), (string) $file?->getRealPath(), $measured, trim($given['broken_off'] ?? ''),
                Progress::of($given['import'] ?? null),
            )),
            201,
        );
    }

    public function progress(Request $request, string $import): JsonResponse
    {
        $test = PressureTest::find(Progress::test($import)) ?? Main::find(Progress::test($import)); // a trace, or a list of joints
        /** @var Person $person */
        $person = $request->user();
        $seen = $test !== null && $person->roleOn($test) !== null;

        return new JsonResponse(['import' => $seen ? Progress::seen($import) : null]);
    }

    public function cancel(PressureTest $test, string $import): JsonResponse
    {
        if (! \Illuminate\Support\Str::isUuid($import)) {
            throw Refused::input('There is no such import.');
        }
        Progress::cancel($import, $test->id);

        return new JsonResponse(null, 204);
    }

    public function reading(TestReadingRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();
        $values = ['pressure_kpa' => (float) $given['pressure_kpa']];
        foreach (['temperature_c', 'added_l'] as $key) {
            if (array_key_exists($key, $given)) {
                $values[$key] = $given[$key] === null ? null : (float) $given[$key];
            }
        }
        $this->run->reading($test, $request->person(), $given['id'], CarbonImmutable::parse($given['at'])->utc(), $values);

        return new JsonResponse($this->page->test($test), 201);
    }

    public function note(TestNoteRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();
        if (trim($given['text'] ?? '') === '' && ($given['phase'] ?? null) === null) {
            throw Refused::input('Write what happened.', [['field' => 'text', 'detail' => 'empty']]);
        }
        $at = isset($given['at']) ? CarbonImmutable::parse($given['at'])->utc() : null;
        $this->run->note($test, $request->person(), $given['id'], trim($given['text'] ?? ''), $given['phase'] ?? null, $at);

        return new JsonResponse($this->page->test($test), 201);
    }

    public function logging(TestLoggingRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();

        return new JsonResponse($this->page->test($this->run->logging($test, $request->person(), (bool) $given['on'])));
    }

    public function finish(TestFinishRequest $request, PressureTest $test): JsonResponse
    {
        $given = $request->validated();

        return new JsonResponse($this->page->test($this->judge->finish(
            $test, $request->person(), $this->measured($test, $given['measured'] ?? []), trim($given['broken_off'] ?? ''), $given['id'] ?? null,
        )));
    }

    /**
     * @param  array<mixed>  $given
     * @return array<string, bool|float>
     */
    private function measured(PressureTest $test, array $given): array
    {
        return ByHand::measured(TestMethods::of($test->method), $given, KnownFacts::words($test->section)->units);
    }
}
