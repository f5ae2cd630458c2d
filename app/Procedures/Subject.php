<?php

declare(strict_types=1);

namespace App\Procedures;

use App\Exceptions\Refused;
use App\Journal\Journal;
use App\Models\Entry;
use App\Models\Job;
use App\Models\Joint;
use App\Models\Pipe;
use App\Models\Rulebook;
use App\Models\Section;
use App\Models\Work as Row;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Rulebook as CoreRulebook;
use Diastoma\Core\Sitting\Entry as Item;
use Diastoma\Core\Sitting\Instrument;
use Diastoma\Core\Sitting\Kind;
use Diastoma\Core\Sitting\Sitting;
use Diastoma\Core\Sitting\State;
use Diastoma\Core\Sitting\Story;
use Diastoma\Core\Sitting\Work;
use Diastoma\Core\Yard\Delivery;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** What entries are written about and a procedure judges: a joint, or a section being made ready for its test. */
final class Subject
{
    /** @var Collection<int, Entry>|null */
    private ?Collection $entries = null;

    private ?CoreRulebook $rulebook = null;

    private ?Sitting $sitting = null;

    /** @var ?list<Item> the entries as the core reads them */
    private ?array $told = null;

    private function __construct(
        public readonly Kind $kind,
        public readonly Joint|Section|Row $model,
        public readonly Job $job,
        public readonly Procedure $procedure,
        public readonly Facts $facts,
    ) {
    }

    public static function joint(Joint $joint): self
    {
        $main = $joint->main;
        $procedure = Catalogue::of($joint->method);

        return new self(Kind::Joint, $joint, $main->job, $procedure, new Facts([
            'number' => $joint->number, 'dn_mm' => $main->dn_mm, 'sdr' => $main->sdr, 'wall_mm' => $main->wall_mm, 'pn_bar' => $main->pn_bar,
            'service' => $main->service,
            'od_largest_mm' => $main->od_largest_mm, 'od_smallest_mm' => $main->od_smallest_mm, 'label_size_mm' => $main->label_size_mm,
            'size_convention' => $main->size_convention, 'material' => $main->material, 'pipe_a' => $joint->pipe_a, 'pipe_b' => $joint->pipe_b,
            'pipe_length_m' => $joint->planned['pipe_length_m'] ?? null, 'planned_h_deg' => $joint->planned['h_deg'] ?? null,
            'planned_v_deg' => $joint->planned['v_deg'] ?? null, ...self::line($joint, $procedure),
            ...self::changed($joint, $procedure->joinsUnlike()), ...Held::factsOf($joint), ...OnShift::factsOf($joint), ...Known::factsOf($joint, $procedure),
        ]));
    }

    /** @return array<string, float> what the line works at, where its section says so and the procedure asks */
    private static function line(Joint $joint, Procedure $procedure): array
    {
        $kpa = $procedure instanceof MechanicalProcedure ? (float) $joint->section->design_pressure_kpa : 0.0;

        return $kpa > 0.0 ? ['line_kpa' => $kpa] : [];
    }

    /** @return array<string, float|string|null> what else it is judged by where the pipe is another than the main's */
    private static function changed(Joint $joint, bool $joinsUnlike): array
    {
        $pipes = Pipe::query()->where('main_id', $joint->main_id)->whereIn('number', [$joint->pipe_a, $joint->pipe_b])->whereNotNull('span')->get()
            ->keyBy('number');

        if ($pipes->isEmpty()) {
            return [];
        }
        [$a, $b] = [$joint->main->spanOf($pipes->get($joint->pipe_a)), $joint->main->spanOf($pipes->get($joint->pipe_b))];

        return $joinsUnlike ? Span::coupled($a, $b) : Span::joined($a, $b);
    }

    /** @param  string  $medium  what it will be filled with; empty where no method is chosen yet */
    public static function section(Section $section, string $medium = ''): self
    {
        return new self(Kind::Section, $section, $section->main->job, Catalogue::of('test.preparation'), new Facts([
            'medium' => $medium, ...Held::factsOfSection($section),
        ]));
    }

    /** @return list<Overrule> given after an entry of the journal */
    public function overruled(int $afterSeq): array
    {
        $found = [];
        foreach ($this->entries() as $entry) {
            if ($entry->kind === Journal::OVERRULE && $entry->seq > $afterSeq) {
                $found[] = Story::overrule($entry->told());
            }
        }

        return $found;
    }

    public static function work(Row $work): self
    {
        $main = $work->main;
        $facts = $main === null ? ['pipes' => implode(Delivery::BETWEEN, Arrived::pipesOf($work->job))] : [
            'dn_mm' => $main->dn_mm, 'sdr' => $main->sdr, 'wall_mm' => $main->wall_mm, 'service' => $main->service, 'material' => $main->material,
            'od_largest_mm' => $main->od_largest_mm, 'od_smallest_mm' => $main->od_smallest_mm, 'label_size_mm' => $main->label_size_mm,
            'size_convention' => $main->size_convention, 'pn_bar' => $main->pn_bar,
        ];

        $all = new Facts([...$facts, ...$work->facts, ...Along::factsOf($work, $main)]);

        return new self($work->kind, $work, $work->job, Catalogue::of($work->procedure), $all);
    }

