<?php

declare(strict_types=1);

namespace App\Pages;

use App\Demo\SampleLabel;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\Person;
use App\Models\Work;
use App\Procedures\Arrived;
use App\Procedures\Catalogue;
use App\Procedures\Subject;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Simulation\BuriedPipe;
use Diastoma\Core\Sitting\Desk;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Todo;
use Diastoma\Core\Trench\Cover;
use Diastoma\Core\Trench\Deflection\Bores;
use Illuminate\Support\Facades\DB;

/** What a screen needs to draw a subject's work: its steps, readings and verdict. */
final class Bench
{
    /** @return array<string, mixed> */
    public static function of(Subject $subject, Person $person): array
    {
        return [...self::beside($subject), ...self::desk($subject, $person)->toArray()];
    }

    public static function desk(Subject $subject, Person $person): Desk
    {
        return new Desk(
            $subject->sitting(), $subject->told(), $person->asSitter($subject->job), $subject->job->now()->toDateTimeImmutable(), self::isReplaced($subject),
        );
    }

    public static function isReplaced(Subject $subject): bool
    {
        return $subject->model instanceof Joint && $subject->model->suffix !== '';
    }

    /** @return array<string, mixed> what stands beside its entries, facts and rules */
    public static function beside(Subject $subject): array
    {
        $rulebook = $subject->rulebook();
        $model = $subject->model;
        $run = $model instanceof Joint ? FusionRun::where('joint_id', $model->id)->where('finished', false)->first(['id', 'record']) : null;

        return [
            'subject_type' => $subject->kind->value,
            'subject_id' => $model->id,
            'joint' => $model instanceof Joint ? self::joint($model) : null,
            'before' => $model instanceof Joint ? Earlier::of($model) : [],
            'from_yard' => $model instanceof Joint ? self::fromYard($subject) : [],
            'pipes_from_yard' => $model instanceof Joint ? Arrived::pipes($model) : [],
            'nonconformances' => $model instanceof Joint ? Nonconformances::openOn($model) : [],
            'work' => $model instanceof Work ? self::work($model) : null,
            'stand_in' => (object) self::standIn($subject),
            'sample_labels' => (object) ($subject->job->simulated && $model instanceof Joint && $subject->procedure instanceof Fused ? SampleLabel::each(
                $subject->procedure, $subject->facts, $subject->procedure->welds(),
            ) : []),
            'faults' => $subject->job->simulated && $subject->procedure instanceof Fused ? array_map(
                static fn (TraceClass $class): array => ['id' => $class->value, 'title' => $class->title()], TraceClass::cases(),
            ) : [],
            'good_traces' => (object) self::goodTraces($subject),
            'rulebook' => [
                'id' => $rulebook->id, 'version' => $rulebook->version, 'title' => $rulebook->title, 'current_version' => $subject->job->rulebook->version,
            ],
            'fusion_run' => $run?->id,
            'fusion_run_record' => $run?->record,
            'now' => $subject->job->now()->format('Y-m-d\TH:i:s.vP'),
        ];
    }

    /** @return list<array<string, mixed>> what the yard knows of the fittings whose codes were scanned at this joint */
    private static function fromYard(Subject $subject): array
    {
        $codes = [];
        foreach ($subject->readings()->history as $reading) {
            if (is_string($reading->value) && (str_ends_with($reading->key, 'label_code') || $reading->key === 'trace_code')) {
                $codes[] = $reading->value;
            }
        }

        return $codes === [] ? [] : Arrived::parts($subject->job, array_values(array_unique($codes)));
    }

    /** @return array<string, list<array<string, float>>> rows that a sample pipe would give, by the key of their series; on a simulated job only */
    private static function standIn(Subject $subject): array
    {
        if (! $subject->job->simulated || ! $subject->procedure instanceof Cover) {
            return [];
        }
        $bores = new Bores($subject->readings());
        $rows = [];
        foreach ([Bores::CROWN, Bores::FULL, Bores::LATE] as $k => $stage) {
            $places = $bores->unread($stage) ?: $bores->places();
            $seed = crc32($subject->model->id) + $k + $subject->readings()->times($stage);
            $rows[$stage] = BuriedPipe::bores($subject->situation(), $stage, $places, $seed);
        }

        return array_filter($rows);
    }

    /** @return array<string, string> the latest good trace of the same label, by the key of the record */
    private static function goodTraces(Subject $subject): array
    {
        if (! $subject->procedure instanceof Fused) {
            return [];
        }
        $codes = [];
        foreach ($subject->procedure->welds() as $weld) {
            $code = $weld->label($subject->situation())?->code;
            if ($code !== null) {
                $codes[$weld->recordKey()] = $code;
            }
        }
        $traces = $codes === [] ? []
            : DB::table('good_traces')->where('job_id', $subject->job->id)->whereIn('label_code', array_unique($codes))->pluck('trace', 'label_code')->all();

        return array_filter(array_map(static fn (string $code): ?string => $traces[$code] ?? null, $codes));
    }

    /** @return array<string, mixed> */
    public static function work(Work $work): array
    {
        return [
            'id' => $work->id, 'kind' => $work->kind->value, 'procedure' => $work->procedure, 'title' => $work->title, 'main_id' => $work->main_id,
            'from_m' => $work->from_station_m, 'to_m' => $work->to_station_m,
            'state' => $work->state, 'severity' => $work->severity, 'current_step' => $work->current_step,
        ];
    }

    /** @return array<string, mixed> */
    public static function joint(Joint $joint): array
    {
        $at = static fn (?\DateTimeInterface $moment): ?string => $moment?->format('Y-m-d H:i:s');

        return self::onLine((object) [
            ...$joint->only([
                'id', 'number', 'suffix', 'station_m', 'method', 'pipe_a', 'pipe_b', 'state', 'severity', 'current_step', 'section_id', 'to_do', 'last_by',
            ]), 'release_at' => $at($joint->release_at), 'test_at' => $at($joint->test_at), 'last_at' => $at($joint->last_at),
        ]);
    }

    /**
     * As it lies in the table: a line has a thousand, and a model of each costs more than drawing them.
     *
     * @return array<string, mixed>
     */
    public static function onLine(\stdClass $joint): array
    {
        /** @var array<string, Procedure> $known a line has a thousand joints of a handful of kinds */
        static $known = [];
        $procedure = $known[$joint->method] ??= Catalogue::of($joint->method);
        $state = State::from($joint->state);

        return [
            'id' => $joint->id, 'number' => (int) $joint->number, 'label' => "{$joint->number}{$joint->suffix}",
            'station_m' => (float) $joint->station_m, 'method' => $joint->method,
            'method_title' => $procedure->title(), 'shape' => $procedure->shape(),
            'pipe_a' => $joint->pipe_a, 'pipe_b' => $joint->pipe_b, 'state' => $joint->state, 'severity' => $joint->severity,
            'current_step' => $joint->current_step, 'section_id' => $joint->section_id,
            'release_at' => $state->isPromised() ? self::utc($joint->release_at) : null,
            'test_at' => $state->isPromised() ? self::utc($joint->test_at) : null,
            'to_do' => $joint->to_do !== '' ? $joint->to_do : Todo::inShort($state, null), 'last_at' => self::utc($joint->last_at),
            'last_by' => $joint->last_by,
        ];
    }

    private static function utc(?string $moment): ?string
    {
        return $moment === null ? null : str_replace(' ', 'T', substr($moment, 0, 19)).'+00:00';
    }
}
