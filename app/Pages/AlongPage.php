<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Equipment;
use App\Models\Job;
use App\Models\JointSystem;
use App\Models\Main;
use App\Models\Membership;
use App\Models\Taking;
use App\Models\Work;
use App\Procedures\Known;
use App\Procedures\OnShift;
use App\Procedures\Subject;
use Diastoma\Core\Sitting\Entry;

/** A main as a device takes it along: what its rules need to judge, and what stands beside. */
final class AlongPage
{
    /** So many joints go along at most: those of the line's first page. */
    private const MOST = 1000;

    /** @return array<string, mixed> */
    public static function of(Main $main, Taking $taking): array
    {
        $subjects = [
            ...$main->joints()->with('main.job.rulebook')->limit(self::MOST)->get()->map(Subject::joint(...)),
            ...Work::with('job.rulebook', 'main')->where('main_id', $main->id)->limit(self::MOST)->get()->map(Subject::work(...)),
        ];

        $rulebooks = [];
        foreach ($subjects as $subject) {
            $rulebooks[$subject->rulebookId()] ??= $subject->rulebook()->toArray();
        }

        return [...self::shared($main->job), 'main_id' => $main->id, 'taking' => $taking->pass(), 'taken_at' => $taking->taken_at,
            'sheet' => OnShift::sheet($main->id)?->id, 'rulebooks' => (object) $rulebooks, 'sittings' => array_map(self::sitting(...), $subjects)];
    }

    /** @return array<string, mixed> what a work is judged by, and what stands beside */
    public static function sitting(Subject $subject): array
    {
        [$from, $to] = [$subject->core()->fromM, $subject->core()->toM];

        return [
            'subject_type' => $subject->kind->value, 'subject_id' => $subject->model->id, 'beside' => Bench::beside($subject),
            'work' => [
                'kind' => $subject->kind->value, 'procedure' => $subject->procedure->id(), 'facts' => (object) $subject->facts->toArray(), 'from_m' => $from,
                'to_m' => $to,
            ],
            'rulebook_id' => $subject->rulebookId(), 'replaced' => Bench::isReplaced($subject),
            'title' => $subject->model instanceof Work ? $subject->model->title : '',
            'history' => array_map(static fn (Entry $e): array => [
                'id' => $e->id, 'kind' => $e->kind, 'payload' => (object) $e->payload, 'taken_at' => $e->takenAt->format(DATE_RFC3339_EXTENDED), 'by' => $e->by,
                'received_at' => $e->receivedAt?->format(DATE_RFC3339_EXTENDED),
            ], $subject->told()),
        ];
    }

    /** @return array<string, mixed> what all works of a job are judged by */
    private static function shared(Job $job): array
    {
        $people = Membership::with('person')->where('job_id', $job->id)->get()->map(static function (Membership $m) use ($job): array {
            $sitter = $m->person->asSitter($job);

            return ['name' => $sitter->name, 'role' => $sitter->role, 'certificate_until' => $sitter->certificateUntil,
                'certificates' => (object) $sitter->certificates, 'account' => $sitter->account, 'one_with' => $sitter->oneWith];
        });

        return [
            'job_id' => $job->id, 'began' => $job->began_on?->format(DATE_RFC3339_EXTENDED), 'people' => $people->all(),
            'instruments' => Equipment::query()->where('job_id', $job->id)->whereNull('retired_at')->get()->map(static fn (Equipment $e): array => [
                'id' => $e->id, 'kind' => $e->kind, 'name' => $e->name, 'serial' => $e->serial, 'calibration_until' => (string) $e->calibration_until,
                'range_low' => $e->range_low, 'range_high' => $e->range_high,
            ])->all(),
            'systems' => JointSystem::query()->orderBy('version')->get()->map(static fn (JointSystem $row): array => $row->payload)->all(),
            'known' => Known::of($job->id),
        ];
    }
}
