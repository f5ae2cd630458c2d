<?php

declare(strict_types=1);

namespace App\Archive;

use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Equipment;
use App\Models\Job;
use App\Pictures\Pictures;
use Illuminate\Support\Facades\DB;

/**
 * A job as one file that another installation can read: its journal as it stands, the traces and pictures that the journal names by their hash. Nothing
 * else is needed: every table is built again from the journal.
 */
final class Written
{
    public const FORMAT = 'diastoma-job-1';

    public const MANIFEST = 'manifest.json';

    public const JOURNAL = 'journal.jsonl';

    public const TRACES = 'traces.jsonl';

    public const PICTURES = 'pictures/';

    /** Columns of a stretch of a trace that hold bytes. */
    public const BYTES = ['samples', 'summary'];

    /** @return int entries written */
    public static function to(Job $job, string $file): int
    {
        $zip = new \ZipArchive;
        if ($zip->open($file, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) !== true) {
            throw new \RuntimeException("{$file} cannot be written.");
        }
        // into files beside it first: a job may have more entries than memory has room for
        [$journal, $traces] = ["{$file}.journal", "{$file}.traces"];
        try {
            $count = self::lines($job, $journal, $traces);
            $zip->addFile($journal, self::JOURNAL);
            $zip->addFile($traces, self::TRACES);
            foreach (self::pictures($job) as $hash) {
                $bytes = Pictures::bytes($hash);
                $bytes === null || $zip->addFromString(self::PICTURES.$hash, $bytes);
            }
            $zip->addFromString(self::MANIFEST, self::line([
                'format' => self::FORMAT, 'job' => $job->id, 'number' => $job->number, 'title' => $job->title, 'entries' => $count,
                'head' => $job->journal_head, 'made_at' => Journal::now(), 'journal_sha256' => hash_file('sha256', $journal),
                'traces_sha256' => hash_file('sha256', $traces),
            ]));
            $zip->close();
        } finally {
            array_map(static fn (string $part): bool => @unlink($part), [$journal, $traces]);
        }

        return $count;
    }

    /** @return int entries written */
    private static function lines(Job $job, string $journal, string $traces): int
    {
        [$entries, $recorded] = [fopen($journal, 'wb'), fopen($traces, 'wb')];
        if ($entries === false || $recorded === false) {
            throw new \RuntimeException("{$journal} cannot be written.");
        }
        $count = 0;
        foreach (Entry::where('job_id', $job->id)->where('seq', '<=', $job->journal_seq)->orderBy('seq')->lazy(1000) as $entry) {
            fwrite($entries, self::line($entry->getAttributes()));
            fwrite($recorded, self::traces($entry));
            $count++;
        }
        fclose($entries);
        fclose($recorded);

        return $count;
    }

    /** What an entry names that lies outside of the journal. */
    private static function traces(Entry $entry): string
    {
        $value = $entry->data()['value'] ?? null;
        $of = match (true) {
            $entry->kind === Journal::TEST_JUDGED => ['test', $entry->subject_id],
            $entry->kind === Journal::READING && is_array($value) && is_string($value['trace'] ?? null) => ['fusion', $value['trace']],
            default => null,
        };
        $lines = '';
        foreach ($of === null ? [] : DB::table('trace_blocks')->where('subject_type', $of[0])->where('subject_id', $of[1])->orderBy('block')->get() as $block) {
            $row = (array) $block;
            unset($row['id']);
            foreach (self::BYTES as $key) {
                $row[$key] = $row[$key] === null ? null : base64_encode((string) $row[$key]);
            }
            $lines .= self::line($row);
        }

        return $lines;
    }

    /** @return list<string> hashes of what was seen, of papers and of the owner's specification */
    private static function pictures(Job $job): array
    {
        return array_values(array_unique(array_filter([
            ...DB::table('pictures')->where('job_id', $job->id)->pluck('sha256')->all(),
            ...Equipment::where('job_id', $job->id)->whereNotNull('paper_sha256')->toBase()->pluck('paper_sha256')->all(), $job->specification_sha256,
        ])));
    }

    /** @param  array<string, mixed>  $row */
    private static function line(array $row): string
    {
        return json_encode($row, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)."\n";
    }
}
