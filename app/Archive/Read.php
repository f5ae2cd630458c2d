<?php

declare(strict_types=1);

namespace App\Archive;

use App\Exceptions\Refused;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Journal\Verification;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Person;
use App\Office\Crew;
use App\Pictures\Pictures;
use App\Replay\Rebuilt;
use App\Replay\Recordings;
use Illuminate\Support\Facades\DB;

/**
 * Takes a job in that another installation has written. Its duties:
 * - the chain is read first: a file in which anything was changed is not taken;
 * - nothing that is here is touched: what has an id of ours is refused, people of ours stay who they are, and people of theirs come as leavers without a
 *   password;
 * - in the end every joint and test stands as it stood there, or nothing was taken.
 */
final class Read
{
    /** What is on record of a person, and is taken as it is. */
    private const PERSON = ['id', 'name'];

    /** Tables that building anew writes to because an entry is about them, by the kind of its subject. */
    private const SUBJECTS = [
        'job' => 'jobs', 'joint' => 'joints', 'section' => 'sections', 'main' => 'mains', 'test' => 'pressure_tests', 'stretch' => 'works', 'day' => 'works',
    ];

    /** What a row belongs to, by its column. */
    private const BELONGS = ['job_id' => 'jobs', 'main_id' => 'mains', 'section_id' => 'sections', 'joint_id' => 'joints', 'leaves_joint_id' => 'joints'];

    public function __construct(
        private readonly Rebuilt $rebuilt, private readonly Verification $verification, private readonly Recordings $recordings, private readonly Crew $crew,
    ) {
    }

    /** @throws Refused if it is none, was changed, or something of it is here already */
    public function from(string $file, Person $by): Job
    {
        $by->mustKeepOffice();
        $zip = new \ZipArchive;
        if ($zip->open($file, \ZipArchive::RDONLY) !== true) {
            throw Refused::input('This file is no archive of a job, or is damaged.');
        }
        $manifest = self::json((string) $zip->getFromName(Written::MANIFEST))[0] ?? [];
        if (($manifest['format'] ?? null) !== Written::FORMAT || ! is_string($manifest['job'] ?? null)) {
            throw Refused::input('This file is no archive of a job that this version can read.');
        }
        $entries = self::chain($manifest, (string) $zip->getFromName(Written::JOURNAL));
        $this->mustBeNew($manifest, $entries, (string) $zip->getFromName(Written::TRACES));

        return DB::transaction(function () use ($zip, $manifest, $entries, $by): Job {
            self::traces((string) $zip->getFromName(Written::TRACES));
            try {
                $this->rebuilt->from($entries, self::kept(...));
            } finally {
                DB::statement('SET FOREIGN_KEY_CHECKS = 1');
            }
            $job = Job::query()->findOrFail($manifest['job']);
            self::pictures($zip, $job->id);
            $faults = [...$this->verification->of($job)['faults'], ...$this->recordings->of($entries)['found']];
            if ($faults !== []) {
                throw Refused::input("Nothing was taken: {$faults[0]}");
            }
            $this->crew->put($job, $by, $by, 'supervisor'); // somebody must see it; on its record
            $by->forgetRoles();

            return $job->refresh();
        });
    }

    /**
     * @param  array<string, mixed>  $manifest
     * @return non-empty-list<Entry> that hang together from the beginning to the end that the manifest names
     */
    private static function chain(array $manifest, string $lines): array
    {
        $entries = [];
        $head = Journal::root((string) $manifest['job']);
        foreach (self::json($lines) as $row) {
            $entry = (new Entry)->setRawAttributes($row);
            $follows = $entry->job_id === $manifest['job'] && $entry->seq === count($entries) + 1 && $entry->prev_hash === $head;
            if (! $follows || Journal::hash($entry) !== $entry->hash) {
                throw Refused::input('Nothing was taken: entry '.(count($entries) + 1).' of its journal was changed, or does not follow the one before it.');
            }
            $head = $entry->hash;
            $entries[] = $entry;
        }
        if ($entries === [] || $head !== $manifest['head']) {
            throw Refused::input('Nothing was taken: its journal is not whole.');
        }

        return $entries;
    }

