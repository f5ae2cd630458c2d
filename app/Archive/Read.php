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
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\Mechanical\Cards\Cards;
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
    /** Ends the sign-in name of whoever has none here. */
    private const AWAY = '@archive';

    /** What is on record of a person, and is taken as it is. */
    private const PERSON = ['id', 'name'];

    /** Tables that building again writes to because an entry is about them, by the kind of its subject. */
    private const SUBJECTS = [
        'job' => 'jobs', 'joint' => 'joints', 'section' => 'sections', 'main' => 'mains', 'test' => 'pressure_tests', 'stretch' => 'works', 'day' => 'works',
    ];

    /** What a row belongs to, by its column. */
    private const BELONGS = ['job_id' => 'jobs', 'main_id' => 'mains', 'section_id' => 'sections', 'joint_id' => 'joints', 'leaves_joint_id' => 'joints'];

    /** @var list<string> joint systems that are here before anything is taken */
    private array $known = [];

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

        $this->known = array_values(DB::table('joint_systems')->distinct()->pluck('key')->all());

        return DB::transaction(function () use ($zip, $manifest, $entries, $by): Job {
            self::traces((string) $zip->getFromName(Written::TRACES));
            try {
                $this->rebuilt->from($entries, $this->kept(...));
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
        $numbers = [$manifest['number'] ?? ''];
        $people = array_map(static fn (Entry $e): string => $e->person_id, $entries);
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
                    $table === 'jobs' && $numbers[] = $row['number'] ?? '';
                    foreach (self::BELONGS as $column => $to) {
                        isset($row[$column]) && $named[$to][] = $row[$column];
                    }
                }
            }
        }
        // its number is unique here: a row that has one of ours would be written over ours
        if (Job::whereKey($manifest['job'])->exists() || Job::whereIn('number', array_unique($numbers))->exists()) {
            throw Refused::conflict("There is a job {$numbers[0]} here already. Nothing was taken.");
        }
        $strangers = array_diff(array_unique($people), $ids['people']);
        if (Person::whereIn('id', $strangers)->count() !== count($strangers)) {
            throw Refused::input('Nothing was taken: the file does not say who wrote all of it.');
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
    private function kept(string $table, array $rows): array
    {
        return match ($table) {
            'people' => self::people($rows), 'certificates', 'memberships' => self::theirs($rows),
            'rulebooks' => self::rulebooks($rows), 'joint_systems' => $this->systems($rows),
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
                    ...array_intersect_key($row, array_flip(self::PERSON)), 'email' => $row['id'].self::AWAY, 'left_at' => now(), 'created_at' => now(),
                    'updated_at' => now(),
                ]);
            }
        }

        return [];
    }

    /**
     * No paper and no role for people of ours: those are given here.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function theirs(array $rows): array
    {
        $ours = Person::whereIn('id', array_column($rows, 'person_id'))->where('email', 'not like', '%'.self::AWAY)->toBase()->pluck('id')->all();

        return array_values(array_filter($rows, static fn (array $row): bool => ! in_array($row['person_id'] ?? '', $ours, true)));
    }

    /**
     * A version of theirs that we have under another id gets a name of its own: entries name it by its id, and ours is not touched.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private static function rulebooks(array $rows): array
    {
        $kept = [];
        foreach ($rows as $row) {
            $isOurs = DB::table('rulebooks')->where('key', $row['key'])->where('version', $row['version'])->exists();
            if (DB::table('rulebooks')->where('id', $row['id'])->doesntExist()) {
                $kept[] = $isOurs ? [...$row, 'key' => $row['key'].'-'.substr((string) $row['id'], 0, 8)] : $row;
            }
        }

        return $kept;
    }

    /**
     * Systems that nobody here knows. One of ours must be the very same: another version would be the latest for every job here.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private function systems(array $rows): array
    {
        $kept = [];
        foreach ($rows as $row) {
            $isKnown = in_array($row['key'], $this->known, true) || JointSystems::find((string) $row['key']) !== null
                || Cards::find((string) $row['key']) !== null;
            $ours = DB::table('joint_systems')->where('key', $row['key'])->where('version', $row['version'])->value('payload');
            if ($isKnown && ($ours === null || json_decode($ours, true) != json_decode((string) $row['payload'], true))) { // compared by value
                throw Refused::conflict("The joint system “{$row['key']}” is another here. Nothing was taken.");
            }
            $isKnown || $kept[] = $row;
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
