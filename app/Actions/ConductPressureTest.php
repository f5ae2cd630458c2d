<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Person;
use App\Models\PressureTest;
use App\PressureTests\Readying;
use App\PressureTests\Recorded;
use App\PressureTests\Signed;
use App\Procedures\Subject;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\Run\Conduct;
use Diastoma\Core\Simulation\PressureFault;
use Diastoma\Core\Sitting\Sending;
use Diastoma\Core\Sitting\SimulatedDevice;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A test as it runs: begun, read, noted, logging stopped and taken up again. */
final class ConductPressureTest
{
    public function __construct(private readonly Journal $journal, private readonly Recorded $recorded, private readonly TraceStore $traces)
    {
    }

    /**
     * @param  ?string  $id  of its entry: sent twice it begins once
     * @param  ?CarbonImmutable  $at  when, where it was begun by hand, maybe without signal; else now
     */
    public function start(
        PressureTest $test, Person $person, string $mode, PressureFault $fault, float $speed, int $seed, ?string $id = null, ?CarbonImmutable $at = null,
    ): PressureTest {
        PlanPressureTest::mayTest($person, $test);
        $job = $test->section->main->job;
        Refused::unless($mode === 'simulated' ? SimulatedDevice::PressureLogger->refusal($job->simulated) : null);

        return DB::transaction(function () use ($test, $person, $mode, $fault, $speed, $seed, $job, $id, $at): PressureTest {
            $locked = PressureTest::query()->lockForUpdate()->findOrFail($test->id);
            $now = $job->now();
            if ($id !== null && Signed::about($locked, Journal::TEST_BEGUN)->contains('id', $id)) {
                return $locked; // sent again after a lost answer
            }
            Refused::unless($locked->conduct()->begin());
            $readyAt = null;
            $at = $mode === 'hand' ? $at : null; // what sends by itself is followed from now on
            if ($at !== null) {
                $planned = CarbonImmutable::parse(Signed::about($locked, Journal::TEST_PLANNED)->firstOrFail()->device_at)->toDateTimeImmutable();
                Refused::unless(Conduct::beginAt($at->toDateTimeImmutable(), $planned, $now->toDateTimeImmutable()));
                $readyAt = max($at->toDateTimeImmutable(), $planned); // when it was planned it was ready, by whatever clock
            }
            $ready = Readying::of($locked->section, Recorded::plan($locked), at: $readyAt);
            Refused::unless($locked->conduct()->begin($ready->against()));
            $gauge = $mode === 'device' ? Subject::section($locked->section, Recorded::plan($locked)->medium->value)->readings()->record('gauge') : null;
            $logger = isset($gauge['id'], $gauge['name']) ? ['logger' => ['id' => $gauge['id'], 'name' => $gauge['name']]] : [];
            $run = [
                ...$logger, 'person' => $person->id, 'real_started_ms' => CarbonImmutable::now('UTC')->getPreciseTimestamp(3), 'gaps' => [],
                ...($mode === 'simulated' ? ['fault' => $fault->value, 'speed' => $speed, 'seed' => $seed] : []),
            ];
            $began = ($at ?? $now)->startOfSecond();
            $this->journal->append($job, $person, new Draft(
                $id ?? (string) Str::uuid(), Journal::TEST_BEGUN, 'test', $test->id, ['mode' => $mode, ...$logger], $began->format('Y-m-d\TH:i:sP'),
            ));
            $locked->update(['state' => 'running', 'mode' => $mode, 'started_at' => $began, 'run' => $run]);

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
        PlanPressureTest::mayTest($person, $test);

        return $this->whileRunning($test, 'hand', function (PressureTest $test, Job $job) use ($person, $id, $at, $values): PressureTest {
            $seconds = self::into($test, $job, $at);
            $sent = Journal::fingerprint(['at' => $at->format('Y-m-d\TH:i:sP'), ...$values]);
            $kept = ['t' => round($seconds, 3), ...array_filter($values, static fn (?float $v): bool => $v !== null), 'sent' => $sent];
            $this->journal->append($job, $person, new Draft($id, Journal::TEST_READING, 'test', $test->id, $kept, $at->format('Y-m-d\TH:i:sP')));

            return $test;
        });
    }

    /**
     * Seconds into the test of what was done by hand at a moment, maybe sent much later.
     *
     * @throws Refused where it cannot have been then
     */
    private static function into(PressureTest $test, Job $job, CarbonImmutable $at): float
    {
        $wrong = Conduct::at($at->toDateTimeImmutable(), $test->started_at->toDateTimeImmutable(), $job->now()->toDateTimeImmutable());
        if ($wrong !== null) {
            throw Refused::input($wrong, [['field' => 'at', 'detail' => 'outside the test', 'value' => $at->format('Y-m-d\TH:i:sP')]]);
        }

        return $test->started_at->diffInMilliseconds($at, false) / 1000;
    }

    /**
     * What is said of a moment, and that a phase begins with it.
     *
     * @param  ?CarbonImmutable  $at  when, where it was written down without signal; else now
     */
    public function note(PressureTest $test, Person $person, string $id, string $text, ?string $phase, ?CarbonImmutable $at = null): void
    {
        PlanPressureTest::mayTest($person, $test);
        $this->whileRunning($test, null, function (PressureTest $test, Job $job) use ($person, $id, $text, $phase, $at): PressureTest {
            $found = array_values(array_filter(Recorded::plan($test)->phases, static fn ($p): bool => $p->id === $phase))[0] ?? null;
            if ($phase !== null && $found === null) {
                throw Refused::input(
                    "This plan has no phase “{$phase}”. Load the page again.", [['field' => 'phase', 'detail' => 'unknown', 'value' => $phase]],
                );
            }
            $t = $at === null || $test->mode === 'simulated' ? $this->recorded->elapsed($test) : self::into($test, $job, $at);
            $note = ['t' => round($t, 1), 'text' => $text !== '' ? $text : 'Begun: '.($found->title ?? ''), 'phase' => $phase];
            $taken = ($at ?? $job->now())->format('Y-m-d\TH:i:sP');
            $sent = Journal::fingerprint(['text' => $text, 'phase' => $phase]);
            $this->journal->append(
                $job, $person, new Draft($id, Journal::TEST_NOTE, 'test', $test->id, [...$note, 'sent' => $sent], $taken),
            );

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
            Refused::unless($locked->conduct()->record($mode));

            return $write($locked, $locked->section->main->job);
        });
    }

    /** Logging stops, or goes on; what was recorded stays, and the gap shows. */
    public function logging(PressureTest $test, Person $person, bool $on): PressureTest
    {
        PlanPressureTest::mayTest($person, $test);

        return $this->whileRunning($test, null, function (PressureTest $locked, Job $job) use ($person, $on): PressureTest {
            $at = round($this->recorded->elapsed($locked), 1);
            $gaps = $locked->conduct()->logging($on, $at);
            if ($gaps === null) {
                return $locked; // sent twice
            }
            $note = ['t' => $at, 'text' => $on ? 'Logging goes on' : 'Logging stopped', 'phase' => null];
            $this->journal->append(
                $job, $person, new Draft((string) Str::uuid(), Journal::TEST_NOTE, 'test', $locked->id, $note, $job->now()->format('Y-m-d\TH:i:sP')),
            );
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
        $job = $test->section->main->job;
        if ($logger->job_id !== $job->id) {
            throw Refused::forbidden('This logger belongs to another job.');
        }
        $refusal = Sending::refusal($logger->asInstrument(), $test->run['logger'] ?? null, $job->now()->toDateTimeImmutable());
        if ($refusal !== null) {
            throw Refused::forbidden($refusal);
        }

        return DB::transaction(function () use ($test, $samples, $job): int {
            $locked = PressureTest::query()->lockForUpdate()->findOrFail($test->id);
            Refused::unless($locked->conduct()->record('device'));
            $early = Sending::tooEarly(array_column($samples, 't'), $locked->started_at->toDateTimeImmutable(), $job->now()->toDateTimeImmutable());
            if ($early !== null) {
                throw Refused::input($early, [['field' => 'samples', 'detail' => 'in the future']]);
            }
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
                $this->traces->columns(
                    'test', $test->id,
                    [
                        't' => array_column($new, 't'), 'pressure_kpa' => array_column($new, 'p'), 'temperature_c' => array_column($new, 'c'),
                        'added_l' => array_column($new, 'added'),
                    ],
                );
            }

            return count($new);
        });
    }
}