    /**
     * What it would write is new here, and belongs to this job alone: a file made up to reach into another is refused.
     *
     * @param  array<string, mixed>  $manifest
     * @param  list<Entry>  $entries
     */
    private function mustBeNew(array $manifest, array $entries, string $traces): void
    {
        if (Job::whereKey($manifest['job'])->exists() || Job::where('number', $manifest['number'])->exists()) {
            throw Refused::conflict("There is a job {$manifest['number']} here already. Nothing was taken.");
        }
        $ids = array_fill_keys([...Rows::TABLES, 'entries', 'pressure_tests', 'traces'], []);
        $ids['jobs'][] = (string) $manifest['job'];
        $named = [];
        foreach ($entries as $entry) {
            $data = $entry->data();
            $ids['entries'][] = $entry->id;
            $ids['traces'][] = $entry->subject_type === 'test' ? $entry->subject_id : (is_array($data['value'] ?? null) ? ($data['value']['trace'] ?? '') : '');
            $table = self::SUBJECTS[$entry->subject_type] ?? null;
            $table === 'pressure_tests' ? $ids[$table][] = $entry->subject_id : ($table === null ? null : $named[$table][] = $entry->subject_id);
            foreach ($data['rows'] ?? [] as $table => $rows) {
                foreach (isset($ids[$table]) ? $rows : [] as $row) {
                    $ids[$table][] = $row['id'];
                    foreach (self::BELONGS as $column => $to) {
                        isset($row[$column]) && $named[$to][] = $row[$column];
                    }
                }
            }
        }
        foreach (self::json($traces) as $row) {
            $named['traces'][] = $row['subject_id'] ?? '';
        }
        foreach ($named as $table => $some) {
            if (array_diff($some, $ids[$table]) !== []) {
                throw Refused::input('Nothing was taken: the file speaks of something that is not of this job.');
            }
        }
        foreach (array_diff_key($ids, array_flip(['people', 'rulebooks', 'joint_systems'])) as $table => $some) { // those are looked at one by one, see kept()
            [$table, $column] = $table === 'traces' ? ['trace_blocks', 'subject_id'] : [$table, 'id'];
            foreach (array_chunk(array_unique($some), 500) as $chunk) {
                if (DB::table($table)->whereIn($column, $chunk)->exists()) {
                    throw Refused::conflict('Something of this job is here already. Nothing was taken.');
                }
            }
        }
    }

    /**
     * What is written of the rows of an entry.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function kept(string $table, array $rows): array
    {
        return match ($table) {
            'people' => self::people($rows), 'rulebooks' => self::versions('rulebooks', $rows), 'joint_systems' => self::versions('joint_systems', $rows),
            default => $rows,
        };
    }

    /**
     * Theirs come without a way in; ours stay as they are.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function people(array $rows): array
    {
        $here = Person::whereIn('id', array_column($rows, 'id'))->toBase()->pluck('id')->all();
        foreach ($rows as $row) {
            if (! in_array($row['id'], $here, true)) {
                DB::table('people')->insert([
                    ...array_intersect_key($row, array_flip(self::PERSON)), 'email' => "{$row['id']}@archive", 'left_at' => now(), 'created_at' => now(),
                    'updated_at' => now(),
                ]);
            }
        }

        return [];
    }

    /**
     * A version of theirs that we have under another id gets a name of its own: entries name it by its id, and ours is not touched.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function versions(string $table, array $rows): array
    {
        $kept = [];
        foreach ($rows as $row) {
            $ours = DB::table($table)->where('key', $row['key'])->where('version', $row['version'])->first();
            if (DB::table($table)->where('id', $row['id'])->exists()) {
                continue;
            }
            if ($ours !== null && $table === 'joint_systems') {
                if (json_decode($ours->payload, true) != json_decode((string) $row['payload'], true)) { // compared by value
                    throw Refused::conflict("There is another joint system “{$row['key']}” here, of the same version. Nothing was taken.");
                }

                continue;
            }
            $kept[] = $ours === null ? $row : [...$row, 'key' => $row['key'].'-'.substr((string) $row['id'], 0, 8)];
        }

        return $kept;
    }

    private static function traces(string $lines): void
    {
        foreach (array_chunk(self::json($lines), 50) as $some) {
            DB::table('trace_blocks')->insert(array_map(static function (array $row): array {
                foreach (Written::BYTES as $key) {
                    $row[$key] = isset($row[$key]) ? base64_decode((string) $row[$key], true) : null;
                }

                return $row;
            }, $some));
        }
    }

    private static function pictures(\ZipArchive $zip, string $job): void
    {
        for ($k = 0; $k < $zip->numFiles; $k++) {
            $name = (string) $zip->getNameIndex($k);
            if (preg_match('#\A'.Written::PICTURES.'([0-9a-f]{64})\z#', $name, $m) === 1) {
                Pictures::take((string) $zip->getFromIndex($k), $m[1]) || throw Refused::input('Nothing was taken: a picture in it is not what it was.');
                Pictures::show($m[1], $job);
            }
        }
    }

    /** @return list<array<string, mixed>> */
    private static function json(string $lines): array
    {
        $rows = [];
        foreach (explode("\n", trim($lines)) as $line) {
            $row = $line === '' ? null : json_decode($line, true);
            is_array($row) && $rows[] = $row;
        }

        return $rows;
    }
}
