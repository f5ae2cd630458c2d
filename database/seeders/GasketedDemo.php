<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\AddJointSystem;
use App\Actions\AdoptPlan;
use App\Actions\CreateMain;
use App\Actions\ImportAlignment;
use App\Actions\PlanLine;
use App\Imports\AlignmentData;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use Carbon\CarbonImmutable;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Simulation\GoodAnswers;

/** Mains of every gasketed kind, planned along invented alignments; a GRP line laid in part. Makers, sizes and places are invented. */
final class GasketedDemo
{
    /** name, service, system, DN, PN, OD, wall, design pressure kPa, lengths, length of the line m */
    private const MAINS = [
        ['Orchard Row', 'water', 'alder_pvc', 200, 10, 200.0, 9.6, 600, [6.0], 24.0],
        ['Pound Lane', 'water', 'di_push_on', 150, 16, 170.0, 6.0, 1000, [6.0], 24.0],
        ['Priory Road', 'water', 'bellfort_restrained', 300, 16, 326.0, 7.2, 1000, [6.0], 24.0],
        ['Rope Walk sewer', 'sewer_gravity', 'concrete_rolling_ring', 500, null, 660.0, 80.0, 0, [2.5], 10.0],
        ['Saltgate sewer', 'sewer_gravity', 'hollin_skid', 800, null, 1000.0, 100.0, 0, [3.0], 12.0],
        ['Tannery drain', 'sewer_gravity', 'fenwick_corrugated', 450, null, 535.0, 8.0, 0, [6.0], 24.0],
    ];

    public function __construct(
        private readonly CreateMain $create, private readonly ImportAlignment $import, private readonly PlanLine $plan, private readonly AdoptPlan $adopt,
        private readonly AddJointSystem $system, private readonly Crew $crew,
    ) {
    }

    public function run(Job $job, Person $person, CarbonImmutable $now): void
    {
        $this->systems($job, $person);
        foreach (self::MAINS as [$name, $service, $system, $dn, $pn, $od, $wall, $design, $lengths, $length]) {
            $main = $this->create->execute(
                $job, $person,
                [
                    'name' => $name, 'service' => $service, 'system' => $system, 'dn_mm' => $dn, 'pn_bar' => $pn, 'od_mm' => $od, 'wall_mm' => $wall,
                    'design_pressure_kpa' => $design,
                ],
            );
            $fall = $service === 'sewer_gravity' ? 0.005 : 0.001;
            $this->import->execute(
                $main, $person,
                AlignmentData::ofParts(
                    4200.0, 7300.0, 35.0, [['length_m' => $length, 'radius_m' => 0.0]], [[0.0, 44.0, 0.0], [$length, 44.0 + $fall * $length, 0.0]],
                ),
                'typed',
            );
            $this->lay($main, $person, $lengths, 0.8);
        }
        $this->weirStreet($job, $person, $now);
    }

    /** A curved GRP line: three joints laid, the third turned beyond its share. */
    private function weirStreet(Job $job, Person $person, CarbonImmutable $now): void
    {
        $main = $this->create->execute(
            $job, $person,
            [
                'name' => 'Weir Street', 'service' => 'sewer_rising', 'system' => 'weir_grp', 'dn_mm' => 600, 'pn_bar' => 10, 'od_mm' => 616.0,
                'wall_mm' => 12.0, 'design_pressure_kpa' => 600,
            ],
        );
        $parts = [
            ['length_m' => 20.0, 'radius_m' => 0.0], ['length_m' => 110.0, 'radius_m' => 330.0], ['length_m' => 24.0, 'radius_m' => 0.0],
            ['length_m' => 60.0, 'radius_m' => -420.0], ['length_m' => 30.0, 'radius_m' => 0.0],
        ];
        $this->import->execute(
            $main, $person, AlignmentData::ofParts(5120.0, 8040.0, 62.0, $parts, [[0.0, 38.2, 0.0], [120.0, 38.9, 20.0], [244.0, 38.4, 0.0]]),
            'weir-street.xml',
        );
        $this->lay($main, $person, [12.0, 6.0], 0.8);
        $numbers = $main->joints()->limit(3)->get();
        foreach ($numbers as $k => $joint) {
            $this->make($joint, $person, $now->subMinutes(200 - 50 * $k), $k === 2 ? 1.78 : null);
        }
    }

