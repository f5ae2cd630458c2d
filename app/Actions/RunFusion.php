<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Electrofusion\Rules\LabelAgrees;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Simulation\FusionControlUnit;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Starts, follows, stops and ends a fusion on the simulated control unit. */
final class RunFusion
{
    public function __construct(
        private readonly Journal $journal,
        private readonly ProjectJoint $project,
        private readonly StoreTrace $traces,
        private readonly AdvanceClock $advance,
    ) {
    }

    /** @throws Refused if the label is not read, a stop is open, or the joint is fused already */
    public function start(Joint $joint, Person $person, TraceClass $fault, float $speed, int $seed): FusionRun
    {
        $subject = Subject::joint($joint);
        $situation = $subject->situation();
        $label = LabelAgrees::label($situation);
        $time = Coupler::correctedTimeS($situation);
        $volts = $situation->readings->number('printed_voltage_v');
        $this->mayStart($subject, $person, $label !== null && $time !== null && $volts !== null);

        return FusionRun::create([
            'id' => (string) Str::uuid(), 'joint_id' => $joint->id, 'person_id' => $person->id,
            'voltage_v' => $volts, 'resistance_ohm' => $label?->resistanceOhm(), 'time_s' => $time,
            'fitting_c' => $situation->readings->number('fitting_c') ?? $situation->readings->number('ambient_c'),
            'fault' => $fault->value, 'seed' => $seed, 'speed' => $speed, 'finished' => false,
            'started_at' => $subject->job->now(), 'real_started_at' => CarbonImmutable::now('UTC'),
        ]);
    }

    private function mayStart(Subject $subject, Person $person, bool $labelRead): void
    {
        if (! $person->isAnyOf('jointer', 'supervisor', 'admin')) {
            throw Refused::forbidden("A {$person->role} may not fuse. Ask a jointer.");
        }
        if (! $labelRead) {
            throw Refused::conflict('The control unit does not know what to do yet: scan the label and enter its printed values first.');
        }
        if ($subject->readings()->has('fusion')) {
            throw Refused::conflict('This joint has been fused. A weld is not started a second time.');
        }
        if (FusionRun::where('joint_id', $subject->model->id)->where('finished', false)->exists()) {
            throw Refused::conflict('A fusion is running on this joint already.');
        }
        foreach ($subject->verdict()->findings as $finding) {
            if ($finding->severity === Severity::Stop && $finding->isOpen()) {
                throw Refused::conflict("Stop: {$finding->said} {$finding->todo}");
            }
        }
    }

    /** How far the fusion has come, s. */
    public function elapsed(FusionRun $run): float
    {
        return max(0.0, (CarbonImmutable::now('UTC')->getPreciseTimestamp(3) - $run->real_started_at->getPreciseTimestamp(3)) / 1000) * $run->speed;
    }

    public function trace(FusionRun $run): FusionTrace
    {
        return (new FusionControlUnit($run->voltage_v, $run->resistance_ohm, $run->time_s, $run->fitting_c, TraceClass::from($run->fault)))->run($run->seed, $run->stopped_at_s);
    }

    public function stop(FusionRun $run): FusionRun
    {
        if (! $run->finished) {
            $run->stopped_at_s = $this->elapsed($run);
            $run->save();
        }

        return $this->settle($run);
    }

    /** Ends the run if its time has come: the record goes to the journal, the samples to the trace store, once. */
    public function settle(FusionRun $run): FusionRun
    {
        if ($run->finished) {
            return $run;
        }
        $trace = $this->trace($run);
        if ($run->stopped_at_s === null && $this->elapsed($run) < $trace->durationS()) {
            return $run;
        }

        return DB::transaction(function () use ($run, $trace): FusionRun {
            $locked = FusionRun::query()->lockForUpdate()->findOrFail($run->id);
            if ($locked->finished) {
                return $locked;
            }
            $joint = Joint::with('main.job.rulebook')->findOrFail($run->joint_id);
            $ended = $run->started_at->addMilliseconds((int) round(1000 * $trace->durationS()));
            if ($ended > $joint->main->job->now()) {
                $this->advance->execute($joint->main->job, $run->person, $ended, 'A simulated fusion ran faster than real time.');
            }
            $this->traces->execute('fusion', $run->id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples));
            $this->record($joint, $run->person, $run->id, $trace, $run->fitting_c, $run->started_at, $ended, true);
            $locked->update(['finished' => true]);

            return $locked;
        });
    }

    /** Writes a fusion record, simulated or brought from a unit, into the joint's journal. */
    public function record(Joint $joint, Person $person, string $id, FusionTrace $trace, float $fittingC, CarbonImmutable $started, CarbonImmutable $ended, bool $simulated): void
    {
        $subject = Subject::joint($joint);
        $value = [
            ...$trace->summary($fittingC), 'started_at' => $started->format('Y-m-d\TH:i:sP'), 'ended_at' => $ended->format('Y-m-d\TH:i:sP'),
            'trace' => $id, 'simulated' => $simulated, 'joint' => $joint->number,
        ];
        $this->journal->append($subject->job, $person, new Draft($id, Journal::READING, 'joint', $joint->id, ['key' => 'fusion', 'value' => $value], $ended->format('Y-m-d\TH:i:sP')));
        $subject->catchUp();
        $this->project->execute($subject);
    }
}
