<?php

declare(strict_types=1);

namespace App\Journal;

use App\Exceptions\Refused;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Person;
use Carbon\CarbonImmutable;
use Diastoma\Core\Sitting\Entry as Item;
use Illuminate\Support\Facades\DB;

/**
 * The append-only record of a job. Its duties:
 * - an entry is stored once, however often it is sent (its id is made by the client);
 * - each entry carries the hash of the one before it in the same job, so that a gap or a change shows;
 * - entries of one job are written one after another, entries of different jobs never wait for each other;
 * - the hash covers the very text that is stored.
 */
final class Journal
{
    public const READING = 'reading';

    public const OVERRULE = 'overrule';

    public const CLOCK = 'clock';

    public const RULEBOOK = 'rulebook';

    public const JUDGED_AGAIN = 'judged_again';

    public const JOB = 'job';

    public const WORK = 'work';

    public const CREW = 'crew';

    public const JOB_KEPT = 'job.kept';

    public const JOB_TAKEN = 'job.taken';

    public const INSTRUMENT = 'instrument';

    public const LINE = 'line';

    public const SECTIONS = 'sections';

    public const NONCONFORMANCE = 'nonconformance';

    public const MADE_AGAIN = 'joint.made_again';

    public const MAIN = 'main';

    public const ALIGNMENT = 'alignment';

    public const PLAN_ADOPTED = 'plan.adopted';

    public const JOINT_SYSTEM = 'joint_system';

    public const PIPE_REJECTED = 'pipe.rejected';

    public const TEST_PLANNED = 'test.planned';

    public const TEST_JUDGED = 'test.judged';

    public const TEST_BEGUN = 'test.begun';

    public const TEST_NOTE = 'test.note';

    public const TEST_READING = 'test.reading';

    public const TEST_MEND = 'test.mend';

    public const TEST_SIGNED = 'test.signed';

    public const SECTION_FACTS = 'section.facts';

    /** Kinds that tell of one work and change nothing about another. */
    private const OF_ONE_WORK = [
        Item::READING, Item::LIST, Item::ROUND, Item::SHIFT, Item::OVERRULE, Item::ROW, Item::SIGNATURE, Item::NOTE, Item::PICTURE, Item::CUT_OUT,
    ];

    /**
     * @return array{Entry, bool} the entry and whether it is new
     *
     * @throws Refused if the id was used before for something else
     */
    public function append(Job $job, Person $person, Draft $draft): array
    {
        return DB::transaction(fn (): array => $this->appendTo($this->lock($job), $person, $draft, Entry::find($draft->id)));
    }

    /** The head of a job's chain, held until the transaction ends: entries of one job are written one after another. */
    public function lock(Job $job): Job
    {
        return Job::query()->lockForUpdate()->findOrFail($job->id, ['id', 'journal_seq', 'journal_head']);
    }

    /**
     * The same where the head is held already.
     *
     * @param  ?Entry  $known  what is stored under this id
     * @return array{Entry, bool}
     *
     * @throws Refused if the id was used before for something else
     */
    public function appendTo(Job $head, Person $person, Draft $draft, ?Entry $known): array
    {
        if ($known !== null) {
            return [$this->same($known, $head, $draft), false];
        }
        $entry = new Entry([
            'id' => $draft->id, 'job_id' => $head->id, 'seq' => $head->journal_seq + 1, 'kind' => $draft->kind,
            'subject_type' => $draft->subjectType, 'subject_id' => $draft->subjectId,
            'payload' => json_encode($draft->payload, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION),
            'person_id' => $person->id, 'device_at' => $draft->deviceAt,
            'server_at' => $draft->serverAt ?? self::now(), 'prev_hash' => $head->journal_head,
        ]);
        $entry->hash = self::hash($entry);
        $entry->save();
        DB::table('jobs')->where('id', $head->id)->update(['journal_seq' => $entry->seq, 'journal_head' => $entry->hash]);
        $entry->setRelation('person', $person);

        return [$entry, true];
    }

    /** This moment, as an entry keeps it. */
    public static function now(): string
    {
        return CarbonImmutable::now('UTC')->format('Y-m-d\TH:i:s.vP');
    }

    /**
     * Whether nothing was written since a moment of the chain that could change how a work is judged: neither about it, nor about the job itself, its rules or
     * its instruments.
     *
     * @param  int  $seq  the last entry at that moment
     */
    public function isQuiet(Job $head, int $seq, string $subjectId): bool
    {
        return $head->journal_seq === $seq || DB::table('entries')->where('job_id', $head->id)->where('seq', '>', $seq)
            ->where(static fn ($q) => $q->where('subject_id', $subjectId)->orWhereNotIn('kind', self::OF_ONE_WORK))->doesntExist();
    }

    /** The entry already stored, if the client sent the same thing again. */
    private function same(Entry $known, Job $job, Draft $draft): Entry
    {
        $sent = $known->data()['sent'] ?? null;
        // those of before a fingerprint was kept are known by their id alone
        if (
            $known->job_id !== $job->id || $known->subject_id !== $draft->subjectId || $known->kind !== $draft->kind
            || $sent !== null && $sent !== ($draft->payload['sent'] ?? null)
        ) {
            throw Refused::conflict('An entry with this id says something else already. Nothing was changed: reload the page and enter it again.');
        }

        return $known;
    }

    /**
     * Fingerprint of what a client sent, kept in the entry: the stored value may be spelled otherwise.
     *
     * @param  array<string, mixed>  $payload
     */
    public static function fingerprint(array $payload): string
    {
        return substr(hash('sha256', json_encode($payload, JSON_THROW_ON_ERROR)), 0, 16);
    }

    public static function hash(Entry $entry): string
    {
        return hash('sha256', implode("\n", [
            $entry->prev_hash, $entry->id, $entry->job_id, $entry->seq, $entry->kind, $entry->subject_type, $entry->subject_id,
            $entry->person_id, $entry->device_at, $entry->server_at, $entry->payload,
        ]));
    }

    /** Where a job's chain begins. */
    public static function root(string $jobId): string
    {
        return hash('sha256', $jobId);
    }
}
