<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\CreateMain;
use App\Actions\LayJoints;
use App\Actions\OpenWork;
use App\Models\Job;
use App\Models\Main;
use App\Models\Person;
use Carbon\CarbonImmutable;
use Diastoma\Core\Trench\Cover;
use Diastoma\Core\Trench\Deflection\Bores;
use Diastoma\Core\Yard\Delivery;
use Diastoma\Core\Yard\Kept;
use Illuminate\Support\Str;

/** A PVC sewer on its way under the ground: one stretch covered, one at the crown with its sides packed too hard, the rest open. Places are invented. */
final class CoverDemo
{
    private const DEPTH_M = 1.6;

    public function __construct(
        private readonly CreateMain $create, private readonly LayJoints $lay, private readonly OpenWork $open, private readonly Crew $crew,
    ) {
    }

    public function run(Job $job, Person $crew, Person $office, CarbonImmutable $now): void
    {
        $main = $this->create->execute($job, $office, [
            'name' => 'Staithe sewer', 'service' => 'sewer_gravity', 'system' => 'pvc_pressure', 'dn_mm' => 300, 'pn_bar' => 10, 'od_mm' => 315.0,
            'wall_mm' => 9.2, 'design_pressure_kpa' => 0,
        ]);
        $this->lay->add($main, $office, ['count' => 7, 'pipe_length_m' => 6.0]);
        foreach ($main->joints()->limit(5)->get() as $k => $joint) {
            $this->crew->work('joint', $joint->id, $crew, $now->subMinutes(560 - 12 * $k));
        }
        $this->delivery($job, $crew, $now->subMinutes(300));
        $done = $this->stretch($job, $office, $main, 'Manhole 1 to pipe 3', 0.0, 18.0);
        $this->laid($done, $crew, [3.0, 15.0], $now->subMinutes(480));
        $this->crew->work('stretch', $done, $crew, $now->subMinutes(470), 200, null, 'crown');
        foreach ([[3.0, 278.0], [15.0, 277.6]] as [$station, $vertical]) {
            $this->bore($done, $crew, Bores::CROWN, $station, $vertical, $now->subMinutes(440));
        }
        $this->crew->work('stretch', $done, $crew, $now->subMinutes(430), 200, null, 'full');
        foreach ([[3.0, 273.9], [15.0, 272.8]] as [$station, $vertical]) {
            $this->bore($done, $crew, Bores::FULL, $station, $vertical, $now->subMinutes(380));
        }
        $this->crew->work('stretch', $done, $crew, $now->subMinutes(370));
        $next = $this->stretch($job, $office, $main, 'Pipe 4 to pipe 6', 18.0, 36.0);
        $this->laid($next, $crew, [21.0, 33.0], $now->subMinutes(120));
        $this->crew->work('stretch', $next, $crew, $now->subMinutes(105), 200, null, 'crown');
        $this->bore($next, $crew, Bores::CROWN, 21.0, 280.9, $now->subMinutes(60));
        $this->bore($next, $crew, Bores::CROWN, 33.0, 279.4, $now->subMinutes(59));
    }

    /** Ten pipes and a bag of rings came; one pipe is set aside. */
    private function delivery(Job $job, Person $crew, CarbonImmutable $at): void
    {
        $pipe = 'PVC PN 10 DN 300';
        $id = $this->open->execute($job, $crew, [
            'id' => (string) Str::uuid(), 'kind' => 'delivery', 'procedure' => Delivery::ID, 'title' => 'Note 5520, Alder Pipes (invented)', 'facts' => [],
        ])->id;
        $line = ['what' => $pipe, 'ordered' => 4, 'came' => 4];
        $this->crew->work('delivery', $id, $crew, $at, 200, static fn (string $key): ?array => $key === 'line' ? $line : null);
        foreach (range(1, 4) as $k) {
            $row = [
                'pipe' => $pipe, 'number' => "AL-70{$k}", 'length_m' => 6.0, 'batch' => 'B 2291', 'sound' => $k === 3 ? Kept::DAMAGED : Kept::SOUND,
            ];
            $this->crew->enter('delivery', $id, $crew, 'pipe', $row, $at->addMinutes(10 + $k), true);
        }
        $rings = ['kind' => Kept::GASKET, 'what' => 'Rings DN 300', 'count' => 8, 'batch' => 'R 118', 'use_by' => '2031-05-31'];
        $this->crew->enter('delivery', $id, $crew, 'part', $rings, $at->addMinutes(20), true);
    }

    private function stretch(Job $job, Person $office, Main $main, string $title, float $from, float $to): string
    {
        return $this->open->execute($job, $office, [
            'id' => (string) Str::uuid(), 'kind' => 'stretch', 'procedure' => Cover::ID, 'title' => $title, 'main_id' => $main->id,
            'from_m' => $from, 'to_m' => $to,
            'facts' => ['depth_m' => self::DEPTH_M],
        ])->id;
    }

    /**
     * Dug and bedded, and the inside read at these places.
     *
     * @param  list<float>  $stations  m
     */
    private function laid(string $stretch, Person $crew, array $stations, CarbonImmutable $at): void
    {
        $this->crew->work('stretch', $stretch, $crew, $at, 200, null, 'laid');
        foreach ($stations as $k => $station) {
            $row = ['station_m' => $station, 'vertical_mm' => 276.8 - $k, 'horizontal_mm' => 277.2 + $k];
            $this->crew->enter('stretch', $stretch, $crew, Bores::LAID, $row, $at->addMinutes(10), true);
        }
    }

    private function bore(string $stretch, Person $crew, string $stage, float $station, float $vertical, CarbonImmutable $at): void
    {
        $this->crew->enter('stretch', $stretch, $crew, $stage, ['station_m' => $station, 'vertical_mm' => $vertical], $at, true);
    }
}
