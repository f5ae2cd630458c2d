<?php

declare(strict_types=1);

namespace App\Replay;

use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Entry;
use Diastoma\Core\Sitting\Entry as Item;
use Diastoma\Core\Sitting\Kind;
use Illuminate\Support\Facades\Schema;

/**
 * What entries may touch when tables are built from them. Its duties:
 * - an entry is about what its kind can be about, and writes and removes only rows of tables that its kind writes;
 * - each row has columns that are there, and refers only to rows of the same journal;
 * - whatever is not listed here is refused, before anything is written.
 */
final class Reach
{
    private const WORKS = ['joint', 'section', 'stretch', 'day', 'delivery'];

    private const LAID = ['mains', 'sections', 'pipes', 'joints'];

    /** By kind of entry: what it is about, tables of its rows, tables of what is gone. */
    private const OF = [
        Item::READING => [self::WORKS, [], []], Item::LIST => [self::WORKS, [], []], Item::ROUND => [self::WORKS, [], []],
        Item::SHIFT => [self::WORKS, [], []], Item::OVERRULE => [self::WORKS, [], []], Item::ROW => [self::WORKS, [], []],
        Item::SIGNATURE => [self::WORKS, [], []], Item::NOTE => [self::WORKS, [], []], Item::PICTURE => [self::WORKS, [], []],
        Item::CUT_OUT => [self::WORKS, [], []], Item::JUDGED_AGAIN => [['joint'], [], []],
        Journal::JOB => [['job'], Rows::TABLES, []],
        Journal::JOB_KEPT => [['job'], ['jobs'], []],
        Journal::JOB_TAKEN => [['job'], [], []],
        Journal::CLOCK => [['job'], [], []],
        Journal::RULEBOOK => [['job'], ['rulebooks'], []],
        Journal::WORK => [['stretch', 'day', 'delivery'], ['works'], []],
        Journal::CREW => [['person'], ['people', 'memberships', 'certificates'], ['memberships', 'certificates']],
        Journal::INSTRUMENT => [['instrument'], ['equipment'], []],
        Journal::LINE => [['main'], self::LAID, ['joints', 'pipes']],
        Journal::SECTIONS => [['main'], ['sections', 'joints', 'nonconformances'], ['sections']],
        Journal::NONCONFORMANCE => [['nonconformance'], ['nonconformances'], []],
        Journal::MADE_AGAIN => [['joint'], self::LAID, []],
        Journal::MAIN => [['main'], self::LAID, []],
        Journal::ALIGNMENT => [['main'], ['alignments', 'mains'], []],
        Journal::PLAN_ADOPTED => [['main'], ['plans', ...self::LAID], ['joints', 'pipes']],
        Journal::JOINT_SYSTEM => [['joint_system'], ['joint_systems'], []],
        Journal::PIPE_REJECTED => [['main'], ['rejects'], []],
        Journal::SECTION_FACTS => [['section'], [], []],
        Journal::TEST_PLANNED => [['test'], [], []], Journal::TEST_BEGUN => [['test'], [], []], Journal::TEST_NOTE => [['test'], [], []],
        Journal::TEST_READING => [['test'], [], []], Journal::TEST_MEND => [['test'], [], []], Journal::TEST_JUDGED => [['test'], [], []],
        Journal::TEST_SIGNED => [['test'], [], []],
    ];

    /** Where the things are that an entry can be about. */
    private const ABOUT = [
        'job' => 'jobs', 'joint' => 'joints', 'section' => 'sections', 'stretch' => 'works', 'day' => 'works', 'delivery' => 'works', 'person' => 'people',
        'instrument' => 'equipment', 'main' => 'mains', 'nonconformance' => 'nonconformances', 'joint_system' => 'joint_systems', 'test' => self::TESTS,
    ];

    /** What a row refers to, by its column. */
    public const REFERS = [
        'job_id' => 'jobs', 'main_id' => 'mains', 'section_id' => 'sections', 'joint_id' => 'joints', 'leaves_joint_id' => 'joints', 'replaces' => 'joints',
        'alignment_id' => 'alignments', 'person_id' => 'people', 'raised_by' => 'people', 'assigned_to' => 'people', 'corrected_by' => 'people',
        'verified_by' => 'people',
    ];

    /** Columns that journals of earlier versions have; they are read as rows of their own, see Earlier. */
    private const EARLIER = ['people' => ['role', 'certificate_number', 'certificate_until']];

    /** Not a table of rows: tests are built from what was planned, begun and judged. */
    private const TESTS = 'pressure_tests';

    private const UUID = '/\A[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}\z/';

    /** @var array<string, array<string, true>> ids that the journal has made, by their table */
    private array $ids = [];

    /** @var list<array{string, mixed, int}> table and id of what is referred to, and the entry that does */
    private array $referred = [];

    /** @var array<string, array<string, int>> columns that rows of a table may have */
    private array $columns = [];

    /** @param  string  $job  whose journal it is */
    public function __construct(private readonly string $job)
    {
    }

    /** @return list<string> kinds of entries that there are */
    public static function kinds(): array
    {
        return array_keys(self::OF);
    }

