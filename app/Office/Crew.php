<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Certificate;
use App\Models\Job;
use App\Models\Membership;
use App\Models\Person;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Rights;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Who works on a job, in which role, with which papers: all of it on the job's record. */
final class Crew
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * Adds somebody, or gives them another role.
     *
     * @throws Refused if this person may not give that role, or take the one they have
     */
    public function put(Job $job, Person $by, Person $member, string $role): Membership
    {
        return DB::transaction(function () use ($job, $by, $member, $role): Membership {
            $this->journal->lock($job);
            $before = Membership::where('job_id', $job->id)->where('person_id', $member->id)->first();
            self::mustGive($job, $by, $role);
            if ($before !== null) {
                self::mustGive($job, $by, $before->role->value);
                $this->notTheLast($job, $before, $role);
            }
            if ($member->left_at !== null) {
                throw Refused::conflict("{$member->name} has left. The office can let them in again.");
            }
            $membership = Membership::updateOrCreate(
                ['job_id' => $job->id, 'person_id' => $member->id], ['id' => Membership::idOf($job->id, $member->id), 'role' => $role],
            );
            $this->write($job, $by, $member, Rows::of($member->refresh(), ...array_values($member->certificates->all()), ...[$membership->refresh()]));

            return $membership;
        });
    }

    /**
     * Whom somebody may put on a job by name: an administrator all who are here, a supervisor those with whom they work on another. Anybody else comes by the
     * sign-in name, which a supervisor has to be told.
     *
     * @return \Illuminate\Database\Eloquent\Builder<Person>
     */
    public static function others(Job $job, Person $by): \Illuminate\Database\Eloquent\Builder
    {
        $on = static fn (\Illuminate\Database\Eloquent\Builder $jobs): \Illuminate\Database\Eloquent\Builder => Membership::query()
            ->whereIn('job_id', $jobs)->select('person_id');

        return Person::query()->whereNull('left_at')->whereNotIn('id', Membership::query()->where('job_id', $job->id)->select('person_id'))
            ->when(! $by->administrator, static fn ($q) => $q->whereIn('id', $on(Membership::query()->where('person_id', $by->id)->select('job_id'))));
    }

    /** @throws Refused if somebody is neither on the job nor among those whom this person may put on it by name */
    public static function find(Job $job, Person $by, string $id): Person
    {
        $isOnIt = Membership::query()->where('job_id', $job->id)->where('person_id', $id)->exists();

        return ($isOnIt ? Person::query() : self::others($job, $by))->whereKey($id)->first() ?? throw Refused::nothing();
    }

    /** @throws Refused if this person may not, or nobody would be left to keep the job */
    public function remove(Job $job, Person $by, Person $member): void
    {
        DB::transaction(function () use ($job, $by, $member): void {
            $this->journal->lock($job);
            $membership = Membership::where('job_id', $job->id)->where('person_id', $member->id)->first() ?? throw Refused::nothing();
            self::mustGive($job, $by, $membership->role->value);
            $this->notTheLast($job, $membership, null);
            $membership->delete();
            $this->write($job, $by, $member, ['gone' => ['memberships' => [$membership->id]], 'rows' => []]);
        });
    }

    /** Writes a person's papers into every job they are on, as they stand now. */
    public function papers(Person $by, Person $member, ?Certificate $gone = null): void
    {
        foreach (Job::whereIn('id', Membership::where('person_id', $member->id)->select('job_id'))->get() as $job) {
            $rows = Rows::of($member->refresh(), ...array_values($member->certificates()->get()->all()));
            $this->write($job, $by, $member, [...$rows, ...($gone === null ? [] : ['gone' => ['certificates' => [$gone->id]]])]);
        }
    }

    /** @param  array<string, mixed>  $rows */
    private function write(Job $job, Person $by, Person $member, array $rows): void
    {
        $this->journal->append(
            $job, $by, new Draft((string) Str::uuid(), Journal::CREW, 'person', $member->id, $rows, $job->now()->format('Y-m-d\TH:i:sP')),
        );
    }

    /** @throws Refused if this person may not give or take that role there */
    public static function mustGive(Job $job, Person $by, string $role): void
    {
        $refused = Rights::givingRefused((string) $by->roleOn($job), $by->administrator, $role);
        if ($refused !== null) {
            throw Refused::forbidden($refused);
        }
    }

    /** A job without anybody who may keep its people could not be changed by its own crew any more. */
    private function notTheLast(Job $job, Membership $leaves, ?string $role): void
    {
        $keeps = static fn (string $role): bool => Rights::may($role, Action::KeepPeople);
        if (! $keeps($leaves->role->value) || $role !== null && $keeps($role)) {
            return;
        }
        $others = Membership::where('job_id', $job->id)->where('person_id', '<>', $leaves->person_id)->get();
        if ($others->doesntContain(static fn (Membership $m): bool => $keeps($m->role->value))) {
            throw Refused::conflict('This is the last one who may keep the job. Name another supervisor first.');
        }
    }
}
