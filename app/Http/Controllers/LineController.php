<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\LineRequest;
use App\Models\Joint;
use App\Models\Main;
use App\Pages\Bench;
use Illuminate\Http\JsonResponse;

final class LineController
{
    private const MOST = 1000;

    /** The pipes and joints of a main between two stations, at most a thousand joints a page. */
    public function show(LineRequest $request, Main $main): JsonResponse
    {
        $given = $request->validated();
        $from = (float) ($given['from_station_m'] ?? 0);
        $to = (float) ($given['to_station_m'] ?? $main->length_m);
        $joints = $main->joints()->whereBetween('station_m', [$from, $to])
            ->when($given['state'] ?? null, static fn ($q, string $state) => $q->where('state', $state))
            ->forPage((int) ($given['page'] ?? 1), self::MOST)->get([
                'id', 'number', 'suffix', 'station_m', 'method', 'pipe_a', 'pipe_b', 'state', 'severity', 'current_step', 'section_id', 'release_at', 'test_at',
            ]);

        $pipes = $main->pipes()->where('to_station_m', '>=', $from)->where('from_station_m', '<=', $to)->limit(self::MOST)->get();

        return new JsonResponse([
            'main' => [
                'id' => $main->id, 'name' => $main->name, 'length_m' => $main->length_m, 'dn_mm' => $main->dn_mm, 'sdr' => $main->sdr,
                'material' => $main->material, 'pipe' => $main->pipeSaid(),
            ],
            'pipes' => $pipes->map(static fn ($p): array => [
                'number' => $p->number, 'from_station_m' => (float) $p->from_station_m, 'to_station_m' => (float) $p->to_station_m,
            ]),
            'joints' => $joints->map(static fn (Joint $joint): array => Bench::joint($joint)),
        ]);
    }
}
