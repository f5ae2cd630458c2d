<?php

declare(strict_types=1);

namespace App\PressureTests;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Person;
use App\Models\PressureTest;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Sitting\SimulatedDevice;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A test as it runs: begun, read, noted, logging stopped and taken up again. */
final class RunTest
{
    /** A reading may lie so far in the future before it is refused, s: common practice. */
    private const SLACK_S = 120.0;

    public function __construct(private readonly Journal $journal, private readonly Recorded $recorded, private readonly TraceStore $traces)
    {
    }

    public function start(PressureTest $test, Person $person, string $mode, PressureFault $fault, float $speed, int $seed): PressureTest
    {
        PlanTest::mayTest($person);
        $job = $test->section->main->job;
        $refused = $mode === 'simulated' ? SimulatedDevice::PressureLogger->refusal($job->simulated) : null;
        if ($refused !== null) {
            throw Refused::conflict($refused);
        }

        return DB::transaction(function () use ($test, $person, $mode, $fault, $speed, $seed, $job): PressureTest {
            $locked = PressureTest::query()->lockForUpdate()->findOrFail($test->id);
            $this->mustBePlanned($locked);
            $this->mustBeReady($locked);
            $run = ['person' => $person->id, 'real_started_ms' => CarbonImmutable::now('UTC')->getPreciseTimestamp(3), 'gaps' => [], ...($mode === 'simulated' ? ['fault' => $fault->value, 'speed' => $speed, 'seed' => $seed] : [])];
            $now = $job->now();
            $this->journal->append($job, $person, new Draft((string) Str::uuid(), Journal::TEST_BEGUN, 'test', $test->id, ['mode' => $mode], $now->format('Y-m-d\TH:i:sP')));
            $locked->update(['state' => 'running', 'mode' => $mode, 'started_at' => $now, 'run' => $run]);

            return $locked;
        });
    }

    /**
     * One reading by hand; sent twice it is stored once.
     *
     * @param  array{pressure_kpa: float, temperature_c?: ?float, added_l?: ?float}  $values
     */
    public function reading(PressureTest $test, Person $person, string $id, CarbonImmutable $at, array $values): PressureTest
    {
        PlanTest::mayTest($person);

        return $this->whileRunning($test, 'hand', function (PressureTest $test, Job $job) use ($person, $id, $at, $values): PressureTest {
            $seconds = $test->started_at->diffInMilliseconds($at, false) / 1000;
            if ($seconds < 0 || $at > $job->now()->addSeconds((int) self::SLACK_S)) {
                throw Refused::input('The time of this reading lies before the test was begun, or in the future. Set the clock of this device; what you entered is kept.', [['field' => 'at', 'detail' => 'outside the test', 'value' => $at->format('Y-m-d\TH:i:sP')]]);
            }
            $sent = Journal::fingerprint(['at' => $at->format('Y-m-d\TH:i:sP'), ...$values]);
            $kept = ['t' => round($seconds, 3), ...array_filter($values, static fn (?float $v): bool => $v !== null), 'sent' => $sent];
            $this->journal->append($job, $person, new Draft($id, Journal::TEST_READING, 'test', $test->id, $kept, $at->format('Y-m-d\TH:i:sP')));

            return $test;
        });
    }

    /** What is said of a moment, and that a phase begins with it. */
    public function note(PressureTest $test, Person $person, string $id, string $text, ?string $phase): void
    {
        PlanTest::mayTest($person);
        $this->whileRunning($test, null, function (PressureTest $test, Job $job) use ($person, $id, $text, $phase): PressureTest {
            $found = array_values(array_filter(Recorded::plan($test)->phases, static fn ($p): bool => $p->id === $phase))[0] ?? null;
            if ($phase !== null && $found === null) {
                throw Refused::input("This plan has no phase “{$phase}”. Load the page again.", [['field' => 'phase', 'detail' => 'unknown', 'value' => $phase]]);
            }
            $note = ['t' => round($this->recorded->elapsed($test), 1), 'text' => $text !== '' ? $text : 'Begun: '.($found->title ?? ''), 'phase' => $phase];
            $sent = Journal::fingerprint(['text' => $text, 'phase' => $phase]);
            $this->journal->append($job, $person, new Draft($id, Journal::TEST_NOTE, 'test', $test->id, [...$note, 'sent' => $sent], $job->now()->format('Y-m-d\TH:i:sP')));

            return $test;
        });
    }

