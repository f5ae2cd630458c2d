<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\Entry;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Nonconformance;
use App\Models\Person;
use App\Models\Pipe;
use App\Procedures\Arrived;
use App\Procedures\Catalogue;
use App\Setout\DrawnUp;
use App\Setout\PipeChoice;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Numbers;
use Diastoma\Core\Layout\Spaced;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Yard\Stock;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Joints put on the line without a drawing, and taken off again while nothing was done about them. */
final class LayJoints
{
    public function __construct(private readonly Journal $journal, private readonly RecordSystem $systems)
    {
    }

    /**
     * @param  array<string, mixed>  $given  count, pipe_length_m, first_pipe, method, pipe (where it is another from here on)
     *
     * @throws Refused if this person may not, or the main says no joint
     */
    public function add(Main $main, Person $by, array $given): Main
    {
        $by->must(Action::KeepJoints, $main);
        [$span, $suits] = isset($given['pipe']) ? PipeChoice::of($given['pipe'], $main->job_id) : [null, null];
        $usual = $suits ?? $main->joint_method ?? $given['method'] ?? throw Refused::conflict('This main has no joint system. Choose how its joints are made.');
        $method = $given['method'] ?? $usual;
        Catalogue::mustSuit($method, Kind::Joint->value, $main->job_id);
        $joinsUnlike = Catalogue::of($method)->joinsUnlike();

        return DB::transaction(function () use ($main, $by, $given, $method, $usual, $joinsUnlike, $span): Main {
            Main::query()->lockForUpdate()->findOrFail($main->id);
            $this->systems->ofProcedure($main->job, $by, $method);
            $pipes = $main->pipes()->get();
            $last = $pipes->last();
            $next = $main->nextNumber((int) $given['count']);
            $laid = Spaced::of(
                $last === null ? null : [
                    'number' => $last->number, 'from_station_m' => (float) $last->from_station_m, 'to_station_m' => (float) $last->to_station_m,
                ],
                (int) $given['count'], (float) $given['pipe_length_m'], $next,
                (string) ($given['first_pipe'] ?? sprintf('P%03d', $next + ($pipes->isEmpty() ? 0 : 1))), array_values($pipes->pluck('number')->all()),
            );
            $section = $main->sections()->reorder('from_station_m',
                'desc')->first() ?? throw Refused::conflict('This main has no section. Ask the office to set it up.');
            $rows = [$main, $section];
            $kept = $this->span($main, $last, $span, $joinsUnlike);
            foreach ($laid->pipes as $pipe) {
                $rows[] = Pipe::create([...$pipe, 'main_id' => $main->id, 'span' => $kept])->refresh();
            }
            foreach ($laid->joints as $k => $joint) {
                $made = $k > 0 && $span !== null ? $usual : $method; // where the pipe changes, the fitting that takes both is the first alone
                $rows[] = Joint::create([...$joint, 'main_id' => $main->id, 'section_id' => $section->id, 'method' => $made])->refresh();
            }
            $main->update(['length_m' => max($main->length_m, $laid->lengthM)]);
            $section->update(['to_station_m' => $main->length_m]);
            $this->write($main, $by, ['joints' => array_column($laid->joints, 'number')], $rows);

            return $main->refresh();
        });
    }

    /**
     * What the new pipes are: as the last one, unless somebody says that the pipe changes here.
     *
     * @return ?array<string, mixed> null where they are the main's
     *
     * @throws InvalidInput if one fitting cannot take the last pipe and the first new one
     */
    private function span(Main $main, ?Pipe $last, ?Span $span, bool $joinsUnlike): ?array
    {
        $new = $span ?? $main->spanOf($last);
        if ($last !== null && ! $joinsUnlike) {
            Span::joined($main->spanOf($last), $new);
        }

        return $new == $main->span() ? null : $new->toArray(); // compared by value
    }

