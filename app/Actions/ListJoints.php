<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Imports\JointList;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use App\Models\Section;
use App\PressureTests\Progress;
use App\Procedures\Catalogue;
use App\Procedures\Systems;
use Diastoma\Core\Catalogue\Procedures;
use Diastoma\Core\Layout\Listed;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Kind;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Joints brought as a list: tried first, then laid, all of them or none. */
final class ListJoints
{
    /** Rows in one entry of the journal, and in one insert. */
    private const AT_ONCE = 500;

    public function __construct(private readonly Journal $journal, private readonly RecordSystem $systems)
    {
    }

    /** What would be laid, and which rows would be refused. */
    public function trial(Main $main, Person $by, JointList $list): Listed
    {
        $by->must(Action::KeepJoints, $main);

        return isset($list->at[Listed::STATION]) ? $this->listed($main, $list) : throw Refused::input(
            'No column says where the joints are. Choose the one with their stations.', [['field' => Listed::STATION, 'detail' => 'Choose its column.']],
        );
    }

    /** @throws Refused if a row is refused, or somebody cancelled: nothing is stored then */
    public function lay(Main $main, Person $by, JointList $list, Progress $progress): Listed
    {
        $progress->begin($main->id, count($list->table->rows));
        try {
            return DB::transaction(function () use ($main, $by, $list, $progress): Listed {
                $main = Main::query()->lockForUpdate()->findOrFail($main->id);
                $laid = $this->trial($main, $by, $list);
                if ($laid->refused !== []) {
                    ['row' => $row, 'said' => $said] = $laid->refused[0];
                    throw Refused::input("Row {$row} cannot be laid: {$said} Correct the file; nothing was stored.");
                }
                $section = $main->sections()->reorder('from_station_m', 'desc')->first()
                    ?? throw Refused::conflict('This main has no section. Ask the office to set it up.');
                $progress->stage('storing');
                $this->store($main, $section, $by, $laid, $progress);

                return $laid;
            });
        } finally {
            $progress->done();
        }
    }

    private function store(Main $main, Section $section, Person $by, Listed $laid, Progress $progress): void
    {
        $main->update(['length_m' => max($main->length_m, $laid->lengthM)]);
        $section->update(['to_station_m' => $main->length_m]);
        foreach (array_unique(array_column($laid->joints, 'method')) as $method) {
            $this->systems->ofProcedure($main->job, $by, $method);
        }
        $kept = $this->span($main);
        $now = now()->toDateTimeString();
        $written = 0;
        $rows = ['mains' => [$main->refresh()->getAttributes()], 'sections' => [$section->refresh()->getAttributes()]];
        foreach (array_chunk($laid->pipes, self::AT_ONCE) as $chunk) {
            $pipes = array_map(static fn (array $p): array => ['id' => (string) Str::uuid(), 'main_id' => $main->id, ...$p, 'span' => $kept], $chunk);
            DB::table('pipes')->insert(array_map(static fn (array $p): array => [...$p, 'created_at' => $now, 'updated_at' => $now], $pipes));
            $this->write($main, $by, [], [...$rows, 'pipes' => $pipes]);
            $rows = [];
        }
        foreach (array_chunk($laid->joints, self::AT_ONCE) as $chunk) {
            $joints = array_map(static fn (array $j): array => [
                'id' => (string) Str::uuid(), 'main_id' => $main->id, 'section_id' => $section->id, ...$j, 'suffix' => '', 'replaces' => null,
                'planned' => null,
            ], $chunk);
            DB::table('joints')->insert(array_map(static fn (array $j): array => [...$j, 'created_at' => $now, 'updated_at' => $now], $joints));
            $this->write($main, $by, ['joints' => array_column($chunk, 'number')], ['joints' => $joints]);
            $progress->stored($written += count($chunk));
        }
    }

    /** New pipes are as the last one. */
    private function span(Main $main): ?string
    {
        $last = $main->pipes()->reorder('from_station_m', 'desc')->first();

        return $last?->span === null ? null : json_encode($last->span, JSON_THROW_ON_ERROR);
    }

    /**
     * @param  array<string, mixed>  $what
     * @param  array<string, list<array<string, mixed>>>  $rows
     */
    private function write(Main $main, Person $by, array $what, array $rows): void
    {
        $kept = [];
        foreach ($rows as $table => $all) {
            $kept[$table] = array_map(static fn (array $row): array => Rows::row($table, $row), $all);
        }
        $this->journal->append($main->job, $by, new Draft(
            (string) Str::uuid(), Journal::LINE, 'main', $main->id, [...$what, 'rows' => $kept], $main->job->now()->format('Y-m-d\TH:i:sP'),
        ));
    }

    private function listed(Main $main, JointList $list): Listed
    {
        $method = $main->joint_method ?? throw Refused::conflict('This main has no joint system. Choose how its joints are made.');
        Catalogue::mustSuit($method, Kind::Joint->value, $main->job_id);
        $last = $main->pipes()->reorder('from_station_m', 'desc')->first();
        $jobs = $main->job->mains()->pluck('id');
        $next = $main->nextNumber(count($list->table->rows));

        return Listed::of(
            $list->table->rows, $list->at, $list->perM,
            $last === null ? null : ['number' => $last->number, 'from_station_m' => $last->from_station_m, 'to_station_m' => $last->to_station_m],
            sprintf('P%03d', $next + ($last === null ? 0 : 1)), $next, $method, self::methods($main->job_id),
            array_values($main->pipes()->toBase()->pluck('number')->all()),
            array_values(Joint::query()->whereIn('main_id', $jobs)->toBase()->pluck('number')->map(intval(...))->all()),
        );
    }

    /** @return array<string, string> id by what a file may call it */
    private static function methods(string $job): array
    {
        $ids = [...Procedures::ids(), ...array_map(static fn ($s): string => $s->procedureId(), Systems::drawn($job))];
        $called = [];
        foreach (array_unique($ids) as $id) {
            $procedure = Catalogue::of($id);
            if ($procedure->kind() === Kind::Joint->value) {
                $called[mb_strtolower($procedure->title())] = $called[mb_strtolower($id)] = $called[str_replace('_', ' ', (string) strrchr($id, '.'))] = $id;
                $called[trim(str_replace('_', ' ', (string) strrchr($id, '.')), '.')] = $id;
            }
        }

        return $called;
    }
}