    /** @param  list<float>  $lengths */
    private function lay(Main $main, Person $person, array $lengths, float $share): void
    {
        $plan = $this->plan->execute(
            $main->refresh(), $person,
            [
                'lengths' => array_map(static fn (float $l): array => ['length_m' => $l], $lengths), 'share' => $share,
                'allowed_deg' => in_array($main->joint_method, ['gasketed.concrete_rolling_ring'], true) ? 0.8 : null,
                'cut_min_m' => count($lengths) > 1 ? 1.0 : null, 'cut_anywhere' => false,
            ],
        );
        $this->adopt->execute($plan, $person);
    }

    private function make(Joint $joint, Person $person, CarbonImmutable $at, ?float $turnDeg): void
    {
        $this->crew->work('joint', $joint->id, $person, $at, 120, $turnDeg === null ? null : static fn (string $key): ?array => $key === 'joint_gaps_mm'
            ? GoodAnswers::gaps(8, 25.0, (float) $joint->main->od_largest_mm, $turnDeg, 0.0) : null);
        foreach (['far_right_mm' => $turnDeg === null ? 6.0 : 21.0, 'far_up_mm' => -4.0, 'far_along_mm' => 2.0] as $key => $value) {
            $this->crew->enter('joint', $joint->id, $person, $key, $value, $at->addSeconds(1500));
        }
    }

    /** Products of invented makers, with figures of their own. */
    private function systems(Job $job, Person $person): void
    {
        $generic = [];
        foreach (\Diastoma\Core\Gasketed\Systems\JointSystems::shipped() as $system) {
            $generic[$system->key] = $system->toArray();
        }
        foreach ([
            [
                'weir_grp', 'Weir GRP coupling', 'grp_coupling',
                [
                    ['dn_mm' => 600, 'pn_bar' => 16, 'insertion_mm' => 130, 'bell_mm' => 135],
                    ['dn_mm' => 400, 'pn_bar' => 16, 'insertion_mm' => 115, 'bell_mm' => 120],
                ],
            ],
            [
                'alder_pvc', 'Alder PVC bell', 'pvc_pressure',
                [
                    ['dn_mm' => 200, 'pn_bar' => 16, 'insertion_mm' => 142, 'bell_mm' => 150, 'allowed_deg' => 1.0],
                    ['dn_mm' => 150, 'pn_bar' => 16, 'insertion_mm' => 128, 'bell_mm' => 135, 'allowed_deg' => 1.0],
                ],
            ],
            [
                'bellfort_restrained', 'Bellfort restrained', 'di_restrained',
                [
                    ['dn_mm' => 300, 'pn_bar' => 25, 'insertion_mm' => 108, 'second_line_mm' => 123, 'bell_mm' => 140, 'allowed_deg' => 3.0, 'segments' => 8],
                    ['dn_mm' => 200, 'pn_bar' => 25, 'insertion_mm' => 98, 'second_line_mm' => 113, 'bell_mm' => 128, 'allowed_deg' => 4.0, 'segments' => 5],
                ],
            ],
            ['hollin_skid', 'Hollin concrete, skid ring', 'concrete_skid_ring', [['dn_mm' => 800, 'allowed_deg' => 0.7, 'gap_mm' => 15]]],
            ['fenwick_corrugated', 'Fenwick corrugated drain', 'corrugated_hdpe', [['dn_mm' => 450, 'bell_mm' => 165, 'allowed_deg' => 1.5]]],
        ] as [$key, $title, $kind, $sizes]) {
            $this->system->execute($job, $person, static fn (): JointSystem => JointSystem::fromArray([
                ...$generic[$kind], 'key' => $key, 'title' => $title, 'source' => "{$title}, laying instructions (invented)", 'sizes' => $sizes, 'version' => 1,
            ]));
        }
    }
}
