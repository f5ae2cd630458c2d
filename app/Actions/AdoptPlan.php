<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use App\Models\Pipe;
use App\Models\Plan;
use App\Models\Section;
use Diastoma\Core\Layout\BellHole;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Makes a plan's pipes and joints those of the line. What is begun stays as it is; what was only planned gives way. */
final class AdoptPlan
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /** @throws Refused if this person may not, the main has no joint system, or the plan no longer fits what is laid */
    public function execute(Plan $plan, Person $person): Main
    {
        $person->must(Action::AdoptPlan);
        $main = $plan->main;
        $method = $main->joint_method ?? throw Refused::conflict('This main has no joint system. Choose one in Set-out first.');

        return DB::transaction(function () use ($plan, $person, $main, $method): Main {
            Main::query()->lockForUpdate()->findOrFail($main->id);
            $last = $main->joints()->where('state', '!=', 'planned')->get()->last();
            if (($last?->id) !== ($plan->request['after_joint'] ?? null)) {
                throw Refused::conflict('Pipes have been laid since this plan was made. Plan the rest again from where the crew stands.');
            }
            $planned = $main->joints()->where('state', 'planned');
            $beyond = $main->pipes()->when($last !== null, static fn ($q) => $q->where('from_station_m', '>', $last->station_m - 0.001))->where('number', '!=', $last->pipe_b ?? '');
            $gone = ['joints' => $planned->pluck('id')->all(), 'pipes' => $beyond->pluck('id')->all()];
            $planned->delete();
            $beyond->delete();
            $this->lay($plan, $main, $method, $last);
            $plan->update(['adopted_at' => now()]);
            $this->journal->append($main->job, $person, new Draft((string) Str::uuid(), Journal::PLAN_ADOPTED, 'main', $main->id, [
                'plan' => $plan->id, 'pipes' => $plan->payload['count'], 'lower_bound' => $plan->payload['lower_bound'], 'request' => $plan->request, 'after_joint' => $last?->number, 'gone' => $gone, ...Rows::of($plan->refresh(), $main->refresh(), ...$main->sections()->get(), ...$main->pipes()->get(), ...$main->joints()->get()),
            ], $main->job->now()->format('Y-m-d\TH:i:sP')));

            return $main->refresh();
        });
    }

    private function lay(Plan $plan, Main $main, string $method, ?Joint $last): void
    {
        $joints = $plan->payload['joints'];
        $pipes = $plan->payload['pipes'];
        $sections = $this->sections($main, $joints, $last !== null);
        $number = $last->number ?? $this->base($main);
        $base = $this->base($main);
        $done = $last === null ? 0 : $main->pipes()->count();
        $rows = [];
        $before = $last?->pipe_b;
        foreach ($pipes as $k => $pipe) {
            $name = sprintf('P%03d', $base + $done + $k + 1);
            $rows[] = ['id' => (string) Str::uuid(), 'main_id' => $main->id, 'number' => $name, 'from_station_m' => round($pipe['from_station_m'], 3), 'to_station_m' => round($pipe['to_station_m'], 3), 'created_at' => now(), 'updated_at' => now()];
            $at = $joints[$pipe['joint']];
            $far = $joints[$pipe['joint'] + 1];
            if ($at['kind'] === 'start' && $pipe['joint'] > 0) { // beyond a bend: the bend is joined to the pipe before it and to this one
                $bend = 'B'.sprintf('%03d', $base + $done + $k);
                $this->joint($main, $sections, ++$number, $joints[$pipe['joint'] - 1], $method, (string) $before, $bend, null);
                $this->joint($main, $sections, ++$number, [...$at, 'station_m' => $at['station_m'] + 0.001], $method, $bend, $name, $this->planned($plan, $at, $far, $pipe));
            } elseif ($before !== null) {
                $this->joint($main, $sections, ++$number, $at, $method, $before, $name, $this->planned($plan, $at, $far, $pipe));
            }
            $before = $name;
        }
        foreach (array_chunk($rows, 500) as $chunk) {
            Pipe::insert($chunk);
        }
    }

    /**
     * @param  array<string, mixed>  $at
     * @param  array<string, mixed>  $far
     * @param  array<string, mixed>  $pipe
     * @return array<string, mixed>
     */
    private function planned(Plan $plan, array $at, array $far, array $pipe): array
    {
        $place = static fn (array $j): array => ['easting_m' => $j['easting_m'], 'northing_m' => $j['northing_m'], 'level_m' => $j['level_m']];
        $turns = $at['kind'] === 'joint';

        return [
            'plan' => $plan->id, 'h_deg' => $turns ? $at['deflection_h_deg'] : 0.0, 'v_deg' => $turns ? $at['deflection_v_deg'] : 0.0, ...$place($at), 'far' => $place($far), 'pipe_length_m' => $pipe['length_m'], 'cut' => $pipe['cut'],
            'dig_level_m' => BellHole::digLevelM((float) $at['level_m'], (float) $plan->main->wall_mm),
        ];
    }

    /**
     * @param  non-empty-list<Section>  $sections
     * @param  array<string, mixed>  $at
     * @param  ?array<string, mixed>  $planned
     */
    private function joint(Main $main, array $sections, int $number, array $at, string $method, string $before, string $after, ?array $planned): void
    {
        Joint::create(['main_id' => $main->id, 'section_id' => self::at($sections, (float) $at['station_m'])->id, 'number' => $number, 'station_m' => round($at['station_m'], 3), 'method' => $method, 'pipe_a' => $before, 'pipe_b' => $after, 'planned' => $planned]);
    }

    /** The number before the first of this main: a hundred of its own, so that numbers do not meet those of another main. */
    private function base(Main $main): int
    {
        $own = $main->joints()->min('number');
        if ($own !== null) {
            return (int) $own - 1;
        }
        $most = (int) Joint::query()->whereIn('main_id', $main->job->mains()->pluck('id'))->max('number');

        return (int) (ceil(($most + 1) / 100) * 100);
    }

    /**
     * The sections of the main, from its start on, made to fit the plan: the last one reaches to the main's end, and each knows the levels of what lies in it.
     *
     * @param  list<array<string, mixed>>  $joints
     * @return non-empty-list<Section>
     */
    private function sections(Main $main, array $joints, bool $rest): array
    {
        $main->update(['length_m' => max($main->length_m, max(array_column($joints, 'station_m')))]);
        $sections = $main->sections()->orderBy('from_station_m')->get()->values()->all();
        if ($sections === []) {
            throw Refused::conflict('This main has no section. Ask the office to set it up.');
        }
        $sections[count($sections) - 1]->update(['to_station_m' => $main->length_m]);
        foreach ($sections as $section) {
            $levels = array_column(array_filter($joints, static fn (array $at): bool => self::at($sections, (float) $at['station_m'])->is($section)), 'level_m');
            if ($rest) {
                $levels = [...$levels, $section->low_level_m, $section->high_level_m];
            }
            if ($levels !== []) {
                $section->update(['low_level_m' => min($levels), 'high_level_m' => max($levels), 'gauge_level_m' => min($levels)]);
            }
        }

        return $sections;
    }

    /**
     * The section in which a joint is made. One at the very border belongs to the section before it, which is tested first.
     *
     * @param  non-empty-list<Section>  $sections
     */
    private static function at(array $sections, float $stationM): Section
    {
        foreach ($sections as $section) {
            if ($stationM <= (float) $section->to_station_m + 1e-6) {
                return $section;
            }
        }

        return $sections[count($sections) - 1];
    }
}
