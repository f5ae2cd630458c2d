<?php

declare(strict_types=1);

namespace App\Journal;

use App\Models\Entry;
use App\Models\Job;

/** Reads a job's chain from the beginning and says where it breaks. */
final class Verification
{
    /** @return array{entries: int, faults: list<string>} */
    public function of(Job $job): array
    {
        $chain = new Chain(Journal::root($job->id));
        foreach (Entry::where('job_id', $job->id)->orderBy('seq')->lazy(1000) as $entry) {
            $chain->next($entry->seq, $entry->prev_hash, $entry->hash, Journal::hash($entry), "{$entry->kind}, {$entry->device_at}");
        }

        return $chain->end($job->journal_seq, $job->journal_head, 'The job');
    }
}
