<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Person;
use App\Models\PressureTest;
use App\PressureTests\KnownFacts;
use App\PressureTests\Recorded;
use App\Traces\LoggedTrace;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Reading\Meaning;
use Diastoma\Core\PressureTest\Run\Conduct;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Run\Whole;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\Sitting\SimulatedDevice;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Ends a test: judges what was recorded, keeps trace and verdict, writes both down. */
final class EndPressureTest
{
    public function __construct(
        private readonly Journal $journal, private readonly TraceStore $traces, private readonly AdvanceClock $advance, private readonly Recorded $recorded,
    ) {
    }

    public function verdict(PressureTest $test, Run $run): TestVerdict
    {
        return Recorded::method($test)->judge($run, Recorded::plan($test), Recorded::section($test), KnownFacts::words($test->section));
    }

    /** Ends a simulated run when its time has come; a phase that cannot be decided goes on as far as the method lets it. */
    public function settle(PressureTest $test): PressureTest
    {
        if (! $this->isOver($test)) {
            return $test;
        }
        $elapsed = $this->recorded->elapsed($test);
        $planned = 60 * Recorded::plan($test)->minutes();
        $whole = Recorded::simulated($test);
        $run = $this->cut($test, $whole, min($planned, $elapsed));
        $verdict = $this->verdict($test, $run);
        if ($verdict->isUndecided() && $whole->trace->endS() > $planned + 1.0) {
            if ($elapsed < $whole->trace->endS()) {
                return $test;
            }
            $run = $this->cut($test, $whole, INF);
            $verdict = $this->verdict($test, $run);
        }

        $by = Person::findOrFail((string) $test->run['person']);

        return $this->end($test, $by, $run, $verdict, $test->started_at, LoggedTrace::stored($run->trace), null, true);
    }

    /** Whether a simulated run has come to the end of its plan, and waits for somebody to write it down. */
    public function isOver(PressureTest $test): bool
    {
        return $test->state === 'running' && $test->mode === 'simulated' && $this->recorded->elapsed($test) >= 60 * Recorded::plan($test)->minutes();
    }

    private function cut(PressureTest $test, Run $run, float $at): Run
    {
        $rows = Recorded::logged($test, $run->trace->rows(to: $at));

        return new Run(PressureTrace::of($rows), array_values(array_filter($run->marks, static fn (array $m): bool => $m['t'] <= $at)), $run->measured);
    }

    /**
     * Ends a running test by the tester's hand.
     *
     * @param  array<string, bool|float>  $measured
     * @param  string  $brokenOff  why it ends before its time; empty when it does not
     * @param  ?string  $id  of its entry: ended again by the same one it stays as it is
     *
     * @throws Refused if it does not run, or is not over
     */
    public function finish(PressureTest $test, Person $person, array $measured, string $brokenOff, ?string $id = null): PressureTest
    {
        PlanPressureTest::mayTest($person, $test);
        if ($id !== null && $test->hasEnded() && Entry::where('subject_type', 'test')->where('subject_id', $test->id)->whereKey($id)->exists()) {
            return $test; // sent again after a lost answer
        }
        Refused::unless($test->conduct()->record());
        $rows = $this->recorded->soFar($test);
        Refused::unless($test->conduct()->finish(count($rows)));
        $marks = $test->mode === 'simulated' ? array_values(array_filter(
            Recorded::simulated($test)->marks, fn (array $m): bool => $m['t'] <= $this->recorded->elapsed($test),
        )) : Recorded::marks($test);
        $simulated = $test->mode === 'simulated' ? Recorded::simulated($test)->measured : [];
        $run = new Run(PressureTrace::of($rows), $marks, [...$simulated, ...$measured], $brokenOff);
        $verdict = $this->verdict($test, $run);
        Refused::unless(Conduct::end(Whole::missing($run->trace, Recorded::plan($test), $verdict), $verdict->isUndecided(), $brokenOff));

        return $this->end($test, $person, $run, $verdict, $test->started_at, LoggedTrace::stored($run->trace), id: $id);
    }

    /**
     * @param  array<string, list<?float>>  $columns  as they are kept
     * @param  ?\Closure(int): void  $progress
     * @param  bool  $unattended  its time had come and nobody ended it by hand
     */
    public function end(
        PressureTest $test, Person $person, Run $run, TestVerdict $verdict, CarbonImmutable $started, array $columns, ?\Closure $progress = null,
        bool $unattended = false, ?string $id = null,
    ): PressureTest {
        $meaning = Meaning::of($run->trace, Recorded::plan($test), $verdict, Recorded::section($test));

        return DB::transaction(function () use ($test, $person, $run, $verdict, $started, $columns, $meaning, $progress, $unattended, $id): PressureTest {
            $locked = PressureTest::query()->lockForUpdate()->findOrFail($test->id);
            if ($locked->hasEnded()) {
                return $locked;
            }
            $job = $test->section->main->job;
            $ended = $started->addSeconds((int) ceil($run->trace->endS()));
            if ($locked->mode === 'simulated' && $ended > $job->now()) {
                $this->advance->execute($job, $person, $ended, 'A simulated pressure test ran faster than real time.');
            }
            DB::table('trace_blocks')->where('subject_type', 'test')->where('subject_id', $test->id)->delete(); // as they came from a device, block by block
            $this->traces->columns('test', $test->id, $columns, $progress);
            $kept = [
                'state' => $verdict->state(),
                'verdict' => [...$verdict->toArray(), 'diagnosis' => $meaning, 'broken_off' => $run->brokenOff, 'marks' => $run->marks],
                'measured' => $run->measured, 'mode' => $locked->mode ?? 'csv',
            ];
            $this->journal->append($job, $person, new Draft($id ?? (string) Str::uuid(), Journal::TEST_JUDGED, 'test', $test->id, [
                ...$kept, 'started_at' => $started->format('Y-m-d\TH:i:sP'), 'ended_at' => $ended->format('Y-m-d\TH:i:sP'),
                'simulated' => $locked->mode === 'simulated',
                ...($locked->mode === 'simulated' && $unattended ? ['unit' => SimulatedDevice::PressureLogger->title()] : []),
                'samples' => $run->trace->count(), 'samples_sha256' => TraceStore::fingerprint($columns),
            ], $ended->format('Y-m-d\TH:i:sP')));
            $locked->update([...$kept, 'started_at' => $started, 'ended_at' => $ended]);

            return $locked;
        });
    }
}
