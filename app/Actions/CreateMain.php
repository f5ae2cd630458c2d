<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use App\Models\Section;
use App\Procedures\Catalogue;
use App\Setout\PipeChoice;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A new main, gasketed or of fused PE, empty until its alignment is brought and a plan adopted. */
final class CreateMain
{
    public function __construct(private readonly Journal $journal, private readonly RecordSystem $systems)
    {
    }

    /**
     * @param  array<string, mixed>  $given  name, service, system, design_pressure_kpa, leaves_joint; dn_mm, pn_bar, od_mm and wall_mm, or of a
     *     fused PE main convention, size and sdr
     *
     * @throws Refused if this person may not, the name is taken or the system unknown
     */
    public function execute(Job $job, Person $person, array $given): Main
    {
        $person->must(Action::MakeMain, $job);
        if ($job->mains()->where('name', $given['name'])->exists()) {
            throw Refused::input(
                'This job has a main of that name already. Choose another.', [['field' => 'name', 'detail' => 'taken', 'value' => $given['name']]],
            );
        }
        [$span, $method] = PipeChoice::of($given, $job->id);
        $leaves = $this->leaves($job, $given['leaves_joint'] ?? null);
        $pipe = [...$span->toArray(), 'dn_mm' => (int) round($span->dnMm), 'joint_method' => $method, 'leaves_joint_id' => $leaves?->id];

        return DB::transaction(function () use ($job, $person, $given, $pipe): Main {
            $this->systems->ofProcedure($job, $person, $pipe['joint_method']);
            $main = Main::create(['job_id' => $job->id, 'name' => $given['name'], 'service' => $given['service'], 'length_m' => 0, ...$pipe]);
            $section = Section::create([
                'main_id' => $main->id, 'name' => $this->sectionName($job, $given['name']), 'from_station_m' => 0, 'to_station_m' => 0, 'low_level_m' => 0,
                'high_level_m' => 0, 'gauge_level_m' => 0, 'design_pressure_kpa' => $given['design_pressure_kpa'] ?? 0,
            ]);
            $this->journal->append(
                $job, $person,
                new Draft(
                    (string) Str::uuid(), Journal::MAIN, 'main', $main->id,
                    [
                        ...$main->only([
                            'name', 'service', 'material', 'dn_mm', 'pn_bar', 'wall_mm', 'od_largest_mm', 'joint_method', 'sdr', 'size_convention',
                            'od_smallest_mm', 'label_size_mm', 'leaves_joint_id',
                        ]),
                        ...Rows::of($main->refresh(), $section->refresh()),
                    ],
                    $job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );

            return $main;
        });
    }

    /** The joint of another main that this one leaves at: a tee or a saddle. */
    private function leaves(Job $job, mixed $number): ?Joint
    {
        if ($number === null) {
            return null;
        }

        $fault = static fn (string $said): Refused => Refused::input($said, [['field' => 'leaves_joint', 'detail' => $said, 'value' => $number]]);
        $joint = Joint::query()->whereIn('main_id', $job->mains()->pluck('id'))->where('number', (int) $number)->where('suffix', '')->first()
            ?? throw $fault("This job has no joint {$number}. Leave it empty where the main leaves no other.");
        if (! Catalogue::of($joint->method)->takesBranch()) {
            throw $fault("No main leaves at joint {$number}: it has no outlet. A tee or a saddle has.");
        }

        return $joint;
    }

    private function sectionName(Job $job, string $name): string
    {
        $short = mb_strtoupper(mb_substr(preg_replace('/[^\p{L}\p{N}]/u', '', $name) ?? '', 0, 2));
        for ($k = 1; Section::query()->whereIn('main_id', $job->mains()->pluck('id'))->where('name', $short.($k === 1 ? '' : $k))->exists(); $k++);

        return $short.($k === 1 ? '' : $k);
    }
}
