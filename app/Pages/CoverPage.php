<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Entry;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Work;
use App\Procedures\Subject;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Sitting\Entry as Item;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Story;
use Diastoma\Core\Trench\Cover;
use Diastoma\Core\Trench\Ground\Quantities;
use Diastoma\Core\Trench\Stage;
use Diastoma\Core\Trench\Stretch;
use Illuminate\Support\Collection;

/** How a main is covered: its stretches from one end to the other, and under which of them each joint lies. */
final class CoverPage
{
    private const MOST = 500;

    /** @return array<string, mixed> */
    public static function of(Main $main): array
    {
        $units = $main->job->rules()->units;
        $stretches = self::stretches($main);
        $next = $stretches->first(static fn (array $s): bool => ! in_array($s['work']->state, State::accepted(), true));

        return [
            'procedure' => Cover::ID, 'length_m' => $main->length_m, 'stretches' => $stretches->map(self::row(...))->values(),
            'next' => $next['work']->id ?? null, 'bulking_percent' => Quantities::BULKING_PERCENT, 'truck_m3' => Quantities::TRUCK_M3,
            'volumes_source' => Quantities::source()->tag(),
            'stages' => array_column(Stage::cases(), 'value'),
            'length_display' => $units->display(Unit::Metre), 'volume_display' => $units->display(Unit::CubicMetre),
        ];
    }

    /** @return list<array<string, mixed>> every joint, where it lies and what covers it: a dig-up in twenty years starts here */
    public static function jointMap(Main $main): array
    {
        $stretches = self::stretches($main);
        $joints = $main->joints()->limit(5000)->get(['id', 'main_id', 'number', 'suffix', 'station_m', 'method', 'pipe_a', 'pipe_b', 'state', 'planned']);

        return array_values($joints->map(static function (Joint $joint) use ($stretches, $main): array {
            $over = $stretches->first(static fn (array $s): bool => Cover::holds(
                $joint->station_m, (float) $s['work']->from_station_m, (float) $s['work']->to_station_m, (float) $main->length_m,
            ));
            $planned = $joint->planned ?? [];

            return [
                'joint' => $joint->number, 'label' => $joint->number.$joint->suffix, 'station_m' => $joint->station_m, 'pipe_a' => $joint->pipe_a,
                'pipe_b' => $joint->pipe_b, 'method' => Bench::joint($joint)['method_title'], 'state' => $joint->state,
                'easting_m' => $planned['easting_m'] ?? null, 'northing_m' => $planned['northing_m'] ?? null, 'level_m' => $planned['level_m'] ?? null,
                'depth_m' => $over === null ? null : $over['stretch']->depthM(), 'stretch' => $over === null ? null : $over['work']->title,
                'covered' => $over === null ? null : $over['stage']->value,
            ];
        })->all());
    }

    /** @return Collection<int, array{work: Work, stretch: Stretch, stage: Stage}> as they lie, from the entries of all of them, read once */
    private static function stretches(Main $main): Collection
    {
        $works = Work::with('job.rulebook', 'main')->where('main_id', $main->id)->where('kind', Kind::Stretch->value)->where('procedure', Cover::ID)
            ->orderBy('from_station_m')->limit(self::MOST)->get();
        $entries = Entry::with('person')->where('subject_type', Kind::Stretch->value)->whereIn('subject_id', $works->modelKeys())->orderBy('seq')->get()
            ->groupBy('subject_id');

        return $works->toBase()->map(static function (Work $work) use ($entries): array {
            $readings = Story::of(array_values(array_map(static fn (Entry $e): Item => $e->told(), $entries->get($work->id)?->all() ?? [])));
            $subject = Subject::work($work);

            return [
                'work' => $work, 'stretch' => new Stretch(new Situation($readings, $subject->facts, $subject->rulebook())), 'stage' => Stage::of($readings),
            ];
        });
    }

    /**
     * @param  array{work: Work, stretch: Stretch, stage: Stage}  $of
     * @return array<string, mixed>
     */
    private static function row(array $of): array
    {
        return [
            ...Bench::work($of['work']), 'stage' => $of['stage']->value, 'share' => $of['stage']->share(), 'open_joints' => $of['stretch']->openJoints(),
            'depth_m' => $of['stretch']->depthM(), 'quantities' => $of['stretch']->quantities()?->toArray(), 'planned' => $of['stretch']->planned()?->toArray(),
        ];
    }
}