    /** @throws Refused if there is no such kind of work */
    public static function find(string $kind, string $id): self
    {
        return match (Kind::tryFrom($kind)) {
            Kind::Joint => self::joint(Joint::with('main.job.rulebook')->findOrFail($id)),
            Kind::Section => self::section(Section::with('main.job.rulebook')->findOrFail($id)),
            null => throw Refused::input(
                "There is no kind of work “{$kind}”. Load the page again.", [['field' => 'subject_type', 'detail' => 'unknown', 'value' => $kind]],
            ),
            default => self::work(Row::with('job.rulebook', 'main')->where('kind', $kind)->findOrFail($id)),
        };
    }

    /** @return Collection<int, Entry> */
    public function entries(): Collection
    {
        return $this->entries ??= Entry::with('person')->where('subject_type', $this->kind->value)->where('subject_id', $this->model->id)->orderBy('seq')
            ->get();
    }

    /** @return list<Item> as the core orders them: by when each was done */
    public function inOrder(): array
    {
        return Story::inOrder($this->told());
    }

    /** What was written since, by whomever, is read when it is asked for. */
    public function catchUp(): void
    {
        $this->entries = $this->told = $this->sitting = null;
    }

    /** Goes on from an entry that its sitting has taken and that is stored now. */
    public function goOn(Entry $entry): void
    {
        $this->entries = null;
        $this->told = [...$this->told(), $entry->told()];
    }

    public function rulebook(): CoreRulebook
    {
        $old = $this->oldRulebook();

        return $this->rulebook ??= $old === null ? $this->job->rules() : CoreRulebook::fromArray($old->payload);
    }

    /** Id of the version this subject is judged under. */
    public function rulebookId(): string
    {
        return $this->oldRulebook()->id ?? $this->job->rulebook_id;
    }

    /** The version it was judged under, where it keeps that one. */
    private function oldRulebook(): ?Rulebook
    {
        $model = $this->model;

        return $model instanceof Section || ! State::keepsVersion($model->state, $model->rulebook_id, $this->job->rulebook_id) ? null : $model->rulebook;
    }

    public function readings(): Readings
    {
        return $this->sitting()->readings();
    }

    /** @return list<Item> its entries in order of arrival, as the core reads them */
    public function told(): array
    {
        return $this->told ??= $this->read();
    }

    /** @return list<Item> */
    private function read(): array
    {
        $rows = DB::table('entries')->where('subject_type', $this->kind->value)->where('subject_id', $this->model->id)->orderBy('seq')->get([
            'id', 'kind', 'payload', 'device_at', 'server_at', 'person_id',
        ]);
        // apart: joined, the database may begin with the people and read a whole journal
        $names = DB::table('people')->whereIn('id', $rows->pluck('person_id')->unique())->pluck('name', 'id');

        return array_values($rows->map(static fn (\stdClass $row): Item => self::item($row, (string) $names[$row->person_id]))->all());
    }

    /** Read as they lie in the table: a joint has some seventy entries, and a model of each costs more than judging them. */
    private static function item(\stdClass $row, string $name): Item
    {
        return new Item(
            $row->id, $row->kind, json_decode($row->payload, true, flags: JSON_THROW_ON_ERROR), new \DateTimeImmutable($row->device_at), $name,
            new \DateTimeImmutable($row->server_at),
        );
    }

    /** The work as the core knows it. */
    public function core(): Work
    {
        [$from, $to] = $this->model instanceof Joint ? [$this->model->station_m, $this->model->station_m] : [
            $this->model->from_station_m, $this->model->to_station_m,
        ];

        return new Work($this->kind, $this->procedure, $this->facts, $from, $to);
    }

    /** @param  list<Instrument>  $instruments  on the list of the job, where something is to be taken */
    public function sitting(array $instruments = []): Sitting
    {
        return $this->sitting ??= $this->open($instruments);
    }

    /**
     * The door with the instruments on the list of the job beside it.
     *
     * @param  list<Instrument>  $instruments
     * @param  list<Item>  $more  what is about to be written
     */
    public function open(array $instruments, array $more = []): Sitting
    {
        return Sitting::open($this->core(), [...$this->told(), ...$more], $this->rulebook(), $instruments, $this->job->began_on?->toDateTimeImmutable());
    }

    public function situation(): Situation
    {
        return $this->sitting()->situation();
    }

    public function verdict(): Verdict
    {
        return $this->sitting()->verdict();
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return $this->sitting()->steps();
    }
}
