<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Job;
use App\Models\Joint;
use App\Models\Section;
use Carbon\CarbonImmutable;
use Diastoma\Core\Procedure\Holds;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Occasion;
use Diastoma\Core\Sitting\State;
use Illuminate\Support\Facades\DB;

/** What the hold points of a job ask about a work: facts that lie outside of it. */
final class Held
{
    /** @return array<string, string> day on which the last first joint of this kind that was signed was begun, and the zone that days are counted in */
    public static function factsOf(Joint $joint): array
    {
        $job = $joint->main->job;
        $hold = $joint->state === State::Planned->value ? self::point($job, Occasion::FirstOfDay) : null; // asked at its first reading only
        if ($hold === null) {
            return [];
        }
        $others = Joint::query()->whereIn('main_id', $job->mains()->select('id'))->where('method', $joint->method)->reorder()->select('id');
        $signed = DB::table('entries')->where('job_id', $job->id)->where('kind', 'signature')->where('payload->key', $hold->key())
            ->whereIn('subject_id', $others)->pluck('subject_id');
        // by the day on which it was begun: what is left over from yesterday and signed this morning says nothing of today
        $last = DB::table('entries')->whereIn('subject_id', $signed)->where('payload->'.Holds::FIRST_OF_DAY, true)->max('device_at');

        return [
            'time_zone' => $job->time_zone,
            'kind_signed_on' => $last === null ? '' : CarbonImmutable::parse($last)->setTimezone($job->time_zone)->format('Y-m-d'),
        ];
    }

    /** @return array<string, int|string|null> joints that are not accepted, and when the section was tested last */
    public static function factsOfSection(Section $section): array
    {
        if ($section->main->job->rules()->holdPoints === []) {
            return [];
        }

        return [
            'open_joints' => $section->joints()->whereNotIn('state', State::accepted())->count(),
            'held_since' => $section->tests()->whereNotNull('ended_at')->reorder('number', 'desc')->first()?->ended_at?->toRfc3339String(),
        ];
    }

    private static function point(Job $job, Occasion $occasion): ?HoldPoint
    {
        foreach ($job->rules()->holdPoints as $hold) {
            if ($hold->occasion === $occasion) {
                return $hold;
            }
        }

        return null;
    }

    /** @return list<array{id: string, title: string, steps: list<array{id: string, title: string}>}> that the job has work of */
    public static function procedures(Job $job): array
    {
        $found = [];
        $kinds = Joint::query()->whereIn('main_id', $job->mains()->pluck('id'))->reorder()->toBase()->distinct()->get(['main_id', 'method'])
            ->unique('method')->sortBy('method'); // found by the index alone, a leap for each kind of each main
        foreach ($kinds as $kind) {
            $joint = Joint::with('main.job.rulebook')->where('main_id', $kind->main_id)->where('method', $kind->method)->reorder()->firstOrFail();
            $found[] = self::procedure(Subject::joint($joint));
        }
        $section = Section::with('main.job.rulebook')->whereIn('main_id', $job->mains()->select('id'))->first();

        return $section === null ? $found : [...$found, self::procedure(Subject::section($section))];
    }

    /**
     * @param  list<array{id: string, title: string, steps: list<array{id: string, title: string}>}>  $procedures
     * @return array<string, string> title of each step, by “procedure/step”
     */
    public static function titles(array $procedures): array
    {
        $titles = [];
        foreach ($procedures as $procedure) {
            foreach ($procedure['steps'] as $step) {
                $titles["{$procedure['id']}/{$step['id']}"] = "{$procedure['title']}: {$step['title']}";
            }
        }

        return $titles;
    }

    /** @return array{id: string, title: string, steps: list<array{id: string, title: string}>} */
    private static function procedure(Subject $subject): array
    {
        return [
            'id' => $subject->procedure->id(), 'title' => $subject->procedure->title(),
            'steps' => array_map(
                static fn (Step $s): array => ['id' => $s->id, 'title' => $s->title], $subject->procedure->steps($subject->situation()),
            ),
        ];
    }
}
