<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Equipment;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Known;
use App\Procedures\Subject;
use App\Procedures\UnitElsewhere;
use App\Procedures\WeldOf;
use App\Traces\TraceStore;
use Carbon\CarbonImmutable;
use Diastoma\Core\Electrofusion\Diagnosis\Diagnosis;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Simulation\FusionControlUnit;
use Diastoma\Core\Sitting\CertificateKind;
use Diastoma\Core\Sitting\DeviceStart;
use Diastoma\Core\Sitting\Sending;
use Diastoma\Core\Sitting\SimulatedDevice;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Starts, follows, stops and ends a fusion on the simulated control unit; ends one that a real unit has sent. */
final class RunFusion
{
    public function __construct(
        private readonly Journal $journal,
        private readonly ProjectWork $project,
        private readonly TraceStore $traces,
        private readonly AdvanceClock $advance,
    ) {
    }

    /** @throws Refused if the label is not read, the step is shut, a stop is open, or it may not be fused again */
    public function start(Joint $joint, Person $person, TraceClass $fault, float $speed, int $seed, string $record = 'fusion'): FusionRun
    {
        Refused::unless(SimulatedDevice::ControlUnit->refusal($joint->main->job->simulated));

        return $this->alone($joint, function () use ($joint, $person, $record, $fault, $seed, $speed): FusionRun {
            $run = $this->prepare($joint, $person, $record, true);
            if ($run->resistance_ohm === null) {
                throw Refused::conflict('The simulated unit needs to know the resistance: read the bar code, or enter the resistance printed on the label.');
            }
            $run->fill(['fault' => $fault->value, 'seed' => $seed, 'speed' => $speed])->save();

            return $run;
        });
    }

    /** A run of a real unit, whose samples are still to come. */
    public function follow(Joint $joint, Person $person, Equipment $unit, string $record, CarbonImmutable $started): FusionRun
    {
        return $this->alone($joint, function () use ($joint, $person, $unit, $record, $started): FusionRun {
            $run = $this->prepare($joint, $person, $record, false);
            $run->fill([
                'equipment_id' => $unit->id, 'samples' => [], 'started_at' => $started, 'fault' => TraceClass::Good->value, 'seed' => 0, 'speed' => 1,
            ])->save();

            return $run;
        });
    }

    /**
     * Two who start at once: the second finds what the first has begun.
     *
     * @param  \Closure(): FusionRun  $begin
     */
    private function alone(Joint $joint, \Closure $begin): FusionRun
    {
        $this->settleAll($joint);

        return DB::transaction(function () use ($joint, $begin): FusionRun {
            Joint::query()->lockForUpdate()->findOrFail($joint->id, ['id']);

            return $begin();
        });
    }

    private function prepare(Joint $joint, Person $person, string $record, bool $byHand): FusionRun
    {
        $subject = Subject::joint($joint);
        $subject->job->mustBeOpen();
        $running = FusionRun::where('joint_id', $joint->id)->where('finished', false)->exists();
        Refused::unless(DeviceStart::refusal(
            $subject->sitting(), $record, $byHand ? $person->sitter($joint) : null, $subject->job->now()->toDateTimeImmutable(), $running,
        ));
        $nominal = WeldOf::record($subject, $record)->weld->nominal($subject->situation())
            ?? throw new \LogicException('The core lets nothing start that the label does not say.');

        return new FusionRun([
            'id' => (string) Str::uuid(), 'joint_id' => $joint->id, 'person_id' => $person->id, 'record' => $record,
            'voltage_v' => $nominal->voltageV, 'resistance_ohm' => $nominal->resistanceOhm, 'time_s' => $nominal->timeS, 'fitting_c' => $nominal->fittingC,
            'finished' => false, 'started_at' => $subject->job->now(), 'real_started_at' => CarbonImmutable::now('UTC'),
        ]);
    }

    /** How far the fusion has come, s. */
    public function elapsed(FusionRun $run): float
    {
        return max(0.0, (CarbonImmutable::now('UTC')->getPreciseTimestamp(3) - $run->real_started_at->getPreciseTimestamp(3)) / 1000) * $run->speed;
    }

    /** The whole trace; of a real unit what has come so far, null before its second sample. */
    public function trace(FusionRun $run): ?FusionTrace
    {
        if ($run->isFromDevice()) {
            $over = self::over($run); // a clock that runs ahead: what is not over yet is not judged
            $samples = array_values(array_filter($run->samples ?? [], static fn (array $s): bool => $s['t'] <= $over));

            return count($samples) < 2 ? null : FusionTrace::of($samples, $run->end_code ?? 'end_not_recorded');
        }

        return (new FusionControlUnit(
            $run->voltage_v, (float) $run->resistance_ohm, $run->time_s, $run->fitting_c, TraceClass::from($run->fault),
        ))->run($run->seed, $run->stopped_at_s);
    }

