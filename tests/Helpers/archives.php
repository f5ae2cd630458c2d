<?php

declare(strict_types=1);

use App\Archive\Written;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Entry;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * A file made up by hand whose chain hangs together.
 *
 * @param  list<array{kind?: string, type?: string, subject?: string, payload?: mixed, person?: string}>  $entries  first to last; what is missing is the job's
 * @param  array<string, string>  $parts  put beside its journal, or in its place
 * @return string the id of its job
 */
function madeUp(string $file, array $entries, array $parts = [], ?string $job = null): string
{
    $job ??= (string) Str::uuid();
    $head = Journal::root($job);
    $lines = '';
    foreach ($entries as $k => $given) {
        $entry = new Entry([
            'id' => (string) Str::uuid(), 'job_id' => $job, 'seq' => $k + 1, 'kind' => $given['kind'] ?? Journal::JOB,
            'subject_type' => $given['type'] ?? 'job',
            'subject_id' => $given['subject'] ?? $job, 'payload' => json_encode($given['payload'] ?? ['rows' => []]),
            'person_id' => $given['person'] ?? (string) Str::uuid(), 'device_at' => '2026-01-01T00:00:00Z', 'server_at' => '2026-01-01T00:00:00Z',
            'prev_hash' => $head,
        ]);
        $head = $entry->hash = Journal::hash($entry);
        $lines .= json_encode($entry->getAttributes())."\n";
    }
    $zip = new ZipArchive;
    $zip->open($file, ZipArchive::CREATE | ZipArchive::OVERWRITE);
    foreach ([
        Written::JOURNAL => $lines, Written::TRACES => '',
        Written::MANIFEST => json_encode(['format' => Written::FORMAT, 'job' => $job, 'number' => 'X-1', 'head' => $head]), ...$parts,
    ] as $name => $text) {
        $zip->addFromString($name, $text);
    }
    $zip->close();

    return $job;
}

/**
 * What the first entry of a whole job says, so that all that is wrong with a file is what a test has put into it.
 *
 * @param  array<string, list<array<string, mixed>>>  $rows  beside its own
 * @return array{payload: array<string, mixed>, person: string}
 */
function firstEntry(string $job, array $rows = [], ?string $person = null): array
{
    $person ??= (string) Str::uuid();
    $rulebook = DB::table('rulebooks')->where('key', 'iso')->orderBy('version')->value('id');

    return ['person' => $person, 'payload' => ['rulebook_id' => $rulebook, 'rows' => [
        'people' => [['id' => $person, 'name' => 'Somebody Far', 'email' => 'some@far']],
        'jobs' => [['id' => $job, 'number' => 'X-1', 'title' => 'Made up', 'place' => 'Far', 'time_zone' => 'UTC', 'simulated' => 1]], ...$rows,
    ]]];
}

/** @return array<string, string> the fingerprint of every table that a file could reach into */
function fingerprints(): array
{
    $tables = [...Rows::TABLES, 'entries', 'pressure_tests', 'trace_blocks', 'pictures'];

    return array_column(array_map(static fn (stdClass $row): array => (array) $row, DB::select('CHECKSUM TABLE '.implode(', ', $tables))), 'Checksum', 'Table');
}
