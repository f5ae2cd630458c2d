<?php

declare(strict_types=1);

namespace App\Journal;

use App\Models\Entry;
use App\Models\Job;
use Illuminate\Support\Facades\DB;

/**
 * The closing hash of a journal, as it stands somewhere outside the database: a line of a file that the web server cannot rewrite, or the foot of a printed
 * record.
 * Whoever cuts the end of a journal off, or works its chain out again, cannot bring those along.
 */
final readonly class Anchor
{
    /** What stands for the journal of the office in the place of a job's id. */
    public const OFFICE = '00000000-0000-0000-0000-000000000000';

    /**
     * @param  ?string  $id  of the job; null in a line of an earlier version, which has its number alone
     * @param  string  $name  its number as it was
     */
    private function __construct(public string $at, public int $seq, public string $hash, public ?string $id, public string $name)
    {
    }

    public static function of(Job $job): self
    {
        return new self(self::now(), $job->journal_seq, $job->journal_head, $job->id, $job->number);
    }

    public static function ofOffice(): self
    {
        $head = DB::table('office_head')->where('id', 1)->firstOrFail();

        return new self(self::now(), (int) $head->seq, (string) $head->hash, self::OFFICE, 'the office');
    }

    public static function now(): string
    {
        return now()->utc()->format('Y-m-d\TH:i:s\Z');
    }

    /** As it stands in the file and in the square code on paper. */
    public function line(): string
    {
        return "{$this->at} {$this->seq} {$this->hash} {$this->id} {$this->name}";
    }

    /** @return ?self null where the line is none */
    public static function read(string $line): ?self
    {
        return preg_match('/\A(\S+Z) (\d+) ([0-9a-f]{64}) (?:([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}) )?(.+?)\s*\z/', $line, $m) === 1
            ? new self($m[1], (int) $m[2], $m[3], $m[4] === '' ? null : $m[4], $m[5]) : null;
    }

    /** Which job it is of: by its id; a line of an earlier version by what was its number. */
    public function isOf(Job $job): bool
    {
        return $this->id === null ? $this->name === $job->number : $this->id === $job->id;
    }

    /** What the journal says against it; null where it agrees. */
    public function fault(): ?string
    {
        $isOffice = $this->id === self::OFFICE;
        $job = $isOffice ? null : Job::query()->when($this->id, static fn ($q, $id) => $q->whereKey($id), fn ($q) => $q->where('number', $this->name))->first();
        if ($this->seq === 0) {
            return null;
        }
        if (! $isOffice && $job === null) {
            return $this->id === null ? null // a number of before that is another's or nobody's now
                : "Job {$this->name} ({$this->id}) is gone: at {$this->at} its journal had {$this->seq} entries.";
        }
        $entries = $isOffice ? DB::table('office_entries') : Entry::where('job_id', $job?->id)->toBase();
        $hash = (clone $entries)->where('seq', $this->seq)->value('hash');

        return match (true) {
            $hash === null => "At {$this->at} the journal had {$this->seq} entries; now it ends with ".((int) $entries->max('seq')).'. Its end was cut off.',
            $hash !== $this->hash => "At {$this->at} entry {$this->seq} closed with {$this->hash}; now it closes with {$hash}. The chain was worked out again.",
            default => null,
        };
    }
}
