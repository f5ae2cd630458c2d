<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Models\Entry;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Main;
use App\Models\Pipe;
use App\Models\Reject;
use App\Models\Work;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Story;
use Diastoma\Core\Yard\Kept;
use Diastoma\Core\Yard\PrintLine;
use Diastoma\Core\Yard\Stock;
use Illuminate\Support\Facades\DB;

/**
 * What came to a job, from the entries of its deliveries: nothing is kept besides them.
 *
 * @phpstan-import-type Piece from Stock
 */
final class Arrived
{
    /** @var list<Piece>|null */
    private ?array $pieces = null;

    /** @var list<array<string, mixed>> */
    private array $parts = [];

    /** @var array<string, string> title of the delivery, by the key of a pipe's number */
    private array $came = [];

    public function __construct(private readonly Job $job)
    {
    }

    /** @return list<string> what the pipes of the job's mains are, in words */
    public static function pipesOf(Job $job): array
    {
        $mains = $job->mains()->get();
        $spans = Pipe::query()->whereIn('main_id', $mains->modelKeys())->whereNotNull('span')->distinct()->pluck('span');
        $said = [
            ...$mains->map(static fn (Main $m): string => $m->pipeSaid()), ...$spans->map(static fn (mixed $s): string => Span::fromArray(
                is_array($s) ? $s : json_decode((string) $s, true, flags: JSON_THROW_ON_ERROR),
            )->said()),
        ];

        return array_values(array_unique($said));
    }

    /** @return list<Piece> pipes as they were entered, the oldest first */
    public function pieces(): array
    {
        return $this->pieces ??= $this->read();
    }

    /**
     * @param  list<string>  $codes
     * @return list<array<string, mixed>> fittings that came with one of these codes on them
     */
    public static function parts(Job $job, array $codes): array
    {
        $entries = Entry::with('person')->where('job_id', $job->id)->where('subject_type', Kind::Delivery->value)->whereIn('payload->row->code', $codes)
            ->orderBy('seq')->get();
        $titles = Work::query()->whereIn('id', $entries->pluck('subject_id'))->pluck('title', 'id');
        $parts = [];
        foreach ($entries as $entry) {
            foreach (Row::of(Story::of([$entry->told()]), 'part') as $row) {
                $parts[] = self::part($job, $row, (string) ($titles[$entry->subject_id] ?? ''));
            }
        }

        return $parts;
    }

    /** @return list<array{number: string, delivery: string, fits: bool, said: string}> what the yard knows of the two pipes of a joint */
    public static function pipes(Joint $joint): array
    {
        $numbers = array_values(array_filter([$joint->pipe_a, $joint->pipe_b]));
        $arrived = new self($joint->main->job);
        // the deliveries are read only where one of them may name a pipe of this joint
        $pieces = $arrived->hasCome($numbers) ? $arrived->pieces() : [];
        $rejected = $arrived->rejected();
        $lying = $joint->main->pipes()->whereIn('number', $numbers)->get()->keyBy('number');
        $found = [];
        foreach ($numbers as $number) {
            $pipe = $lying->get($number);
            $line = $pipe === null ? null : PrintLine::of($pieces, $number, $joint->main->spanOf($pipe)->said(), $rejected);
            if ($line !== null) {
                $found[] = [...$line, 'delivery' => $arrived->came[Stock::key($number)] ?? ''];
            }
        }

        return $found;
    }

    /**
     * Whether a pipe of one of these numbers came, however it was spelled.
     *
     * @param  list<string>  $numbers
     */
    private function hasCome(array $numbers): bool
    {
        return $numbers !== [] && Entry::where('job_id', $this->job->id)->where('subject_type', Kind::Delivery->value)
            ->whereIn(DB::raw("LOWER(TRIM(JSON_VALUE(payload, '$.row.number')))"), array_map(Stock::key(...), $numbers))->exists();
    }

