<?php

declare(strict_types=1);

namespace App\Archive;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\OfficeJournal;
use App\Journal\Verification;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Person;
use App\Office\Crew;
use App\Pictures\Pictures;
use App\Replay\Reach;
use App\Replay\Rebuilt;
use App\Replay\Recordings;
use Diastoma\Core\Exception\InvalidInput;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Takes a job in that another installation has written. Its duties:
 * - the chain is read first: a file in which anything was changed is not taken;
 * - nothing that is here is touched: what has an id of ours is refused, people of ours stay who they are, and people of theirs come as leavers without a
 *   password;
 * - in the end every joint and test stands as it stood there, or nothing was taken.
 */
final class Read
{
    /** Columns of an entry, in the order of their names. */
    private const ENTRY = [
        'device_at', 'hash', 'id', 'job_id', 'kind', 'payload', 'person_id', 'prev_hash', 'seq', 'server_at', 'subject_id', 'subject_type',
    ];

    /** Columns of a stretch of a trace. */
    private const TRACE = ['subject_type', 'subject_id', 'block', 'from_s', 'to_s', 'minimum', 'maximum', 'count', 'samples', 'summary'];

    public function __construct(
        private readonly Rebuilt $rebuilt, private readonly Verification $verification, private readonly Recordings $recordings, private readonly Crew $crew,
        private readonly Journal $journal,
    ) {
    }

    /**
     * @param  list<string>  $same  ids of people whom the file names and who are here, of whom the administrator says that they are the same
     *
     * @throws Refused if it is none, was changed, something of it is here already, or it names people of ours and nobody said that it is they
     */
    public function from(string $file, Person $by, array $same = [], bool $inRequest = true): Job
    {
        $by->mustKeepOffice();
        $packed = Packed::open($file, $inRequest);
        $manifest = $packed->manifest();
        $entries = self::chain($manifest, $packed);
        $reach = new Reach((string) $manifest['job']);
        $fault = $reach->fault($entries);
        if ($fault !== null) {
            throw Refused::input("Nothing was taken. {$fault}");
        }
        $this->mustBeNew($manifest, $entries, $reach->made(), $same);
        $ours = $this->ours($entries, $reach->made()['people'] ?? [], $same);
        $kept = new KeptRows((string) $manifest['job'], $by->id, array_values(DB::table('joint_systems')->distinct()->pluck('key')->all()));
        try {
            return DB::transaction(function () use ($packed, $manifest, $entries, $kept, $ours, $by, $reach): Job {
                $job = $this->take($packed, $manifest, $entries, $kept, $ours, $by);
                OfficeJournal::took($reach->made());

                return $job;
            });
        } catch (Refused $refused) {
            throw $refused;
        } catch (QueryException|\TypeError|\ErrorException|InvalidInput|\LogicException|\DateMalformedStringException $e) { // made up by hand
            report($e);
            throw Refused::input('Nothing was taken: what the file says cannot be judged. Ask for it to be written again there.');
        }
    }

    /**
     * @param  array<string, mixed>  $manifest
     * @param  non-empty-list<Entry>  $entries
     * @param  list<array{id: string, of_the_file: string, here: string}>  $ours
     */
    private function take(Packed $packed, array $manifest, array $entries, KeptRows $kept, array $ours, Person $by): Job
    {
        $this->traces($packed, array_map(static fn (Entry $e): string => self::traceOf($e), $entries));
        try {
            $this->rebuilt->from($entries, $kept->of(...));
        } finally {
            DB::statement('SET FOREIGN_KEY_CHECKS = 1');
        }
        $job = Job::query()->findOrFail((string) $manifest['job']);
        foreach ($packed->pictures() as $hash => $bytes) {
            Pictures::take($bytes, $hash) || throw Refused::input('Nothing was taken: a picture in it is not what it was.');
            Pictures::show($hash, $job->id);
        }
        $faults = [...$this->verification->of($job)['faults'], ...$this->recordings->of($entries)['found']];
        if ($faults !== []) {
            throw Refused::input("Nothing was taken: {$faults[0]}");
        }
        $this->journal->append($job, $by, new Draft(
            (string) Str::uuid(), Journal::JOB_TAKEN, 'job', $job->id, ['entries' => count($entries), 'head' => $manifest['head'], 'same' => $ours],
            $job->now()->format('Y-m-d\TH:i:sP'),
        ));
        $this->crew->put($job, $by, $by, 'supervisor'); // somebody must see it; on its record
        $by->forgetRoles();

        return $job->refresh();
    }

