<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Models\Job;
use App\Models\JointSystem as Row;
use App\Models\Person;
use App\Procedures\Systems;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Draws;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\SystemName;
use Illuminate\Support\Facades\DB;

/**
 * Adds a joint system or a card, or a new version of one: of the job, or by an administrator for every job of the installation. Joints made by an older
 * version keep it.
 */
final class AddJointSystem
{
    public function __construct(private readonly RecordSystem $record)
    {
    }

    /**
     * @template T of Draws
     *
     * @param  \Closure(): T  $read  of what was sent, in its first version; throws InvalidInput with every setting that cannot be
     * @param  bool  $forAll  for every job of the installation
     * @return T in the version that it got
     *
     * @throws Refused if this person may not, or the short name is another's
     * @throws InvalidInput
     */
    public function execute(Job $job, Person $person, \Closure $read, bool $forAll = false): Draws
    {
        $person->must(Action::AddSystem, $job);
        $given = $read();

        return DB::transaction(function () use ($job, $person, $given, $forAll): Draws {
            Job::query()->lockForUpdate()->findOrFail($job->id);
            $before = Row::query()->where('key', $given->key())->orderByDesc('version')->lockForUpdate()->first();
            $name = new SystemName($given->key(), Systems::ships($given->key()), $before !== null, $before?->job_id);
            Refused::unless($name->refusal($job->id, (string) $person->roleOn($job), $person->administrator, $forAll));
            if ($before !== null && Procedures::read($before->payload)::class !== $given::class) {
                throw Refused::input('This short name is taken by another kind of joint. Choose another.',
                    [['field' => 'key', 'detail' => 'taken', 'value' => $given->key()]]);
            }
            $system = $given->inVersion(($before->version ?? 0) + 1);
            $row = Row::create([
                'key' => $system->key(), 'version' => $system->version(), 'payload' => $system->toArray(), 'person_id' => $person->id,
                'job_id' => $forAll || $before !== null && $before->job_id === null ? null : $job->id,
            ]);
            $this->record->row($job, $person, $row);

            return $system;
        });
    }
}