    /** @return array<string, mixed> */
    private static function part(Job $job, Row $row, string $delivery): array
    {
        return [
            'kind' => $row->text('kind'), 'what' => $row->text('what'), 'count' => (int) $row->number('count'), 'batch' => $row->text('batch'),
            'code' => $row->text('code'), 'use_by' => $row->text('use_by'), 'delivery' => $delivery,
            'has_run_out' => Stock::hasRunOut($row->text('use_by'), $job->now()->toDateTimeImmutable()),
        ];
    }

    /** @return list<array<string, mixed>> fittings, gaskets and the like */
    public function all(): array
    {
        $this->pieces();

        return $this->parts;
    }

    /** @return array<string, string> title of the delivery that each pipe came with, by the key of its number */
    public function came(): array
    {
        $this->pieces();

        return $this->came;
    }

    /** @return list<Piece> pipes that may be laid */
    public function free(): array
    {
        return Stock::free($this->pieces(), $this->laid(), $this->rejected());
    }

    /** @return list<string> numbers that somebody has turned away */
    public function rejected(): array
    {
        return array_values(Reject::query()->whereIn('main_id', $this->job->mains()->select('id'))->pluck('pipe')->map(strval(...))->all());
    }

    /** @return list<string> numbers of the pipes of the job's mains */
    private function laid(): array
    {
        return array_values(Pipe::query()->whereIn('main_id', $this->job->mains()->select('id'))->pluck('number')->map(strval(...))->all());
    }

    /** @return list<array{pipe: string, length_m: float}> what the lines still need */
    public function needed(): array
    {
        $needed = [];
        foreach ($this->job->mains()->get() as $main) {
            $begun = $main->joints()->reorder()->where('state', '<>', State::Planned->value)->toBase()->get(['pipe_a', 'pipe_b'])
                ->flatMap(static fn (\stdClass $j): array => [(string) $j->pipe_a, (string) $j->pipe_b])->all();
            $pipes = $main->pipes()->get()->map(static fn (Pipe $p): array => [
                'number' => $p->number, 'pipe' => $main->spanOf($p)->said(), 'length_m' => round($p->to_station_m - $p->from_station_m, 3),
            ])->all();
            array_push($needed, ...Stock::needed(array_values($pipes), array_values($begun), $this->pieces()));
        }

        return $needed;
    }

    /** @return list<array<string, mixed>> the joints of a pipe, by its number */
    public function joints(string $number): array
    {
        return array_values(Joint::query()->whereIn('main_id', $this->job->mains()->select('id'))->reorder('station_m')
            ->where(static fn ($q) => $q->where('pipe_a', $number)->orWhere('pipe_b', $number))->with('main:id,name')->limit(20)->get()
            ->map(static fn (Joint $j): array => [
                'joint' => $j->number, 'label' => $j->number.$j->suffix, 'main' => $j->main->name, 'station_m' => $j->station_m, 'state' => $j->state,
            ])->all());
    }

    /** @return list<Piece> */
    private function read(): array
    {
        $works = Work::where('job_id', $this->job->id)->where('kind', Kind::Delivery->value)->pluck('title', 'id');
        $entries = Entry::with('person')->where('subject_type', Kind::Delivery->value)->whereIn('subject_id', $works->keys())->orderBy('seq')->get()
            ->groupBy('subject_id');
        $pieces = [];
        foreach ($works as $id => $title) {
            $readings = Story::of(array_values(array_map(static fn (Entry $e) => $e->told(), $entries->get($id)?->all() ?? [])));
            $where = $readings->text('where') ?? Kept::COVERED;
            foreach (Row::of($readings, 'pipe') as $row) {
                $pieces[] = [
                    'pipe' => $row->text('pipe'), 'number' => trim($row->text('number')), 'length_m' => $row->number('length_m') ?? 0.0,
                    'batch' => $row->text('batch'), 'sound' => $row->text('sound') === Kept::SOUND, 'at' => $row->at, 'where' => $where,
                ];
                $this->came[Stock::key($row->text('number'))] = (string) $title;
            }
            foreach (Row::of($readings, 'part') as $row) {
                $this->parts[] = self::part($this->job, $row, (string) $title);
            }
        }
        usort($pieces, static fn (array $a, array $b): int => $a['at'] <=> $b['at']);

        return $pieces;
    }
}
