<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Job;
use App\Models\JointSystem as Row;
use App\Models\Person;
use App\Procedures\Systems;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Adds a joint system to the catalogue, or a new version of one. Joints made by an older version keep it. */
final class AddJointSystem
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @param  array<string, mixed>  $data
     *
     * @throws Refused if this person may not
     * @throws InvalidInput with every setting that cannot be
     */
    public function execute(Job $job, Person $person, array $data): JointSystem
    {
        $person->must(Action::AddSystem, $job);
        $given = JointSystem::fromArray([...$data, 'version' => 1]);

        return DB::transaction(function () use ($job, $person, $given): JointSystem {
            Job::query()->lockForUpdate()->findOrFail($job->id);
            $system = $given->inVersion((Systems::latestOf($given->key)->version ?? 0) + 1);
            $row = Row::create(['key' => $system->key, 'version' => $system->version, 'payload' => $system->toArray(), 'person_id' => $person->id]);
            $this->journal->append(
                $job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::JOINT_SYSTEM, 'joint_system', $row->id, [...$system->toArray(), ...Rows::of($row->refresh())],
                    $job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );

            return $system;
        });
    }
}
