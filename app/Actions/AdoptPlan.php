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
use Diastoma\Core\Layout\AdoptedLine;
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
        $person->must(Action::AdoptPlan, $plan);
        $main = $plan->main;
        $method = $main->joint_method ?? throw Refused::conflict('This main has no joint system. Choose one in Set-out first.');

        return DB::transaction(function () use ($plan, $person, $main, $method): Main {
            Main::query()->lockForUpdate()->findOrFail($main->id);
            $last = $main->joints()->where('state', '!=', 'planned')->reorder('station_m', 'desc')->first();
            if (($last?->id) !== ($plan->request['after_joint'] ?? null)) {
                throw Refused::conflict('Pipes have been laid since this plan was made. Plan the rest again from where the crew stands.');
            }
            $again = $main->joints()->where('state', 'planned')->whereNotNull('replaces')->value('number');
            Refused::unless($again === null ? null : "Joint {$again} stands in place of one that was cut out. Make it before the rest is planned again.");
            $planned = $main->joints()->where('state', 'planned');
            $beyond = $main->pipes()->where('number', '!=', $last->pipe_b ?? '');
            if ($last !== null) {
                $beyond->where('from_station_m', '>', $last->station_m - 0.001);
            }
            $gone = ['joints' => $planned->pluck('id')->all(), 'pipes' => $beyond->pluck('id')->all()];
            $planned->delete();
            $beyond->delete();
            $this->lay($plan, $main, $method, $last);
            $plan->update(['adopted_at' => now()]);
            $this->journal->append($main->job, $person, new Draft((string) Str::uuid(), Journal::PLAN_ADOPTED, 'main', $main->id, [
                'plan' => $plan->id, 'pipes' => $plan->payload['count'], 'lower_bound' => $plan->payload['lower_bound'], 'request' => $plan->request,
                'after_joint' => $last?->number, 'gone' => $gone,
                ...Rows::of($plan->refresh(), $main->refresh(), ...$main->sections()->get(), ...$main->pipes()->get(), ...$main->joints()->get()),
            ], $main->job->now()->format('Y-m-d\TH:i:sP')));

            return $main->refresh();
        });
    }

    private function lay(Plan $plan, Main $main, string $method, ?Joint $last): void
    {
        $sections = array_values($main->sections()->orderBy('from_station_m')->get()->all());
        if ($sections === []) {
            throw Refused::conflict('This main has no section. Ask the office to set it up.');
        }
        $most = (int) Joint::query()->whereIn('main_id', $main->job->mains()->pluck('id'))->max('number');
        $least = $main->joints()->min('number');
        /** @var array{joints: non-empty-list<array<string, mixed>>, pipes: list<array<string, mixed>>} $planned */
        $planned = $plan->payload;
        $line = AdoptedLine::of(
            $planned, $last === null ? null : ['number' => $last->number, 'pipe_b' => $last->pipe_b],
            AdoptedLine::base($least === null ? null : (int) $least, $most), $last === null ? 0 : $main->pipes()->count(),
            array_map(static fn (Section $s): array => [
                'to_station_m' => $s->to_station_m, 'low_level_m' => $s->low_level_m, 'high_level_m' => $s->high_level_m,
            ], $sections),
            $main->length_m, $main->wall_mm,
        );
        $main->update(['length_m' => $line->lengthM]);
        foreach ($line->sections as $k => $facts) {
            $sections[$k]->update($facts);
        }
        foreach ($line->joints as $joint) {
            $place = $joint['planned'] === null ? null : ['plan' => $plan->id, ...$joint['planned']];
            Joint::create([
                ...array_diff_key($joint, ['section' => 1]), 'main_id' => $main->id, 'section_id' => $sections[$joint['section']]->id, 'method' => $method,
                'planned' => $place,
            ]);
        }
        $rows = array_map(
            static fn (array $pipe): array => ['id' => (string) Str::uuid(), 'main_id' => $main->id, ...$pipe, 'created_at' => now(), 'updated_at' => now()],
            $line->pipes,
        );
        foreach (array_chunk($rows, 500) as $chunk) {
            Pipe::insert($chunk);
        }
    }
}
