<?php

declare(strict_types=1);

namespace App\Journal;

use App\Models\Entry;
use App\Models\Job;

/**
 * The closing hash of a job's journal, as it stands somewhere outside the database: a line of a file that the web server cannot rewrite, or the foot of a
 * printed record.
 * Whoever cuts the end of a journal off, or works its chain out again, cannot bring those along.
 */
final readonly class Anchor
{
    public function __construct(public string $at, public string $job, public int $seq, public string $hash)
    {
    }

    public static function of(Job $job): self
    {
        return new self(now()->utc()->format('Y-m-d\TH:i:s\Z'), $job->number, $job->journal_seq, $job->journal_head);
    }

    /** As it stands in the file and in the square code on paper. */
    public function line(): string
    {
        return "{$this->at} {$this->seq} {$this->hash} {$this->job}";
    }

    /** @return ?self null where the line is none */
    public static function read(string $line): ?self
    {
        return preg_match('/\A(\S+Z) (\d+) ([0-9a-f]{64}) (.+?)\s*\z/', $line, $m) === 1 ? new self($m[1], $m[4], (int) $m[2], $m[3]) : null;
    }

    /** What the journal says against it; null where it agrees. */
    public function fault(Job $job): ?string
    {
        $entry = Entry::where('job_id', $job->id)->where('seq', $this->seq)->first(['hash']);

        return match (true) {
            $this->seq === 0 => null,
            $entry === null => "At {$this->at} the journal had {$this->seq} entries; now it ends with {$job->journal_seq}. Its end was cut off.",
            $entry->hash !== $this->hash => "At {$this->at} entry {$this->seq} closed with {$this->hash}; now it closes with "
                ."{$entry->hash}. The chain was worked out again.",
            default => null,
        };
    }
}