    /**
     * Numbers as they are written on the joint and its pipes: its record stays what it was, under another number.
     *
     * @param  array{number: int, pipe_a: string, pipe_b: string}  $new
     *
     * @throws Refused|InvalidInput if this person may not, or a number is another's
     */
    public function number(Joint $joint, Person $by, array $new): Joint
    {
        $by->must(Action::KeepJoints, $joint);
        Refused::unless($joint->suffix === '' ? null : 'What was cut out keeps the number under which it is on record.');

        return DB::transaction(function () use ($joint, $by, $new): Joint {
            $main = Main::query()->lockForUpdate()->findOrFail($joint->main_id);
            $old = $joint->only(['number', 'pipe_a', 'pipe_b']);
            $others = Joint::query()->whereIn('main_id', $main->job->mains()->pluck('id'))->whereKeyNot($joint->id)->toBase()->pluck('number');
            $pipes = array_values($main->pipes()->toBase()->pluck('number')->all());
            $arrived = new Arrived($main->job);
            Numbers::change($old, $new, array_values($others->map(intval(...))->all()), $pipes, $arrived->rejected());
            $rows = [$joint];
            $joint->update(['number' => $new['number']]);
            foreach (['pipe_a', 'pipe_b'] as $side) {
                $to = trim($new[$side]);
                if ($to !== $old[$side]) {
                    $here = $main->spanOf($main->pipes()->where('number', $old[$side])->first())->said();
                    $unlike = Stock::unlike($arrived->pieces(), $to, $here);
                    if ($unlike !== null) {
                        throw InvalidInput::field($side, $unlike, $to);
                    }
                    $rows = [...$rows, ...$this->rename($main, $old[$side], $to)];
                }
            }
            $this->write($main, $by, ['numbered' => ['from' => $old, 'to' => $new]], array_values(array_filter($rows)));

            return $joint->refresh();
        });
    }

    /** @return list<Model> what bears the number of a pipe */
    private function rename(Main $main, string $from, string $to): array
    {
        $rows = [$main->pipes()->where('number', $from)->first()];
        $rows[0]?->update(['number' => $to]);
        foreach (['pipe_a', 'pipe_b'] as $side) {
            foreach ($main->everyJoint()->where($side, $from)->where('suffix', '')->get() as $joint) {
                $joint->update([$side => $to]);
                $rows[] = $joint;
            }
        }

        return array_values(array_filter($rows));
    }

    /** @throws Refused if this person may not, or something was entered about it */
    public function drop(Joint $joint, Person $by): Main
    {
        $by->must(Action::KeepJoints, $joint);

        return DB::transaction(function () use ($joint, $by): Main {
            $main = Main::query()->lockForUpdate()->findOrFail($joint->main_id);
            $isBegunBeyond = $main->joints()->where('station_m', '>', $joint->station_m)->where('state', '<>', State::Planned->value)->exists();
            Refused::unless(match (true) {
                Entry::where('subject_type', Kind::Joint->value)->where('subject_id', $joint->id)->exists(),
                Nonconformance::where('joint_id', $joint->id)->exists() => 'Something was entered about this joint: it stays on record. Cut it out instead.',
                $joint->replaces !== null => 'This joint stands in place of one that was cut out: it must be made, or the main has a gap that nobody sees.',
                $isBegunBeyond => 'Joints beyond are begun: the pipe after this one lies where it lies.',
                default => null,
            });
            $pipe = $joint->pipe_a === $joint->pipe_b ? null : $main->pipes()->where('number', $joint->pipe_b)->first();
            $rows = [];
            $gone = ['joints' => [$joint->id]];
            if ($pipe !== null) { // the pipe after it goes with it, and what lies beyond comes nearer
                $next = $main->joints()->where('pipe_a', $pipe->number)->get();
                $next->each(static fn (Joint $j): bool => $j->update(['pipe_a' => $joint->pipe_a]));
                $rows = [...$next, ...DrawnUp::of($main, $joint->station_m, $pipe->to_station_m - $pipe->from_station_m, $pipe->number)];
                $gone['pipes'] = [$pipe->id];
                $pipe->delete();
            }
            $joint->delete();
            $this->write($main, $by, ['gone' => $gone, 'taken_out' => $joint->number], array_values($rows));

            return $main->refresh();
        });
    }

    /**
     * @param  array<string, mixed>  $what
     * @param  array<int, Model>  $rows
     */
    private function write(Main $main, Person $by, array $what, array $rows): void
    {
        $this->journal->append($main->job, $by, new Draft(
            (string) Str::uuid(), Journal::LINE, 'main', $main->id,
            [...$what, ...Rows::of(...array_map(static fn (Model $m): Model => $m->refresh(), array_values($rows)))],
            $main->job->now()->format('Y-m-d\TH:i:sP'),
        ));
    }
}
