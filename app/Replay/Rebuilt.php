<?php

declare(strict_types=1);

namespace App\Replay;

use App\Actions\ProjectWork;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Entry;
use App\Models\Joint;
use App\Models\PressureTest;
use App\Models\Section;
use App\Procedures\Subject;
use Carbon\CarbonImmutable;
use Diastoma\Core\Sitting\Kind;
use Illuminate\Support\Facades\DB;

/**
 * Builds a job's tables from its journal alone, in whatever database is the default one. Its duties:
 * - first what there is: rows and what is gone, in the order of the journal;
 * - then what was found: each joint judged again under the rulebook that was in force when it was touched, entry by entry;
 * - nothing is read but the entries given, and nothing written but what they may touch.
 */
final class Rebuilt
{
    /** What a row must have and the journal does not say. */
    private const FILLED = ['people' => ['password' => ''], 'jobs' => ['journal_head' => '', 'rulebook_id' => '00000000-0000-0000-0000-000000000000']];

    /** @var array<string, string> kind of each work that was written about since it was last judged, by its id */
    private array $touched = [];

    /** @var array<string, array<string, true>> ids of rows that were written, by their table: only those can go again */
    private array $written = [];

    /** @var ?\Closure(string, list<array<string, mixed>>): list<array<string, mixed>> */
    private ?\Closure $kept = null;

    public function __construct(private readonly ProjectWork $project)
    {
    }

    /**
     * @param  list<Entry>  $entries  of one job, in order
     * @param  ?\Closure(string, list<array<string, mixed>>): list<array<string, mixed>>  $kept  which rows of a table are written; null for all
     *
     * @throws BeyondReach if an entry would touch what it may not; nothing is written then
     */
    public function from(array $entries, ?\Closure $kept = null): void
    {
        $this->kept = $kept;
        $last = end($entries);
        if ($last === false) {
            return;
        }
        $job = $last->job_id;
        $fault = (new Reach($job))->fault($entries);
        if ($fault !== null) {
            throw new BeyondReach($fault);
        }
        $this->written = [];
        DB::statement('SET FOREIGN_KEY_CHECKS = 0');
        foreach ($entries as $entry) {
            $this->structure($entry->data());
        }
        DB::table('jobs')->where('id', $job)->update(['rulebook_id' => $this->firstRulebook($entries), 'journal_head' => Journal::root($job)]);
        foreach ($entries as $entry) {
            $this->found($entry, $job);
        }
        $this->judge();
        DB::table('jobs')->where('id', $job)->update(['journal_seq' => count($entries), 'journal_head' => $last->hash]);
    }

    /** @param  array<string, mixed>  $data */
    private function structure(array $data): void
    {
        foreach ($data['rows'] ?? [] as $table => $rows) {
            if ($table === 'people') {
                [$rows, $more] = Earlier::people($rows, $data['rows']['jobs'] ?? []);
                $this->structure(['rows' => $more]);
            }
            $rows = $this->kept === null ? $rows : ($this->kept)($table, $rows);
            foreach (in_array($table, Rows::TABLES, true) ? array_chunk($rows, 200) : [] as $some) {
                $filled = array_map(static fn (array $row): array => [...$row, ...(self::FILLED[$table] ?? [])], $some);
                DB::table($table)->upsert($filled, ['id'], array_keys($some[0]));
                $this->written[$table] = [...$this->written[$table] ?? [], ...array_fill_keys(array_column($some, 'id'), true)];
            }
        }
        foreach ($data['gone'] ?? [] as $table => $ids) {
            $own = array_filter($ids, fn (string $id): bool => isset($this->written[$table][$id]));
            DB::table($table)->whereIn('id', $own)->delete();
        }
    }