    /**
     * Under the lock of the test: of two sent at once the second finds what the first has left, and nothing is added to a test that somebody has just ended.
     *
     * @param  \Closure(PressureTest, Job): PressureTest  $write
     */
    private function whileRunning(PressureTest $test, ?string $mode, \Closure $write): PressureTest
    {
        return DB::transaction(function () use ($test, $mode, $write): PressureTest {
            $locked = PressureTest::with('section.main.job.rulebook')->lockForUpdate()->findOrFail($test->id);
            $this->mustRun($locked, $mode);

            return $write($locked, $locked->section->main->job);
        });
    }

    /** Logging stops, or goes on; what was recorded stays, and the gap shows. */
    public function logging(PressureTest $test, Person $person, bool $on): PressureTest
    {
        PlanTest::mayTest($person);

        return $this->whileRunning($test, null, function (PressureTest $locked, Job $job) use ($person, $on): PressureTest {
            $gaps = $locked->run['gaps'] ?? [];
            $open = $gaps !== [] && $gaps[count($gaps) - 1][1] === null;
            if ($open === ! $on) {
                return $locked; // sent twice
            }
            $at = round($this->recorded->elapsed($locked), 1);
            $on ? $gaps[count($gaps) - 1][1] = $at : $gaps[] = [$at, null];
            $note = ['t' => $at, 'text' => $on ? 'Logging goes on' : 'Logging stopped', 'phase' => null];
            $this->journal->append($job, $person, new Draft((string) Str::uuid(), Journal::TEST_NOTE, 'test', $locked->id, $note, $job->now()->format('Y-m-d\TH:i:sP')));
            $locked->update(['run' => [...$locked->run, 'gaps' => $gaps]]);

            return $locked;
        });
    }

    /**
     * Samples of a pressure logger as they come; those not later than the last are known already.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @return int how many were new
     */
    public function samples(Equipment $logger, PressureTest $test, array $samples): int
    {
        if ($logger->job_id !== $test->section->main->job_id) {
            throw Refused::forbidden('This logger belongs to another job.');
        }
        $this->mustRun($test, 'device');

        return DB::transaction(function () use ($test, $samples): int {
            $this->mustRun(PressureTest::query()->lockForUpdate()->findOrFail($test->id), 'device');
            $extent = $this->traces->extent('test', $test->id);
            $last = $extent['count'] === 0 ? -INF : $extent['to_s'];
            $new = [];
            foreach ($samples as $sample) {
                if ($sample['t'] > $last) {
                    $new[] = $sample;
                    $last = $sample['t'];
                }
            }
            if ($new !== []) {
                $this->traces->columns('test', $test->id, ['t' => array_column($new, 't'), 'pressure_kpa' => array_column($new, 'p'), 'temperature_c' => array_column($new, 'c'), 'added_l' => array_column($new, 'added')]);
            }

            return count($new);
        });
    }

    /** What held when it was planned may not hold any more: a calibration runs out, a joint is reopened. */
    private function mustBeReady(PressureTest $test): void
    {
        $readiness = Readying::of($test->section, Recorded::plan($test));
        if (! $readiness->isReady()) {
            throw Refused::conflict("The section is not ready any more: {$readiness->open()}");
        }
    }

    private function mustBePlanned(PressureTest $test): void
    {
        if ($test->state !== 'planned') {
            throw Refused::conflict("Test {$test->number} has been run. It is never edited: plan a repeat.");
        }
    }

    private function mustRun(PressureTest $test, ?string $mode = null): void
    {
        if ($test->state !== 'running' || $mode !== null && $test->mode !== $mode) {
            throw Refused::conflict($test->state !== 'running' ? "Test {$test->number} is not running." : "Test {$test->number} is recorded in another way: {$test->mode}.");
        }
        $gaps = $test->run['gaps'] ?? [];
        if ($mode === 'device' && $gaps !== [] && $gaps[count($gaps) - 1][1] === null) {
            throw Refused::conflict('Logging is stopped. Take it up again on the screen first.');
        }
    }
}
