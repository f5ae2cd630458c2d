<?php

declare(strict_types=1);

namespace App\Actions;

use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Entry;
use App\Models\Job;
use App\Models\JointSystem;
use App\Models\Person;
use App\Procedures\Systems;
use Illuminate\Support\Str;

/** The figures of a joint system or a card stand in the journal of each job that uses it, in the version that it uses: once. */
final class RecordSystem
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /** Before the first use of a procedure; nothing for one that ships. */
    public function ofProcedure(Job $job, Person $by, string $procedure): void
    {
        $row = Systems::row($procedure);
        if ($row !== null && Entry::where('job_id', $job->id)->where('kind', Journal::JOINT_SYSTEM)->where('subject_id', $row->id)->doesntExist()) {
            $this->row($job, $by, $row);
        }
    }

    public function row(Job $job, Person $by, JointSystem $row): void
    {
        $this->journal->append($job, $by, new Draft(
            (string) Str::uuid(), Journal::JOINT_SYSTEM, 'joint_system', $row->id, [...$row->payload, ...Rows::of($row->refresh())],
            $job->now()->format('Y-m-d\TH:i:sP'),
        ));
    }
}