    /**
     * @param  iterable<Entry>  $entries  in their order
     * @return ?string what one of them may not do; null where all keep to the list
     */
    public function fault(iterable $entries): ?string
    {
        foreach ($entries as $entry) {
            $fault = $this->of($entry);
            if ($fault !== null) {
                return "Entry {$entry->seq} ({$entry->kind}) {$fault}.";
            }
        }
        foreach ($this->referred as [$table, $id, $seq]) {
            if (! is_string($id) || ! isset($this->ids[$table][$id])) {
                return "Entry {$seq} speaks of something in {$table} that is not of this job.";
            }
        }

        return null;
    }

    /** @return array<string, list<string>> ids that the entries read so far have made, by their table */
    public function made(): array
    {
        return array_map(array_keys(...), $this->ids);
    }

    private function of(Entry $entry): ?string
    {
        [$about, $tables, $gone] = self::OF[$entry->kind] ?? [[], [], []];
        if ($entry->job_id !== $this->job || ! in_array($entry->subject_type, $about, true)) {
            return "is not known, or cannot be about a {$entry->subject_type}";
        }
        $this->ids['people'][$entry->person_id] = true; // whoever writes is somebody; whether they may be named says whoever takes the journal in
        $data = json_decode($entry->payload, true);
        if (! is_array($data) || self::isMoment($entry->device_at) === false || self::isMoment($entry->server_at) === false) {
            return 'cannot be read';
        }
        $fault = $this->rows($data['rows'] ?? [], $tables, $entry->seq) ?? $this->gone($data['gone'] ?? [], $gone, $entry->seq);
        if ($entry->kind === Journal::TEST_PLANNED) {
            $this->ids[self::TESTS][$entry->subject_id] = true;
            $this->refer('sections', $data['section'] ?? '', $entry->seq);
            isset($data['repeat_of']) && $this->refer(self::TESTS, $data['repeat_of'], $entry->seq);
        }
        $entry->kind === Journal::PLAN_ADOPTED && $this->refer('plans', $data['plan'] ?? '', $entry->seq);
        $this->refer(self::ABOUT[$entry->subject_type], $entry->subject_id, $entry->seq);
        $isWork = Kind::tryFrom($entry->subject_type) !== null && ($entry->kind === Item::READING || $entry->kind === Item::ROW);

        return $fault ?? ($isWork && ! is_string($data['key'] ?? null) ? 'does not say what was read' : null);
    }

    /** @param  list<string>  $tables  that may have rows */
    private function rows(mixed $given, array $tables, int $seq): ?string
    {
        foreach (is_array($given) ? $given : [''] as $table => $rows) {
            if (! in_array($table, $tables, true) || ! is_array($rows) || ! array_is_list($rows)) {
                return "may not write to {$table}";
            }
            $columns = null;
            foreach ($rows as $row) {
                $fault = is_array($row) ? $this->row($table, $row, $seq) : 'has a row that is none';
                $columns ??= is_array($row) ? array_keys($row) : [];
                if ($fault !== null || array_keys((array) $row) !== $columns) {
                    return $fault ?? "has rows of {$table} that are not alike";
                }
            }
        }

        return null;
    }

    /** @param  array<array-key, mixed>  $row */
    private function row(string $table, array $row, int $seq): ?string
    {
        $id = $row['id'] ?? null;
        if (! is_string($id) || preg_match(self::UUID, $id) !== 1 || $table === 'jobs' && $id !== $this->job) {
            return "has a row of {$table} that is not of this job";
        }
        $this->columns[$table] ??= array_flip([
            ...array_keys(Rows::row($table, array_flip(Schema::getColumnListing($table)))), ...(self::EARLIER[$table] ?? []),
        ]);
        foreach ($row as $column => $value) {
            if (! isset($this->columns[$table][$column]) || $value !== null && ! is_scalar($value)) {
                return "may not write {$column} of {$table}";
            }
            // who added a system of another job is not on the record of this one
            isset(self::REFERS[$column], $value) && $table !== 'joint_systems' && $this->refer(self::REFERS[$column], $value, $seq);
        }
        $this->ids[$table][$id] = true;

        return null;
    }

    /** @param  list<string>  $tables  of which rows may go */
    private function gone(mixed $given, array $tables, int $seq): ?string
    {
        foreach (is_array($given) ? $given : [''] as $table => $ids) {
            if (! in_array($table, $tables, true) || ! is_array($ids)) {
                return "may not remove anything of {$table}";
            }
            foreach ($ids as $id) {
                $this->refer($table, $id, $seq);
            }
        }

        return null;
    }

    private function refer(string $table, mixed $id, int $seq): void
    {
        if (! is_string($id) || ! isset($this->ids[$table][$id])) { // it may still come
            $this->referred[] = [$table, $id, $seq];
        }
    }

    private static function isMoment(string $at): bool
    {
        try {
            return $at !== '' && new \DateTimeImmutable($at) > new \DateTimeImmutable('1990-01-01');
        } catch (\Exception) {
            return false;
        }
    }
}
