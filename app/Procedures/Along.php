<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Joint;
use App\Models\Main;
use App\Models\Work;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Sitting\State;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** What a stretch of a main lies over: facts of it that stand outside of its own entries. */
final class Along
{
    private const CLOSE_M = 0.01;

    /** @return array<string, float|int|string|null> */
    public static function factsOf(Work $work, ?Main $main): array
    {
        if ($main === null || $work->from_station_m === null || $work->to_station_m === null) {
            return [];
        }
        $span = $main->spans($work->from_station_m, $work->to_station_m)[0]['span'];
        $joints = self::joints($work, $main)->get(['id', 'state', 'method']);
        $open = $joints->whereNotIn('state', [State::Accepted->value, State::Overruled->value, State::CutOut->value])->count();
        $hasBells = $joints->contains(static fn (Joint $j): bool => ! str_starts_with($j->method, 'electrofusion'));

        return [
            'from_m' => $work->from_station_m, 'to_m' => $work->to_station_m, 'length_m' => $work->to_station_m - $work->from_station_m,
            'dn_mm' => $span->dnMm, 'od_largest_mm' => $span->largestOdMm, 'wall_mm' => $span->wallMm, 'sdr' => $span->sdr, 'material' => $span->material,
            'joints' => $joints->count(), 'open_joints' => $open, 'bells' => $hasBells ? 'yes' : '',
        ];
    }

    /**
     * A joint where two stretches meet belongs to the second: it is made when that one is dug. At the end of the main there is none.
     *
     * @return HasMany<Joint, Main>
     */
    private static function joints(Work $work, Main $main): HasMany
    {
        $isLast = $work->to_station_m >= $main->length_m - self::CLOSE_M;

        return $main->joints()->reorder()->where('station_m', '>=', $work->from_station_m - self::CLOSE_M)
            ->where('station_m', $isLast ? '<=' : '<', $work->to_station_m + ($isLast ? self::CLOSE_M : -self::CLOSE_M));
    }

    /** Why work cannot be opened there; empty where it can. */
    public static function refused(Procedure $procedure, Main $main, ?float $fromM, ?float $toM, ?float $depthM): string
    {
        $others = Work::where('main_id', $main->id)->where('procedure', $procedure->id())->orderBy('from_station_m')
            ->get(['title', 'from_station_m', 'to_station_m'])
            ->map(static fn (Work $w): array => ['title' => $w->title, 'from_m' => (float) $w->from_station_m, 'to_m' => (float) $w->to_station_m])->all();

        return $procedure->openingRefused($fromM, $toM, (float) $main->length_m, $depthM, array_values($others));
    }
}
