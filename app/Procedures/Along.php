<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Joint;
use App\Models\Main;
use App\Models\Work;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Trench\Cover;

/** What a stretch of a main lies over: facts of it that stand outside of its own entries. */
final class Along
{
    /** @return array<string, float|int|string|null> */
    public static function factsOf(Work $work, ?Main $main): array
    {
        if ($main === null || $work->from_station_m === null || $work->to_station_m === null) {
            return [];
        }
        $span = $main->spans($work->from_station_m, $work->to_station_m)[0]['span'];
        $joints = $main->joints()->reorder()->get(['id', 'state', 'station_m'])->filter(static fn (Joint $j): bool => Cover::holds(
            $j->station_m, $work->from_station_m, $work->to_station_m, (float) $main->length_m,
        ));

        return [
            'from_m' => $work->from_station_m, 'to_m' => $work->to_station_m, 'length_m' => $work->to_station_m - $work->from_station_m,
            'dn_mm' => $span->dnMm, 'od_largest_mm' => $span->largestOdMm, 'wall_mm' => $span->wallMm, 'sdr' => $span->sdr, 'material' => $span->material,
            'joints' => $joints->count(), 'open_joints' => $joints->whereNotIn('state', State::accepted())->count(),
        ];
    }

    /** @throws InvalidInput naming what keeps work from being opened there */
    public static function mustBeFree(Procedure $procedure, ?Main $main, ?float $fromM, ?float $toM, ?float $depthM): void
    {
        $others = $main === null ? [] : Work::where('main_id', $main->id)->where('procedure', $procedure->id())->orderBy('from_station_m')
            ->get(['title', 'from_station_m', 'to_station_m'])
            ->map(static fn (Work $w): array => ['title' => $w->title, 'from_m' => (float) $w->from_station_m, 'to_m' => (float) $w->to_station_m])->all();

        $procedure->mustOpen($fromM, $toM, $main === null ? null : (float) $main->length_m, $depthM, array_values($others));
    }
}
