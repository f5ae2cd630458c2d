<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Job;
use App\Models\Joint;
use App\Models\Nonconformance;
use App\Models\Person;
use App\Models\Section;
use Diastoma\Core\Conformance\Cause;
use Diastoma\Core\Conformance\Nonconformance as Rules;

/** What went wrong on a job, the open ones first, and what comes back. */
final class Nonconformances
{
    /** @return array<string, mixed> */
    public static function of(Job $job): array
    {
        $all = Nonconformance::where('job_id', $job->id)->orderByRaw("standing = 'verified'")->orderByDesc('number')->limit(1000)->get();
        $people = Person::whereIn('id', $all->flatMap(static fn (Nonconformance $n): array => [
            $n->raised_by, $n->assigned_to, $n->corrected_by, $n->verified_by,
        ])->filter()->unique())->pluck('name', 'id');
        $joints = Joint::with('section:id,name')->whereIn('id', $all->pluck('joint_id')->filter())->get(['id', 'number', 'suffix', 'section_id'])->keyBy('id');
        $sections = Section::whereIn('id', $all->pluck('section_id')->filter())->pluck('name', 'id');

        return [
            'nonconformances' => $all->map(static fn (Nonconformance $n): array => [
                'id' => $n->id, 'number' => $n->number, 'what' => $n->what, 'standing' => $n->standing->value, 'said' => $n->standing->said(),
                'joint' => $joints->get((string) $n->joint_id)?->label(), 'joint_number' => $joints->get((string) $n->joint_id)?->number,
                'section' => $sections[(string) $n->section_id] ?? $joints->get((string) $n->joint_id)?->section->name, 'rule' => $n->rule,
                'pictures' => $n->pictures,
                'raised_by' => $people[$n->raised_by] ?? '', 'raised_at' => $n->raised_at, 'assigned_to' => $people[(string) $n->assigned_to] ?? null,
                'due_on' => $n->due_on, 'cause' => $n->cause === null ? null : Cause::from($n->cause)->title(), 'correction' => $n->correction,
                'corrected_by' => $people[(string) $n->corrected_by] ?? null, 'verified_by' => $people[(string) $n->verified_by] ?? null,
                'remark' => $n->remark,
            ])->all(),
            'repeats' => Rules::repeats(array_values($all->sortBy('number')->map(static fn (Nonconformance $n): array => [
                'number' => $n->number, 'cause' => $n->cause, 'shared' => $n->shared,
            ])->all())),
            'causes' => array_map(static fn (Cause $c): array => ['id' => $c->value, 'title' => $c->title()], Cause::cases()),
        ];
    }

    /** @return list<array{number: int, what: string}> of a joint, those that are not closed */
    public static function openOn(Joint $joint): array
    {
        return array_values(Nonconformance::holding()->where('joint_id', $joint->id)->get()
            ->map(static fn (Nonconformance $n): array => ['number' => $n->number, 'what' => $n->what])->all());
    }
}