    /** @param  list<Entry>  $entries */
    private function firstRulebook(array $entries): ?string
    {
        foreach ($entries as $entry) {
            $data = $entry->data();
            if ($entry->kind === Journal::JOB && ! isset($data['late'])) {
                return $data['rulebook_id'];
            }
            if ($entry->kind === Journal::RULEBOOK) { // of an earlier version: the one that ships stood before its first change
                return DB::table('rulebooks')->where('key', explode('-', $data['rulebook'])[0])->orderBy('version')->value('id');
            }
        }

        return collect($entries)->last(static fn (Entry $e): bool => $e->kind === Journal::JOB)?->data()['rulebook_id'];
    }

    private function found(Entry $entry, string $job): void
    {
        $data = $entry->data();
        if ($entry->kind === Journal::RULEBOOK) {
            $this->judge();
            $id = $data['rows']['rulebooks'][0]['id']
                ?? DB::table('rulebooks')->where('key', $data['rulebook'])->where('version', $data['version'])->value('id');
            DB::table('jobs')->where('id', $job)->update(['rulebook_id' => $id]);
        } elseif ($entry->kind === Journal::JUDGED_AGAIN) {
            $this->judge();
            Joint::whereKey($entry->subject_id)->update(['rulebook_id' => DB::table('jobs')->where('id', $job)->value('rulebook_id')]);
        }
        DB::table('entries')->insert($entry->getAttributes());
        match ($entry->kind) {
            Journal::CLOCK => DB::table('jobs')->where('id', $job)->increment('clock_ahead_s', $data['seconds']),
            Journal::SECTION_FACTS => Section::whereKey($entry->subject_id)->first()?->update(['facts' => $data['facts']]),
            Journal::PLAN_ADOPTED => DB::table('plans')->where('id', $data['plan'])->update(['adopted_at' => now()]),
            Journal::TEST_PLANNED, Journal::TEST_BEGUN, Journal::TEST_JUDGED => self::test($entry->subject_id, $entry->kind, $data, $entry->device_at),
            default => Kind::tryFrom($entry->subject_type) === null || isset($data['rows']) ? null : $this->touch($entry, $job),
        };
    }

    /** Judged at once where it stands under another rulebook than the job, for then each entry may bring it under the new one. */
    private function touch(Entry $entry, string $job): void
    {
        if ($entry->subject_type === Kind::Section->value) {
            return; // its readiness is asked again each time
        }
        $this->touched[$entry->subject_id] = $entry->subject_type;
        $table = $entry->subject_type === Kind::Joint->value ? 'joints' : 'works';
        $under = DB::table($table)->where('id', $entry->subject_id)->value('rulebook_id');
        if ($under !== null && $under !== DB::table('jobs')->where('id', $job)->value('rulebook_id')) {
            $this->judge();
        }
    }

    private function judge(): void
    {
        foreach ($this->touched as $id => $kind) {
            $this->project->execute(Subject::find($kind, $id));
        }
        $this->touched = [];
    }

    /** @param  array<string, mixed>  $data  of an entry about a test */
    public static function test(string $id, string $kind, array $data, string $at): PressureTest
    {
        $test = PressureTest::find($id) ?? new PressureTest(['id' => $id]);
        $test->fill(match ($kind) {
            Journal::TEST_PLANNED => [
                'section_id' => $data['section'], 'number' => $data['number'], 'method' => $data['method'], 'repeat_of' => $data['repeat_of'],
                'plan' => $data['plan'], 'section_facts' => $data['section_facts'] ?? null, 'ready' => $data['ready'] ?? null, 'state' => 'planned',
            ],
            Journal::TEST_BEGUN => ['state' => 'running', 'mode' => $data['mode'], 'started_at' => CarbonImmutable::parse($at)],
            default => [
                'state' => $data['state'], 'verdict' => $data['verdict'], 'mode' => $data['mode'] ?? ($data['simulated'] ? 'simulated' : 'csv'),
                'measured' => $data['measured'] ?? null,
                'started_at' => CarbonImmutable::parse($data['started_at']), 'ended_at' => CarbonImmutable::parse($data['ended_at']),
            ],
        })->save();

        return $test;
    }
}