    /** Seconds that are over of a fusion on a real unit. */
    private static function over(FusionRun $run): float
    {
        return Sending::elapsed($run->started_at->toDateTimeImmutable(), $run->joint->main->job->now()->toDateTimeImmutable());
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
        if ($run->finished || ! $this->isOver($run)) {
            return $run;
        }
        $trace = $this->trace($run);

        return DB::transaction(function () use ($run, $trace): FusionRun {
            $locked = FusionRun::query()->lockForUpdate()->findOrFail($run->id);
            if ($locked->finished) {
                return $locked;
            }
            if ($trace !== null) {
                $this->keep($run, $trace);
            }
            $locked->update(['finished' => true, 'samples' => null]);

            return $locked;
        });
    }

    /** @return int how many of this joint's fusions were over */
    public function settleAll(Joint $joint): int
    {
        return FusionRun::where('joint_id', $joint->id)->where('finished', false)->get()->filter(fn (FusionRun $run): bool => $this->settle($run)->finished)
            ->count();
    }

    /** Whether its time has come, and it only waits for somebody to write it down. */
    public function isOver(FusionRun $run): bool
    {
        if ($run->stopped_at_s !== null) {
            return true; // also a real unit that was given up: what has come is kept
        }

        $last = $run->samples === null || $run->samples === [] ? 0.0 : (float) $run->samples[count($run->samples) - 1]['t'];

        return $run->isFromDevice() ? $run->end_code !== null && $last <= self::over($run) : $this->elapsed($run) >= ($this->trace($run)?->durationS() ?? 0.0);
    }

    private function keep(FusionRun $run, FusionTrace $trace): void
    {
        $joint = Joint::with('main.job.rulebook')->findOrFail($run->joint_id);
        $ended = $run->started_at->addMilliseconds((int) round(1000 * $trace->durationS()));
        if ($ended > $joint->main->job->now() && ! $run->isFromDevice()) {
            $this->advance->execute($joint->main->job, $run->person, $ended, 'A simulated fusion ran faster than real time.');
        }
        $this->traces->execute('fusion', $run->id, array_map(static fn (array $s): array => ['t' => $s['t'], 'v' => $s['v'], 'i' => $s['i']], $trace->samples));
        $this->record($joint, $run->person, $run->id, $trace, $run->started_at, $ended, $this->unit($run), ! $run->isFromDevice(), $run->record);
    }

    private function unit(FusionRun $run): string
    {
        return $run->isFromDevice() ? "{$run->equipment?->name} ({$run->equipment?->serial})" : SimulatedDevice::ControlUnit->title();
    }

    /**
     * Writes a fusion record, simulated or brought from a unit, into the joint's journal, with what its trace looks like. A unit that sent it is named as
     * its author.
     */
    public function record(
        Joint $joint, Person $person, string $id, FusionTrace $trace, CarbonImmutable $started, CarbonImmutable $ended, string $unit, bool $simulated,
        string $record = 'fusion',
    ): void {
        $subject = Subject::joint($joint);
        $nominal = WeldOf::record($subject, $record)->weld->nominal($subject->situation());
        $value = [
            ...$trace->summary($nominal->fittingC ?? 20.0), 'started_at' => $started->format('Y-m-d\TH:i:sP'), 'ended_at' => $ended->format('Y-m-d\TH:i:sP'),
            'trace' => $id, 'samples_sha256' => $this->traces->fingerprintOf('fusion', $id), 'simulated' => $simulated, 'joint' => $joint->number,
            ...($simulated ? [] : UnitElsewhere::of($subject, $joint, $started,
                $ended)), 'operator' => $person->name, 'certificate_until' => $person->certificateUntil(CertificateKind::Electrofusion),
            'diagnosis' => $nominal === null ? null : Diagnosis::of($trace, $nominal, $subject->rulebook())->toArray(),
        ];
        $this->journal->append(
            $subject->job, $person,
            new Draft(
                $id, Journal::READING, 'joint', $joint->id, ['key' => $record, 'value' => $value, ...($unit === '' ? [] : ['unit' => $unit])],
                $ended->format('Y-m-d\TH:i:sP'),
            ),
        );
        $code = WeldOf::record($subject, $record)->weld->label($subject->situation())?->code;
        if ($code !== null && ($value['diagnosis']['class'] ?? '') === TraceClass::Good->value) {
            DB::table('good_traces')->upsert(
                ['job_id' => $subject->job->id, 'label_code' => $code, 'trace' => $id, 'created_at' => now(), 'updated_at' => now()],
                ['job_id', 'label_code'], ['trace', 'updated_at'],
            );
            Known::remember($subject, WeldOf::record($subject, $record)->weld, $code, $person->name);
        }
        $subject->catchUp();
        $this->project->execute($subject);
    }
}
