<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Job;
use App\Models\Joint;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use App\PressureTests\Signed;
use App\Procedures\Held;
use App\Procedures\Subject;
use Diastoma\Core\PressureTest\Run\HeldAfter;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Occasion;
use Diastoma\Core\Sitting\HoldPlan;
use Diastoma\Core\Sitting\Rights;
use Diastoma\Core\Sitting\Role;
use Diastoma\Core\Sitting\Signing;
use Diastoma\Core\Sitting\State;

/** Where work of a job waits for a signature, and what waits now. */
final class HoldPoints
{
    /** More than anybody signs at one walk. */
    private const MOST = 200;

    /** @return array<string, mixed> hold points of a job, with what else may be put up */
    public static function kept(Job $job, Person $person): array
    {
        $procedures = Held::procedures($job);
        $titles = Held::titles($procedures);
        $role = $person->mustBeOn($job);

        return [
            'points' => array_map(static fn (HoldPoint $h): array => [
                'id' => $h->id, 'title' => $h->occasion->title(), 'where' => $titles["{$h->procedure}/{$h->step}"] ?? '', 'look' => $h->occasion->look(),
                'roles' => $h->roles, 'may_remove' => HoldPlan::mayRemove($h, $role),
            ], $job->rules()->holdPoints),
            'occasions' => array_map(static fn (Occasion $o): array => ['id' => $o->value, 'title' => $o->title(), 'look' => $o->look()], Occasion::cases()),
            'signers' => array_map(static fn (string $r): array => ['id' => $r, 'title' => Role::from($r)->title()], Rights::holders()),
            'procedures' => $procedures,
        ];
    }

    /** @return array<string, mixed> what waits now, as somebody sees it: all that they may sign first */
    public static function waiting(Job $job, Person $person): array
    {
        $found = $job->rules()->holdPoints === [] ? [] : [...self::joints($job, $person), ...self::sections($job, $person)];
        usort($found, static fn (array $a, array $b): int => ($a['refusal'] === null ? 0 : 1) <=> ($b['refusal'] === null ? 0 : 1));

        return ['waiting' => $found, 'is_held' => $job->rules()->holdPoints !== []];
    }

    /** @return list<array<string, mixed>> */
    private static function joints(Job $job, Person $person): array
    {
        $joints = Joint::with('main.job.rulebook')->whereIn('main_id', $job->mains()->pluck('id'))->where('current_step', 'like', HoldPoint::KEY.'%')
            ->orderBy('number')->limit(self::MOST)->get();

        return array_values(array_filter($joints->map(static fn (Joint $j): ?array => self::work(
            Subject::joint($j), $person, "Joint {$j->label()}", $j->main->name, "/bench/{$j->number}",
        ))->all()));
    }

    /** @return list<array<string, mixed>> */
    private static function sections(Job $job, Person $person): array
    {
        $found = [];
        $mains = $job->mains()->pluck('id');
        $open = Joint::query()->whereIn('main_id', $mains)->where('suffix', '')->whereNotIn('state', State::accepted())
            ->toBase()->distinct()->pluck('section_id'); // nothing is there to be signed before all of its joints are accepted
        $sections = Section::with('main', 'tests')->whereIn('main_id', $mains)->whereNotIn('id', $open)->orderBy('name')->limit(self::MOST)->get();
        foreach ($sections as $section) {
            $section->main->setRelation('job', $job);
            $found[] = self::work(Subject::section($section), $person, "Section {$section->name}", $section->main->name,
                '/test/'.rawurlencode($section->name));
            $found[] = self::test($job, $person, $section, $section->tests->whereNotNull('ended_at')->last()?->setRelation('section', $section));
        }

        return array_values(array_filter($found));
    }

    /** @return ?array<string, mixed> */
    private static function test(Job $job, Person $person, Section $section, ?PressureTest $test): ?array
    {
        $said = Signed::waits($test);

        return $test === null || $said === null ? null : [
            'kind' => 'test', 'subject_id' => $test->id, 'key' => HoldPoint::KEY.Occasion::AfterTest->value,
            'name' => "Section {$section->name}, test {$test->number}",
            'where' => $section->main->name, 'title' => Occasion::AfterTest->title(), 'look' => Occasion::AfterTest->look(),
            'roles' => [], 'since' => $test->ended_at->toRfc3339String(),
            'at' => '/test/'.rawurlencode($section->name),
            'refusal' => HeldAfter::refusal($job->rules(), $person->mustBeOn($job), $person->asSitter($job)->oneWith(Signed::ranBy($test))),
        ];
    }

    /** @return ?array<string, mixed> null where it does not wait */
    private static function work(Subject $subject, Person $person, string $name, string $where, string $at): ?array
    {
        $next = $subject->sitting()->next();
        if ($next === null || ! str_starts_with($next, HoldPoint::KEY)) {
            return null;
        }
        foreach ($subject->steps() as $step) {
            $spec = $step->id === $next ? $step->reading($next) : null;
            if ($spec !== null) {
                $story = $subject->inOrder();
                $refused = Signing::refusal($subject->sitting(), $spec, $person->asSitter($subject->job), $subject->job->now()->toDateTimeImmutable());

                return [
                    'kind' => $subject->kind->value, 'subject_id' => $subject->model->id, 'key' => $next, 'name' => $name, 'where' => $where,
                    'title' => $spec->label, 'look' => $step->instruction, 'roles' => $spec->choices,
                    'since' => $story === [] ? null : $story[count($story) - 1]->takenAt->format(DATE_RFC3339), 'at' => $at, 'refusal' => $refused?->said,
                ];
            }
        }

        return null;
    }
}
