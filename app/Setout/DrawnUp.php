<?php

declare(strict_types=1);

namespace App\Setout;

use App\Models\Main;
use Illuminate\Database\Eloquent\Model;

/** What lies beyond a gap that is drawn together: joints, pipes and borders of sections come nearer by what was taken out. */
final class DrawnUp
{
    /**
     * @param  float  $beyond  station of the gap, m
     * @param  float  $by  how much nearer, m
     * @param  string  $but  number of the pipe whose place is worked out apart
     * @return list<Model> that moved
     */
    public static function of(Main $main, float $beyond, float $by, string $but): array
    {
        if ($by <= 0.0) {
            return [];
        }
        $moved = [];
        foreach ($main->joints()->where('station_m', '>', $beyond)->get() as $joint) {
            $joint->update(['station_m' => round($joint->station_m - $by, 3)]);
            $moved[] = $joint;
        }
        foreach ($main->pipes()->where('from_station_m', '>', $beyond)->where('number', '<>', $but)->get() as $pipe) {
            $pipe->update(['from_station_m' => round($pipe->from_station_m - $by, 3), 'to_station_m' => round($pipe->to_station_m - $by, 3)]);
            $moved[] = $pipe;
        }
        foreach ($main->sections as $section) {
            $at = static fn (float $station): float => $station > $beyond ? round(max($beyond, $station - $by), 3) : $station;
            $section->update(['from_station_m' => $at($section->from_station_m), 'to_station_m' => $at($section->to_station_m)]);
            $moved[] = $section;
        }
        $main->update(['length_m' => round($main->length_m - $by, 3)]);

        return [...$moved, $main];
    }
}
