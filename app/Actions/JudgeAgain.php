<?php

declare(strict_types=1);

namespace App\Actions;

use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Judges a finished joint under the job's rulebook as it is now. The old verdict stays in the journal by the version it names. */
final class JudgeAgain
{
    public function __construct(private readonly Journal $journal, private readonly ProjectJoint $project)
    {
    }

    public function execute(Joint $joint, Person $person): Subject
    {
        $person->must(Action::JudgeAgain);

        return DB::transaction(function () use ($joint, $person): Subject {
            $job = $joint->main->job;
            $before = ['from' => $joint->rulebook?->version, 'state' => $joint->state];
            $joint->update(['rulebook_id' => $job->rulebook_id]);
            $subject = Subject::joint($joint->refresh());
            $this->project->execute($subject);
            $this->journal->append($job, $person, new Draft((string) Str::uuid(), Journal::JUDGED_AGAIN, 'joint', $joint->id, [...$before, 'to' => $subject->rulebook()->version, 'now' => $joint->state], $job->now()->format('Y-m-d\TH:i:sP')));
            $subject->catchUp();

            return $subject;
        });
    }
}
