<?php

declare(strict_types=1);

namespace App\Journal;

use App\Models\Entry;
use App\Models\Job;
use App\Models\Main;
use App\Models\Membership;
use App\Models\Person;
use App\Models\Plan;
use App\Models\Reject;
use App\Models\Rulebook;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Collection;
use Illuminate\Support\Str;

/**
 * Writes into the journal, in full, what a job stands on: itself, its rulebook, its people and their papers, its instruments and theirs, and each main with
 * its sections, pipes and joints.
 */
final class SetUp
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /** Whoever and whatever belongs to the job, but for its mains. */
    public function job(Job $job, Person $by): void
    {
        $this->write(
            $job, $by, Journal::JOB, 'job', $job->id, [$job->rulebook, $job, ...$this->crew($job), ...$job->equipment],
            ['rulebook_id' => $job->rulebook_id],
        );
    }

    /** @return list<Model> whoever is a member, with their papers */
    private function crew(Job $job): array
    {
        $members = Membership::with('person.certificates')->where('job_id', $job->id)->get();

        return [
            ...$members->map(static fn (Membership $m): Person => $m->person)->all(), ...$members->all(),
            ...$members->flatMap(static fn (Membership $m): Collection => $m->person->certificates)->all(),
        ];
    }

    public function main(Main $main, Person $by): void
    {
        $main = $main->refresh();
        $this->write($main->job, $by, Journal::MAIN, 'main', $main->id, [$main, ...$main->sections, ...$main->pipes, ...$main->everyJoint], []);
    }

    /**
     * A job whose journal does not say what it stands on, as one of an earlier version does not: all of it is written down as it stands now. Does nothing a
     * second time.
     */
    public function complete(Job $job): bool
    {
        $by = Person::query()->orderByDesc('administrator')->first();
        if ($by === null || Entry::where('job_id', $job->id)->where('kind', Journal::JOB)->exists()) {
            return false;
        }
        $mains = $job->mains()->with('sections', 'pipes', 'everyJoint')->get();
        $plans = Plan::whereIn('main_id', $mains->pluck('id'))->whereNotNull('adopted_at')->get();
        $alignments = \App\Models\Alignment::whereIn('main_id', $mains->pluck('id'))->get();
        $rejects = Reject::whereIn('main_id', $mains->pluck('id'))->get();
        $parts = $mains->flatMap(static fn (Main $m): Collection => collect([$m, ...$m->sections, ...$m->pipes, ...$m->everyJoint]));
        $this->write(
            $job, $by, Journal::JOB, 'job', $job->id,
            [
                ...Rulebook::query()->get(), $job, ...$this->crew($job), ...$job->equipment, ...$parts, ...$alignments, ...$plans,
                ...\App\Models\JointSystem::query()->get(), ...$rejects,
            ],
            ['rulebook_id' => $job->rulebook_id, 'late' => true],
        );

        return true;
    }

    /**
     * @param  array<int, Model>  $models
     * @param  array<string, mixed>  $more
     */
    private function write(Job $job, Person $by, string $kind, string $type, string $id, array $models, array $more): void
    {
        $this->journal->append(
            $job, $by,
            new Draft((string) Str::uuid(), $kind, $type, $id, [...$more, ...Rows::of(...array_values($models))], $job->now()->format('Y-m-d\TH:i:sP')),
        );
    }
}
