<?php

declare(strict_types=1);

namespace App\Actions;

use App\Exceptions\Refused;
use App\Journal\Draft;
use App\Journal\Journal;
use App\Journal\Rows;
use App\Models\FusionRun;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Person;
use App\Models\Pipe;
use App\Procedures\Catalogue;
use App\Setout\DrawnUp;
use Diastoma\Core\Layout\Remade;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Entry as Item;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\State;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A joint cut out and made again: its record stays with a letter behind its number, and what takes its place stands on the line. */
final class MakeAgain
{
    public function __construct(private readonly Journal $journal, private readonly WriteEntry $write, private readonly RecordSystem $systems)
    {
    }

    /**
     * @param  array<string, mixed>  $given  reason, with, cut_a_m, cut_b_m, spool, method
     * @return Joint the first in its place
     *
     * @throws Refused if this person may not, nothing was made there, or it was made again already
     */
    public function execute(Joint $joint, Person $by, array $given): Joint
    {
        $by->must(Action::CutOut, $joint);
        Refused::unless($joint->suffix === '' ? null : "Joint {$joint->label()} was cut out and made again already.");
        Refused::unless(FusionRun::where('joint_id', $joint->id)->where('finished', false)
            ->exists() ? 'A fusion is running on this joint. Stop it first.' : null);
        $method = $given['method'] ?? $joint->method;
        Catalogue::mustSuit($method, Kind::Joint->value, $joint->main->job_id);

        return DB::transaction(function () use ($joint, $by, $given, $method): Joint {
            $main = Main::query()->lockForUpdate()->findOrFail($joint->main_id);
            if ($joint->state !== State::CutOut->value) {
                $draft = new Draft(
                    (string) Str::uuid(), Item::CUT_OUT, Kind::Joint->value, $joint->id, ['reason' => $given['reason']],
                    $main->job->now()->format('Y-m-d\TH:i:sP'),
                );
                $this->write->execute($by, $draft);
                $joint->refresh();
            }
            $this->systems->ofProcedure($main->job, $by, $method);
            $pipes = $main->pipes()->get();
            [$a, $b] = [$pipes->firstWhere('number', $joint->pipe_a), $pipes->firstWhere('number', $joint->pipe_b)];
            if (! $a instanceof Pipe || ! $b instanceof Pipe || $a->is($b)) {
                throw Refused::conflict('This joint sits on the barrel of a pipe: cut the pipe out with a spool at the joints beside it.');
            }
            $plain = static fn (Pipe $p): array => [
                'number' => $p->number, 'from_station_m' => (float) $p->from_station_m, 'to_station_m' => (float) $p->to_station_m,
            ];
            $isFixed = $main->joints()->where('station_m', '>', $joint->station_m)->where('state', '<>', State::Planned->value)->exists();
            $made = Remade::of(
                $plain($a), $plain($b), (string) $given['with'], (float) $given['cut_a_m'], (float) $given['cut_b_m'], (string) ($given['spool'] ?? ''),
                array_values($pipes->pluck('number')->all()), $isFixed,
            );

            if (! Catalogue::of($method)->joinsUnlike()) {
                Span::joined($main->spanOf($a), $main->spanOf($b)); // says why where one fitting cannot take both
            }

            return $this->lay($main, $joint, $by, $made, $method, $pipes->keyBy('number')->all());
        });
    }

    /** @param  array<string, Pipe>  $known  pipes by their numbers */
    private function lay(Main $main, Joint $old, Person $by, Remade $made, string $method, array $known): Joint
    {
        $moved = DrawnUp::of($main, $old->station_m, $made->shiftM, $old->pipe_b);
        $old->update(['suffix' => Remade::suffix(array_values($main->everyJoint()->where('number', $old->number)->pluck('suffix')->all()))]);
        $rows = [$old];
        foreach ($made->pipes as $pipe) {
            $row = $known[$pipe['number']] ?? new Pipe(['main_id' => $main->id, 'span' => $known[$old->pipe_a]->span ?? null]); // a spool of the same pipe
            $row->fill($pipe)->save();
            $rows[] = $row;
        }
        $numbers = [$old->number, $main->nextNumber(1)];
        $new = [];
        foreach ($made->joints as $k => $joint) {
            $new[] = Joint::create([
                ...$joint, 'number' => $numbers[$k], 'main_id' => $main->id, 'section_id' => $old->section_id, 'method' => $method, 'replaces' => $old->id,
                'planned' => $k === 0 ? $old->planned : null,
            ]);
        }
        $this->journal->append($main->job, $by, new Draft(
            (string) Str::uuid(), Journal::MADE_AGAIN, Kind::Joint->value, $old->id,
            ['replaced_by' => array_column($new, 'number'), ...Rows::of(...array_map(static fn ($m) => $m->refresh(), [...$rows, ...$moved, ...$new]))],
            $main->job->now()->format('Y-m-d\TH:i:sP'),
        ));

        return $new[0];
    }
}
