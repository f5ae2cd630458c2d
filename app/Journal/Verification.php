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
        $faults = [];
        $seq = 0;
        $head = Journal::root($job->id);
        foreach (Entry::where('job_id', $job->id)->orderBy('seq')->lazy(1000) as $entry) {
            $seq++;
            if ($entry->seq !== $seq) {
                $faults[] = "Entry {$seq} is missing: the next one is {$entry->seq}.";
                $seq = $entry->seq;
            }
            if ($entry->prev_hash !== $head) {
                $faults[] = "Entry {$entry->seq} does not follow the one before it.";
            }
            if (Journal::hash($entry) !== $entry->hash) {
                $faults[] = "Entry {$entry->seq} ({$entry->kind}, {$entry->device_at}) was changed after it was written.";
            }
            $head = $entry->hash;
        }
        if ($job->journal_seq !== $seq || $job->journal_head !== $head) {
            $faults[] = "The job says its last entry is {$job->journal_seq}; the journal ends with {$seq}.";
        }

        return ['entries' => $seq, 'faults' => $faults];
    }
}
