<?php

declare(strict_types=1);

namespace App\Actions;

use App\Journal\Draft;
use App\Journal\Journal;
use App\Models\Joint;
use App\Models\Person;
use App\Procedures\Subject;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Judges a finished joint under the job's rulebook as it is now. The old verdict stays in the journal by the version it names. */
final class JudgeAgain
{
    public function __construct(private readonly Journal $journal, private readonly ProjectWork $project)
    {
    }

    public function execute(Joint $joint, Person $person): Subject
    {
        $person->must(Action::JudgeAgain, $joint);

        return DB::transaction(function () use ($joint, $person): Subject {
            $job = $joint->main->job;
            $before = ['from' => $joint->rulebook?->version, 'state' => $joint->state];
            $joint->update(['rulebook_id' => $job->rulebook_id]);
            $subject = Subject::joint($joint->refresh());
            $at = $job->now();
            $again = ['procedure_version' => $subject->procedure->version()];
            $sitting = $subject->open([], [new Entry('', Entry::JUDGED_AGAIN, $again, $at->toDateTimeImmutable(), $person->name)]);
            $kept = [...$before, 'to' => $subject->rulebook()->version, 'now' => $sitting->state()->value, ...$again];
            $this->journal->append(
                $job, $person, new Draft((string) Str::uuid(), Journal::JUDGED_AGAIN, 'joint', $joint->id, $kept, $at->format('Y-m-d\TH:i:sP')),
            );
            $subject->catchUp();
            $this->project->execute($subject);

            return $subject;
        });
    }
}