    /**
     * @param  array<string, mixed>  $manifest
     * @return non-empty-list<Entry> that hang together from the beginning to the end that the manifest names
     */
    private static function chain(array $manifest, Packed $packed): array
    {
        $entries = [];
        $head = Journal::root((string) $manifest['job']);
        foreach ($packed->lines(Written::JOURNAL) as $row) {
            ksort($row);
            $isOne = array_keys($row) === self::ENTRY && array_filter($row, is_scalar(...)) === $row;
            $entry = (new Entry)->setRawAttributes($isOne ? array_map(strval(...), $row) : []);
            $follows = $isOne && $entry->job_id === $manifest['job'] && $entry->seq === count($entries) + 1 && $entry->prev_hash === $head;
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
     * What it would write is new here.
     *
     * @param  array<string, mixed>  $manifest
     * @param  list<Entry>  $entries
     * @param  array<string, list<string>>  $ids  that it has made, by their table
     * @param  list<string>  $same
     */
    private function mustBeNew(array $manifest, array $entries, array $ids, array $same): void
    {
        $numbers = [$manifest['number']];
        $ids['entries'] = array_map(static fn (Entry $e): string => $e->id, $entries);
        $ids['trace_blocks'] = array_map(self::traceOf(...), $entries);
        $ids['jobs'][] = (string) $manifest['job'];
        foreach ($entries as $entry) {
            $numbers = [...$numbers, ...array_column($entry->data()['rows']['jobs'] ?? [], 'number')];
        }
        // its number is unique here: a row that has one of ours would be written over ours
        if (Job::whereKey($manifest['job'])->exists() || Job::whereIn('number', array_unique($numbers))->exists()) {
            throw Refused::conflict("There is a job {$numbers[0]} here already. Nothing was taken.");
        }
        foreach (array_diff_key($ids, array_flip(['people', 'rulebooks', 'joint_systems'])) as $table => $some) { // those are looked at one by one, see kept()
            foreach (array_chunk(array_unique($some), 500) as $chunk) {
                $ours = DB::table($table)->whereIn($table === 'trace_blocks' ? 'subject_id' : 'id', $chunk);
                if ($table === 'certificates') { // a paper of one who is the same: it stays as it is here
                    $ours->whereNotIn('person_id', $same);
                }
                if ($ours->exists()) {
                    throw Refused::conflict('Something of this job is here already. Nothing was taken.');
                }
            }
        }
    }

    /** What an entry names that lies outside of the journal; empty for none. */
    private static function traceOf(Entry $entry): string
    {
        $value = $entry->data()['value'] ?? null;
        $trace = $entry->subject_type === 'test' ? $entry->subject_id : (is_array($value) ? $value['trace'] ?? '' : '');

        return is_string($trace) ? $trace : '';
    }

    /**
     * People of ours whom the file names. Nobody is put behind entries by a file: an administrator has to say that it is they.
     *
     * @param  list<Entry>  $entries
     * @param  list<string>  $named
     * @param  list<string>  $same
     * @return list<array{id: string, of_the_file: string, here: string}>
     *
     * @throws Refused naming each of whom nobody said it
     */
    private function ours(array $entries, array $named, array $same): array
    {
        $names = [];
        foreach ($entries as $entry) {
            $names = [...$names, ...array_column($entry->data()['rows']['people'] ?? [], 'name', 'id')];
        }
        $here = Person::query()->whereIn('id', $named)->orderBy('name')->get();
        if (array_diff($named, array_keys($names), $here->modelKeys()) !== []) {
            throw Refused::input('Nothing was taken: the file does not say who wrote all of it.');
        }
        $ours = $unsaid = [];
        foreach ($here as $person) {
            $isOfAFile = KeptRows::isOfAFile($person);
            $of = (string) ($names[$person->id] ?? 'Somebody');
            $isOfAFile || $ours[] = ['id' => $person->id, 'of_the_file' => $of, 'here' => $person->name];
            $isOfAFile || in_array($person->id, $same, true)
                || $unsaid[] = ['field' => 'same', 'detail' => "{$of} of the file is {$person->name} here?", 'value' => $person->id];
        }
        if ($unsaid !== []) {
            throw Refused::unsaid('Nothing was taken yet. The file names people who are here: say of each whether it is the same person.', $unsaid);
        }

        return $ours;
    }

    /** @param  list<string>  $named  traces that entries of the file name */
    private function traces(Packed $packed, array $named): void
    {
        $named = array_flip($named);
        $rows = [];
        foreach ($packed->lines(Written::TRACES) as $row) {
            if (! isset($named[is_string($row['subject_id'] ?? null) ? $row['subject_id'] : '']) || array_diff_key($row, array_flip(self::TRACE)) !== []) {
                throw Refused::input('Nothing was taken: a trace in the file is not of this job.');
            }
            foreach (Written::BYTES as $key) {
                $row[$key] = isset($row[$key]) && is_string($row[$key]) ? base64_decode($row[$key], true) : null;
            }
            $rows[] = $row;
            if (count($rows) === 50) {
                DB::table('trace_blocks')->insert($rows);
                $rows = [];
            }
        }
        $rows === [] || DB::table('trace_blocks')->insert($rows);
    }
}
