<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Main;
use App\Models\Nonconformance;
use App\Models\Person;
use App\Models\PressureTest;
use App\Models\Section;
use Diastoma\Core\Layout\Divided;
use Diastoma\Core\Sitting\Action;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Sections of a main: measured, split at a station, joined to the next. */
final class KeepSections
{
    public function __construct(private readonly Journal $journal)
    {
    }

    /**
     * @param  array<string, mixed>  $given  name, low_level_m, high_level_m, gauge_level_m, design_pressure_kpa
     *
     * @throws Refused if this person may not, or the name is taken
     */
    public function change(Section $section, Person $by, array $given): Section
    {
        $by->must(Action::KeepSections, $section);
        $given['name'] === $section->name || $this->mustBeFree($section->main, $given['name']);
        if ($given['low_level_m'] > $given['high_level_m']) {
            throw Refused::input(
                'The lowest point lies above the highest. Check both levels.',
                [['field' => 'low_level_m', 'detail' => 'above the highest', 'value' => $given['low_level_m']]],
            );
        }

        return DB::transaction(function () use ($section, $by, $given): Section {
            $this->alone($section);
            $section->update(array_intersect_key($given, array_flip(['name', 'low_level_m', 'high_level_m', 'gauge_level_m', 'design_pressure_kpa'])));
            $this->write($section->main, $by, ['changed' => $section->name], [$section]);

            return $section;
        });
    }

    /** @throws Refused if this person may not, a test of it is not over, or it cannot be split there */
    public function split(Section $section, Person $by, float $station, string $name): Section
    {
        $by->must(Action::KeepSections, $section);
        $this->mustBeFree($section->main, $name);

        return DB::transaction(function () use ($section, $by, $station, $name): Section {
            $this->alone($section);
            $open = Nonconformance::holding()->where('section_id', $section->id)->value('number'); // of which half it is nobody knows
            Refused::unless($open === null ? null : "Nonconformance {$open} is about this section. Close it before the section is split.");
            Divided::at(
                ['from_station_m' => $section->from_station_m, 'to_station_m' => $section->to_station_m], $station,
                array_values($section->joints()->pluck('station_m')->map(floatval(...))->all()),
            );
            $second = $section->replicate()->fill(['name' => $name, 'from_station_m' => $station]);
            $second->save();
            $section->update(['to_station_m' => $station]);
            $moved = $section->everyJoint()->where('station_m', '>', $station)->get();
            $section->everyJoint()->where('station_m', '>', $station)->update(['section_id' => $second->id]);
            $this->write($section->main, $by, ['split' => $section->name, 'at_m' => $station], [$section, $second, ...$moved]);

            return $second;
        });
    }

    /** @throws Refused if this person may not, a test of either is not over, or the two do not belong together */
    public function join(Section $section, Person $by, Section $next): Section
    {
        $by->must(Action::KeepSections, $section);
        Refused::unless($next->main_id === $section->main_id && $next->isNot($section) ? null : 'Choose the section next to this one.');

        return DB::transaction(function () use ($section, $by, $next): Section {
            $this->alone($section);
            $this->alone($next);
            Refused::unless(
                PressureTest::where('section_id', $next->id)->exists() ? "Section {$next->name} has tests of its own on record: it stays a section." : null,
            );
            $facts = static fn (Section $s): array => [
                'from_station_m' => $s->from_station_m, 'to_station_m' => $s->to_station_m, 'low_level_m' => $s->low_level_m,
                'high_level_m' => $s->high_level_m, 'design_pressure_kpa' => $s->design_pressure_kpa,
            ];
            $section->update(Divided::joined($facts($section), $facts($next)));
            $moved = $next->everyJoint()->get();
            $next->everyJoint()->update(['section_id' => $section->id]);
            $about = Nonconformance::where('section_id', $next->id)->get();
            $about->each(static fn (Nonconformance $n): bool => $n->update(['section_id' => $section->id]));
            $next->delete();
            $this->write($section->main, $by, ['joined' => $section->name, 'gone' => ['sections' => [$next->id]]], [$section, ...$moved, ...$about]);

            return $section;
        });
    }

    /** Nobody changes a section under a test that is planned or runs. */
    private function alone(Section $section): void
    {
        Section::query()->lockForUpdate()->findOrFail($section->id, ['id']);
        $open = PressureTest::where('section_id', $section->id)->whereIn('state', ['planned', 'running'])->exists();
        Refused::unless($open ? "A test of section {$section->name} is planned or runs. End it first." : null);
    }

    private function mustBeFree(Main $main, string $name): void
    {
        if (Section::whereIn('main_id', $main->job->mains()->pluck('id'))->where('name', $name)->exists()) {
            throw Refused::input('This job has a section of that name already. Choose another.', [['field' => 'name', 'detail' => 'taken', 'value' => $name]]);
        }
    }

    /**
     * @param  array<string, mixed>  $what
     * @param  array<int, \Illuminate\Database\Eloquent\Model>  $rows
     */
    private function write(Main $main, Person $by, array $what, array $rows): void
    {
        $this->journal->append($main->job, $by, new Draft(
            (string) Str::uuid(), Journal::SECTIONS, 'main', $main->id,
            [...$what, ...Rows::of(...array_map(static fn ($m) => $m->refresh(), array_values($rows)))],
            $main->job->now()->format('Y-m-d\TH:i:sP'),
        ));
    }
}
