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
use Diastoma\Core\Procedure\Draws;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Adds a joint system or a card to the catalogue, or a new version of one. Joints made by an older version keep it. */
final class AddJointSystem
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @template T of Draws
     *
     * @param  \Closure(): T  $read  of what was sent, in its first version; throws InvalidInput with every setting that cannot be
     * @return T in the version that it got
     *
     * @throws Refused if this person may not, or the short name is another kind's
     * @throws InvalidInput
     */
    public function execute(Job $job, Person $person, \Closure $read): Draws
    {
        $person->must(Action::AddSystem, $job);
        $given = $read();

        return DB::transaction(function () use ($job, $person, $given): Draws {
            Job::query()->lockForUpdate()->findOrFail($job->id);
            $before = Systems::latestOf($given->key());
            if ($before !== null && $before::class !== $given::class) {
                throw Refused::input('This short name is taken by another kind of joint. Choose another.',
                    [['field' => 'key', 'detail' => 'taken', 'value' => $given->key()]]);
            }
            $system = $given->inVersion(($before?->version() ?? 0) + 1);
            $row = Row::create(['key' => $system->key(), 'version' => $system->version(), 'payload' => $system->toArray(), 'person_id' => $person->id]);
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
