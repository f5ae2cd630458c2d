<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Journal\SetUp;
use App\Models\Equipment;
use App\Models\Job;
use App\Models\Membership;
use App\Models\Nonconformance;
use App\Models\Person;
use App\Models\Rulebook;
use App\Pictures\Pictures;
use Diastoma\Core\Conformance\Nonconformance as Conformance;
use Diastoma\Core\Rulebook\HoldPoint;
use Diastoma\Core\Rulebook\Rulebook as CoreRulebook;
use Diastoma\Core\Rulebook\Rulebooks;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Role;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Jobs are made by the administrator of the installation, and kept by their supervisors. */
final class Jobs
{
    public function __construct(private readonly Journal $journal, private readonly SetUp $setUp)
    {
    }

    /**
     * @param  array<string, mixed>  $given  number, title, place, time_zone, rulebook, simulated, began_on, copy_of, role
     *
     * @throws Refused if somebody is no administrator, the number is taken, or the job to copy is not theirs to see
     */
    public function make(Person $by, array $given): Job
    {
        $by->mustKeepOffice();
        $this->mustBeFree($given['number']);
        $old = isset($given['copy_of']) ? Job::with('rulebook', 'equipment')->whereKey($given['copy_of'])->first() : null;
        isset($given['copy_of']) && ($old === null || $by->roleOn($old) === null) && throw Refused::nothing();

        return DB::transaction(function () use ($by, $given, $old): Job {
            $id = (string) Str::uuid();
            $job = Job::create([
                'id' => $id, 'number' => $given['number'], 'title' => $given['title'], 'place' => $given['place'], 'time_zone' => $given['time_zone'],
                'began_on' => $given['began_on'] ?? now($given['time_zone'])->toDateString(), 'simulated' => $given['simulated'] ?? false,
                'rulebook_id' => $this->rulebook($given, $old)->id, 'journal_head' => Journal::root($id),
            ])->refresh();
            $roles = [...($old === null ? [] : Membership::where('job_id', $old->id)->whereHas('person', static fn ($q) => $q->whereNull('left_at'))
                ->pluck('role', 'person_id')->all()),
                $by->id => $this->role($given, $by, $old)];
            foreach ($roles as $person => $role) {
                Membership::create(['id' => Membership::idOf($id, (string) $person), 'job_id' => $id, 'person_id' => $person, 'role' => $role]);
            }
            foreach ($old === null ? [] : $old->equipment->whereNull('retired_at') as $unit) {
                Equipment::create(['job_id' => $id, ...$unit->only([
                    'kind', 'name', 'serial', 'calibration_until', 'range_said', 'range_low', 'range_high', 'resolution_said', 'paper_sha256',
                ])]);
            }
            $by->forgetRoles();
            $this->setUp->job($job->refresh()->load('rulebook', 'equipment'), $by);

            return $job->refresh();
        });
    }

    /**
     * @param  array<string, mixed>  $given  number, title, place, time_zone, began_on
     *
     * @throws Refused if this person may not
     */
    public function change(Job $job, Person $by, array $given): Job
    {
        $by->must(Action::KeepJob, $job);
        $given['number'] === $job->number || $this->mustBeFree($given['number']);

        return $this->write($job, $by, array_intersect_key($given, array_flip(['number', 'title', 'place', 'time_zone', 'began_on'])), 'changed', '');
    }

    /** What the owner asks for, as a file: on the job's record by its hash. An earlier one stays there. */
    public function specify(Job $job, Person $by, UploadedFile $file): Job
    {
        $by->must(Action::KeepJob, $job);
        $hash = Pictures::keep($file)['sha256'];
        Pictures::show($hash, $job->id);
        $name = mb_substr($file->getClientOriginalName(), 0, 200);

        return $this->write($job, $by, ['specification_sha256' => $hash, 'specification_name' => $name], 'specified', $name);
    }

    public function close(Job $job, Person $by, string $reason): Job
    {
        $by->must(Action::KeepJob, $job);
        Refused::unless($job->closed_at === null ? null : 'This job is closed already.');
        $open = Nonconformance::holding()->where('job_id', $job->id)->orderBy('number')->pluck('number')->map(intval(...))->all();
        Refused::unless(Conformance::handover(array_values($open)));

        return $this->write($job, $by, ['closed_at' => now('UTC')->startOfSecond()], 'closed', $reason);
    }

    public function open(Job $job, Person $by, string $reason): Job
    {
        $by->must(Action::KeepJob, $job);
        Refused::unless($job->closed_at !== null ? null : 'This job is open.');

        return $this->write($job, $by, ['closed_at' => null], 'opened again', $reason);
    }

    /** @param  array<string, mixed>  $change */
    private function write(Job $job, Person $by, array $change, string $what, string $reason): Job
    {
        return DB::transaction(function () use ($job, $by, $change, $what, $reason): Job {
            $this->journal->lock($job);
            $job->update($change);
            $this->journal->append($job, $by, new Draft(
                (string) Str::uuid(), Journal::JOB_KEPT, 'job', $job->id,
                ['what' => $what, 'reason' => $reason, ...Rows::of($job->refresh())], $job->now()->format('Y-m-d\TH:i:sP'),
            ));

            return $job;
        });
    }

    /**
     * The role of whoever makes the job: what they say; of a copy the one they had; else they set it up as its supervisor.
     *
     * @param  array<string, mixed>  $given
     */
    private function role(array $given, Person $by, ?Job $old): string
    {
        return $given['role'] ?? ($old === null ? Role::Supervisor->value : (string) $by->roleOn($old));
    }

    private function mustBeFree(string $number): void
    {
        if (Job::where('number', $number)->exists()) {
            throw Refused::input('There is a job of that number already. Choose another.', [['field' => 'number', 'detail' => 'taken', 'value' => $number]]);
        }
    }

    /** @param  array<string, mixed>  $given */
    private function rulebook(array $given, ?Job $old): Rulebook
    {
        $base = $old === null ? ($given['rulebook'] ?? 'iso') : explode('-', $old->rulebook->key)[0];
        $shipped = Rulebooks::of($base) ?? throw Refused::input('There is no such rulebook. Choose one of the list.');
        $core = $old === null || $old->rulebook->key === $base ? $shipped : CoreRulebook::fromArray([
            ...$old->rulebook->payload, 'id' => "{$base}-{$given['number']}", 'version' => 1, 'title' => "{$shipped->title}, {$given['number']}",
        ]);
        if ($old === null) {
            $core = $core->copiedFor($given['number'])->withHoldPoints(HoldPoint::usual())->inVersion(1);
        }

        return Rulebook::firstOrCreate(['key' => $core->id, 'version' => $core->version], ['title' => $core->title, 'payload' => $core->toArray()])->refresh();
    }
}
