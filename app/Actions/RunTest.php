<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Readiness;
use Diastoma\Core\PressureTest\TestMethods;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Simulation\PressureLogger;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Plans, runs and judges the pressure tests of a section. */
final class RunTest
{
    public function __construct(
        private readonly Journal $journal,
        private readonly StoreTrace $traces,
        private readonly AdvanceClock $advance,
    ) {
    }

    public function readiness(Section $section): Readiness
    {
        $joints = $section->joints->map(static fn ($joint): array => [
            'number' => (string) $joint->number, 'state' => $joint->state,
            'accepted' => in_array($joint->state, ['accepted', 'overruled'], true), 'test_at' => $joint->test_at?->toDateTimeImmutable(),
        ])->all();

        $last = $section->tests()->whereNotNull('ended_at')->get()->last();
        $rest = $last?->ended_at?->addMinutes((int) ceil(60 * TestMethods::of($last->method)->restHours()));

        return Readiness::of(array_values($joints), Subject::section($section)->verdict(), $section->main->job->now()->toDateTimeImmutable(), $rest?->toDateTimeImmutable(), $section->main->service);
    }

    /** What the crew would set on the gauge, from the section's facts. */
    public function preview(Section $section, string $method): TestPlan
    {
        return TestMethods::of($method)->plan((float) $section->design_pressure_kpa, (float) $section->gauge_level_m, (float) $section->low_level_m, (float) $section->high_level_m);
    }

    /** @throws Refused if the section is not ready or a test is open */
    public function plan(Section $section, Person $person, string $method): PressureTest
    {
        $this->mayRun($person);
        $readiness = $this->readiness($section);
        if (! $readiness->isReady()) {
            $shut = array_filter($readiness->gates, static fn (array $gate): bool => ! $gate['holds']);
            throw Refused::conflict('The section is not ready: '.implode(' ', array_map(static fn (array $gate): string => "{$gate['title']}: {$gate['said']}", $shut)));
        }
        $last = $section->tests()->get()->last();
        if ($last !== null && in_array($last->state, ['planned', 'running'], true)) {
            throw Refused::conflict("Test {$last->number} is still open. Finish it before planning another.");
        }
        $plan = $this->preview($section, $method)->toArray();

        return DB::transaction(function () use ($section, $person, $method, $last, $plan): PressureTest {
            $test = PressureTest::create(['section_id' => $section->id, 'number' => ($last->number ?? 0) + 1, 'method' => $method, 'repeat_of' => $last?->id, 'plan' => $plan]);
            $this->journal->append($section->main->job, $person, new Draft((string) Str::uuid(), Journal::TEST_PLANNED, 'test', $test->id, ['section' => $section->id, 'number' => $test->number, 'method' => $method, 'repeat_of' => $last?->id, 'plan' => $plan], $section->main->job->now()->format('Y-m-d\TH:i:sP')));

            return $test;
        });
    }

    public function start(PressureTest $test, Person $person, PressureFault $fault, float $speed, int $seed): PressureTest
    {
        $this->mayRun($person);
        $this->mustBePlanned($test);
        $now = $test->section->main->job->now();
        $test->update(['state' => 'running', 'started_at' => $now, 'run' => [
            'fault' => $fault->value, 'speed' => $speed, 'seed' => $seed, 'person' => $person->id, 'real_started_ms' => CarbonImmutable::now('UTC')->getPreciseTimestamp(3),
        ]]);

        return $test;
    }

    public function elapsed(PressureTest $test): float
    {
        return max(0.0, (CarbonImmutable::now('UTC')->getPreciseTimestamp(3) - $test->run['real_started_ms']) / 1000 * $test->run['speed']);
    }

    public function simulated(PressureTest $test): PressureTrace
    {
        $section = $test->section;
        $main = $section->main;

        return (new PressureLogger((float) $section->to_station_m - (float) $section->from_station_m, $main->dn_mm - 2 * $main->wall_mm, $main->wall_mm, 12.0, PressureFault::from($test->run['fault'])))->run(self::planOf($test), (int) $test->run['seed']);
    }

    /** Ends a simulated run when its time has come. */
    public function settle(PressureTest $test): PressureTest
    {
        if ($test->state !== 'running') {
            return $test;
        }
        $trace = $this->simulated($test);
        if ($this->elapsed($test) < $trace->endS()) {
            return $test;
        }

        return $this->finish($test, Person::findOrFail($test->run['person']), $trace, $test->started_at, true);
    }

    public function import(PressureTest $test, Person $person, PressureTrace $trace): PressureTest
    {
        $this->mayRun($person);
        $this->mustBePlanned($test);
        $now = $test->section->main->job->now();

        return $this->finish($test, $person, $trace, $now->subSeconds((int) ceil($trace->endS())), false);
    }

    private function finish(PressureTest $test, Person $person, PressureTrace $trace, CarbonImmutable $started, bool $simulated): PressureTest
    {
        return DB::transaction(function () use ($test, $person, $trace, $started, $simulated): PressureTest {
            $locked = PressureTest::query()->lockForUpdate()->findOrFail($test->id);
            if (in_array($locked->state, ['passed', 'failed'], true)) {
                return $locked;
            }
            $job = $test->section->main->job;
            $ended = $started->addSeconds((int) ceil($trace->endS()));
            if ($ended > $job->now()) {
                $this->advance->execute($job, $person, $ended, 'A simulated pressure test ran faster than real time.');
            }
            $this->traces->execute('test', $test->id, array_map(static fn (array $s): array => ['t' => $s['t'], 'p' => $s['p'], 'c' => $s['c']], $trace->samples));
            $verdict = TestMethods::of($test->method)->judge($trace, self::planOf($test));
            $state = $verdict->passed() ? 'passed' : 'failed';
            $data = [...$verdict->toArray(), 'diagnosis' => TraceMeaning::of($locked, $trace, $verdict)];
            $this->journal->append($job, $person, new Draft((string) Str::uuid(), Journal::TEST_JUDGED, 'test', $test->id, [
                'state' => $state, 'verdict' => $data, 'started_at' => $started->format('Y-m-d\TH:i:sP'), 'ended_at' => $ended->format('Y-m-d\TH:i:sP'),
                'samples' => count($trace->samples), 'samples_sha256' => hash('sha256', json_encode($trace->samples, JSON_THROW_ON_ERROR)), 'simulated' => $simulated,
            ], $ended->format('Y-m-d\TH:i:sP')));
            $locked->update(['state' => $state, 'verdict' => $data, 'started_at' => $started, 'ended_at' => $ended]);

            return $locked;
        });
    }

    public static function planOf(PressureTest $test): TestPlan
    {
        $plan = $test->plan;

        return new TestPlan($plan['method'], (float) $plan['test_pressure_low_kpa'], (float) $plan['gauge_expansion_kpa'], (float) $plan['gauge_test_kpa'], (float) $plan['high_expansion_kpa'], (float) $plan['high_test_kpa'], $plan['make_up'], $plan['phases'], $plan['notes']);
    }

    private function mayRun(Person $person): void
    {
        if (! $person->isAnyOf('tester', 'supervisor', 'admin')) {
            throw Refused::forbidden("A {$person->role} may not test. Ask a tester or a supervisor.");
        }
    }

    private function mustBePlanned(PressureTest $test): void
    {
        if ($test->state !== 'planned') {
            throw Refused::conflict("Test {$test->number} has been run. It is never edited: plan a repeat.");
        }
    }
}
