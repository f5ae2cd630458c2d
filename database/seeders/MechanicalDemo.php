<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\AddJointSystem;
use App\Actions\CreateMain;
use App\Actions\LayJoints;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use Carbon\CarbonImmutable;
use Diastoma\Core\Mechanical\Cards\Card;

/** A water main mended with couplings of every kind, and a gas service. Maker, sizes and places are invented. */
final class MechanicalDemo
{
    private const IRON = ['system' => 'di_push_on', 'dn_mm' => 150, 'pn_bar' => 16, 'od_mm' => 170.0, 'wall_mm' => 6.0];

    public function __construct(
        private readonly CreateMain $create, private readonly LayJoints $lay, private readonly AddJointSystem $card, private readonly Crew $crew,
    ) {
    }

    public function run(Job $job, Person $crew, Person $office, CarbonImmutable $now): void
    {
        $this->card->execute($job, $office, static fn (): Card => Card::fromArray([
            'key' => 'withy_clasp', 'title' => 'Withy Clasp coupling', 'kind' => 'wide_range',
            'source' => 'data sheet of the maker Withy (invented)', 'rows' => [
                [
                    'size' => 'C2', 'min_mm' => 96, 'max_mm' => 113, 'upper_min_mm' => 110, 'upper_max_mm' => 128, 'length_mm' => 220, 'gap_mm' => 20,
                    'insertion_min_mm' => 80, 'bolts' => 4, 'torque_nm' => 60, 'maximum_nm' => 72, 'pressure_kpa' => 1600,
                ],
                [
                    'size' => 'C3', 'min_mm' => 156, 'max_mm' => 175, 'upper_min_mm' => 172, 'upper_max_mm' => 192, 'length_mm' => 280, 'gap_mm' => 30,
                    'insertion_min_mm' => 105, 'bolts' => 8, 'torque_nm' => 85, 'maximum_nm' => 102, 'pressure_kpa' => 1600,
                ],
            ],
        ]));
        $main = $this->create->execute($job, $office, [
            'name' => 'Sexton Street', 'service' => 'water', 'system' => 'alder_pvc', 'dn_mm' => 150, 'pn_bar' => 10, 'od_mm' => 160.0, 'wall_mm' => 7.7,
            'design_pressure_kpa' => 800,
        ]);
        $clasp = Card::PREFIX.'withy_clasp';
        $same = $this->add($main, $office, $clasp);
        $unlike = $this->add($main, $office, $clasp, self::IRON);
        $this->crew->work('joint', $same->id, $crew, $now->subMinutes(170));
        $this->crew->work('joint', $unlike->id, $crew, $now->subMinutes(40), 31);
        foreach (['mechanical_joint_gland', 'to_stop', 'flange_adaptor', 'wrapped', 'spool', 'flange'] as $key) {
            $this->add($main, $office, Card::PREFIX.$key);
        }
        $this->crew->work('joint', $this->add($main, $office, Card::PREFIX.'live_tap')->id, $crew, $now->subMinutes(90), 45);
        $gas = $this->create->execute($job, $office, [
            'name' => 'Upper Row service', 'service' => 'gas', 'system' => 'pe_fused', 'convention' => 'metric',
            'size' => 63, 'sdr' => 11, 'design_pressure_kpa' => 400,
        ]);
        foreach (['stab_saddle', 'stab_fitting', 'sliding'] as $key) {
            $this->add($gas, $office, Card::PREFIX.$key);
        }
    }

    /** @param  ?array<string, mixed>  $pipe  where it is another from here on */
    private function add(Main $main, Person $office, string $method, ?array $pipe = null): Joint
    {
        $this->lay->add($main->refresh(), $office, ['count' => 1, 'pipe_length_m' => 6.0, 'method' => $method, ...($pipe === null ? [] : ['pipe' => $pipe])]);

        return $main->joints()->reorder('number', 'desc')->firstOrFail();
    }
}
