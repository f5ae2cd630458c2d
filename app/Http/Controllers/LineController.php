<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\LineRequest;
use App\Models\Main;
use App\Models\Nonconformance;
use App\Pages\Bench;
use Illuminate\Http\JsonResponse;

final class LineController
{
    /** Joints of a page; the screens show the first page. */
    private const MOST = 10_000;

    /** Arcs as finely as a picture of a whole main shows. */
    private const DRAWN_EVERY_M = 6.0;

    /** The pipes and joints of a main between two stations, at most ten thousand joints a page. */
    public function show(LineRequest $request, Main $main): JsonResponse
    {
        $given = $request->validated();
        $from = (float) ($given['from_station_m'] ?? 0);
        $to = (float) ($given['to_station_m'] ?? $main->length_m);
        $joints = $main->joints()->whereBetween('station_m', [$from, $to])
            ->when($given['state'] ?? null, static fn ($q, string $state) => $q->where('state', $state))
            ->forPage((int) ($given['page'] ?? 1), self::MOST)->toBase()->get([
                'id', 'number', 'suffix', 'station_m', 'method', 'pipe_a', 'pipe_b', 'state', 'severity', 'current_step', 'section_id', 'release_at', 'test_at',
                'to_do', 'last_at', 'last_by',
            ]);

        $pipes = $main->pipes()->where('to_station_m', '>=', $from)->where('from_station_m', '<=', $to)->limit(self::MOST)->get();

        return new JsonResponse([
            'main' => [
                'id' => $main->id, 'name' => $main->name, 'length_m' => $main->length_m, 'dn_mm' => $main->dn_mm, 'sdr' => $main->sdr,
                'material' => $main->material, 'pipe' => $main->pipeSaid(),
            ],
            'spans' => array_map(static fn (array $s): array => [
                'from_station_m' => $s['from_m'], 'to_station_m' => $s['to_m'], 'pipe' => $s['span']->said(),
            ], $main->spans(0.0, (float) $main->length_m)),
            'plan' => $main->alignment?->core()?->drawn(self::DRAWN_EVERY_M) ?? [],
            'leaves' => self::leaves($main), 'branches' => self::branches($main),
            'nonconformances' => Nonconformance::holding()->whereIn('joint_id', $main->joints()->reorder()->select('id'))->get()
                ->map(static fn (Nonconformance $n): array => ['joint_id' => $n->joint_id, 'number' => $n->number, 'what' => $n->what]),
            'pipes' => $pipes->map(static fn ($p): array => [
                'number' => $p->number, 'from_station_m' => (float) $p->from_station_m, 'to_station_m' => (float) $p->to_station_m,
            ]),
            'joints' => $joints->map(Bench::onLine(...)),
        ]);
    }

    /** @return ?array<string, mixed> where this main leaves another */
    private static function leaves(Main $main): ?array
    {
        $joint = $main->leaves_joint_id === null ? null : $main->leaves()->with('main:id,name')->first();

        return $joint === null ? null : ['main_id' => $joint->main->id, 'name' => $joint->main->name, 'joint' => $joint->number,
            'station_m' => $joint->station_m];
    }

    /** @return list<array<string, mixed>> mains that leave this one */
    private static function branches(Main $main): array
    {
        return array_values(Main::query()->where('job_id', $main->job_id)->whereIn('leaves_joint_id', $main->everyJoint()->reorder()->select('id'))
            ->with('leaves:id,number,station_m')->orderBy('name')->get()
            ->map(static fn (Main $m): array => ['main_id' => $m->id, 'name' => $m->name, 'joint' => $m->leaves?->number,
                'station_m' => $m->leaves?->station_m])
            ->all());
    }
}
