<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Job;
use App\Models\Main;
use App\Models\Person;
use App\Models\Section;
use App\Procedures\Systems;
use Diastoma\Core\Electrofusion\Coupler;
use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Pipe\PePipe;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A new main, gasketed or of fused PE, empty until its alignment is brought and a plan adopted. */
final class CreateMain
{
    /** In place of a joint system: PE pipe joined by electrofusion couplers. */
    public const PE_FUSED = 'pe_fused';

    private const CONVENTIONS = ['metric' => PipeSize::METRIC, 'ips' => PipeSize::IPS, 'dips' => PipeSize::DIPS];

    private const MATERIALS = [
        'pvc' => 'PVC', 'ductile_iron' => 'Ductile iron', 'grp' => 'GRP', 'concrete' => 'Concrete', 'corrugated_hdpe' => 'Corrugated HDPE', 'pe' => 'PE',
        'steel' => 'Steel',
    ];

    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @param  array<string, mixed>  $given  name, service, system, design_pressure_kpa; dn_mm, pn_bar, od_mm and wall_mm, or of a fused PE main convention,
     *     size and sdr
     *
     * @throws Refused if this person may not, the name is taken or the system unknown
     */
    public function execute(Job $job, Person $person, array $given): Main
    {
        $person->must(Action::MakeMain, $job);
        $pe = $given['system'] === self::PE_FUSED;
        $system = $pe ? null : Systems::latestOf($given['system']) ?? throw Refused::input(
            'There is no such joint system. Choose one of the list.', [['field' => 'system', 'detail' => 'unknown', 'value' => $given['system']]],
        );
        if ($job->mains()->where('name', $given['name'])->exists()) {
            throw Refused::input(
                'This job has a main of that name already. Choose another.', [['field' => 'name', 'detail' => 'taken', 'value' => $given['name']]],
            );
        }
        if (! $pe && $given['wall_mm'] >= $given['od_mm'] / 2) {
            throw Refused::input(
                'The wall is thicker than the pipe has room for. Check both measures.',
                [['field' => 'wall_mm', 'detail' => 'too thick', 'value' => $given['wall_mm'], 'limit' => $given['od_mm'] / 2]],
            );
        }

        $pipe = $system === null ? $this->fused($given) : [
            'material' => self::MATERIALS[$system->material] ?? $system->material, 'dn_mm' => $given['dn_mm'], 'pn_bar' => $given['pn_bar'] ?? null,
            'wall_mm' => $given['wall_mm'], 'od_largest_mm' => $given['od_mm'], 'joint_method' => $system->procedureId(),
        ];

        return DB::transaction(function () use ($job, $person, $given, $pipe): Main {
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
                            'od_smallest_mm', 'label_size_mm',
                        ]),
                        ...Rows::of($main->refresh(), $section->refresh()),
                    ],
                    $job->now()->format('Y-m-d\TH:i:sP'),
                ),
            );

            return $main;
        });
    }

    /**
     * A fused PE main by the convention its pipe is sized by.
     *
     * @param  array<string, mixed>  $given
     * @return array<string, mixed>
     */
    private function fused(array $given): array
    {
        $pipe = PePipe::of((string) $given['convention'], (float) $given['size'], (float) $given['sdr']);

        return [
            'material' => 'PE 100', 'dn_mm' => (int) round($pipe->dnMm), 'sdr' => $pipe->sdr, 'wall_mm' => $pipe->wallMm,
            'od_largest_mm' => $pipe->largestOdMm, 'joint_method' => Coupler::ID,
            'size_convention' => self::CONVENTIONS[$pipe->convention], 'od_smallest_mm' => $pipe->smallestOdMm, 'label_size_mm' => $pipe->labelSizeMm,
        ];
    }

    private function sectionName(Job $job, string $name): string
    {
        $short = mb_strtoupper(mb_substr(preg_replace('/[^\p{L}\p{N}]/u', '', $name) ?? '', 0, 2));
        for ($k = 1; Section::query()->whereIn('main_id', $job->mains()->pluck('id'))->where('name', $short.($k === 1 ? '' : $k))->exists(); $k++);

        return $short.($k === 1 ? '' : $k);
    }
}
