<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Judging;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Quantity\Moment;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Sitting\Taking\EntryKind;
use Diastoma\Core\Sitting\Taking\TakeCutOut;
use Diastoma\Core\Sitting\Taking\TakeList;
use Diastoma\Core\Sitting\Taking\TakeOverrule;
use Diastoma\Core\Sitting\Taking\TakeReading;
use Diastoma\Core\Sitting\Taking\TakeRemark;
use Diastoma\Core\Sitting\Taking\TakeRound;
use Diastoma\Core\Sitting\Taking\TakeShift;
use Diastoma\Core\Sitting\Taking\TakeSignature;

/**
 * The one door for entries about a work. May I, what does it mean, what follows: asked here, from plain values, so that the server, the command line and a
 * tablet answer alike. It holds what was
 * entered; whoever asks stores it.
 */
final class Sitting
{
    /** A reason is a sentence: so many letters at the least. */
    public const REASON_LETTERS = 10;

    private Readings $readings;

    private int $version;

    private ?Situation $situation = null;

    private ?Verdict $verdict = null;

    private ?State $state = null;

    /** @var ?list<Step> */
    private ?array $steps = null;

    private readonly Judging $judging;

    /**
     * @param  list<Entry>  $entries
     * @param  list<Instrument>  $instruments
     */
    private function __construct(
        public readonly Work $work, private array $entries, public readonly Rulebook $rulebook, public readonly array $instruments,
        private readonly ?\DateTimeImmutable $began, ?Memory $memory,
    ) {
        $this->readings = Story::of($entries);
        $this->version = Story::version($entries) ?? $work->procedure->version();
        $this->judging = $memory?->judging($work, $rulebook, $this->version) ?? new Judging;
    }

    /**
     * @param  list<Entry>  $entries  in order of arrival
     * @param  list<Instrument>  $instruments  on the list of the job
     * @param  ?\DateTimeImmutable  $began  when the job began: nothing was done before
     * @param  ?Memory  $memory  of whoever opens the same work again after each entry
     */
    public static function open(
        Work $work, array $entries, Rulebook $rulebook, array $instruments = [], ?\DateTimeImmutable $began = null, ?Memory $memory = null,
    ): self {
        return new self($work, $entries, $rulebook, $instruments, $began, $memory);
    }

    /** Version of its procedure that the work stands under. */
    public function version(): int
    {
        return $this->version;
    }

    public function readings(): Readings
    {
        return $this->readings;
    }

    public function situation(): Situation
    {
        return $this->situation ??= new Situation(
            $this->judging->begin($this->readings), $this->work->facts, $this->rulebook, version: $this->version, judging: $this->judging,
        );
    }

    public function verdict(): Verdict
    {
        return $this->verdict ??= $this->work->procedure->judged($this->situation(), $this->steps(), $this->judging);
    }

    /** What was known of it at a moment, judged. */
    public function verdictAt(\DateTimeImmutable $at): Verdict
    {
        return $this->work->procedure->judge($this->readings->until($at), $this->work->facts, $this->rulebook, $this->version);
    }

    /** @return list<Step> */
    public function steps(): array
    {
        $situation = $this->situation(); // first what is known, then what is asked

        return $this->steps ??= $this->judging->steps(fn (): array => $this->work->procedure->asked($situation));
    }

    public function state(): State
    {
        return $this->state ??= Story::cutOut($this->entries) !== null ? State::CutOut : State::of(
            $this->verdict(), $this->readings, $this->work->procedure->isWaiting($this->situation()),
        );
    }

    /** @return ?string the step that is to be done next; null where nothing is, or what was made is cut out */
    public function next(): ?string
    {
        return $this->state() === State::CutOut ? null : $this->verdict()->current()?->step;
    }

    /** Title of the step that is to be done next. */
    public function nextTitle(): ?string
    {
        $next = $this->next();
        foreach ($next === null ? [] : $this->steps() as $step) {
            if ($step->id === $next) {
                return $step->title;
            }
        }

        return null;
    }

    /** The last entry that something hangs on: no note and no picture. Null where there is none. */
    public function last(): ?Entry
    {
        return Story::last($this->entries);
    }

    /** The same as people are told it: of what is stopped nobody is told when it may be released or tested. */
    public function promised(string $clock): ?\DateTimeImmutable
    {
        return $this->state()->isPromised() ? $this->until($clock) : null;
    }

    /** When the last wait of a kind ends: a joint of several fusions has several. Null where there is none, or what was made is cut out. */
    public function until(string $clock): ?\DateTimeImmutable
    {
        $due = array_map(
            static fn (Clock $c): \DateTimeImmutable => $c->dueAt,
            array_filter($this->verdict()->clocks, static fn (Clock $c): bool => $c->kind === $clock),
        );

        return $due === [] || $this->state() === State::CutOut ? null : max($due);
    }

    /** Takes an entry, and goes on from it; or says why not. */
    public function take(Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $checked = $this->checked($entry, $person, $now);
        if ($checked instanceof Taken) {
            $this->entries[] = $checked->entry;
            $this->readings = Story::of($this->entries);
            $this->situation = $this->verdict = $this->state = $this->steps = null;
        }

        return $checked;
    }

    private function checked(Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $wrong = $this->impossible($entry->takenAt, $now, 'device_at') ?? $this->impossible($entry->at(), $entry->takenAt, Entry::DONE_AT);
        if ($wrong !== null) {
            return $wrong;
        }

        $out = Story::cutOut($this->entries);
        $isAfter = $out !== null && $entry->at() >= $out->takenAt; // what was done before may arrive late
        if ($isAfter && ! in_array($entry->kind, [Entry::NOTE, Entry::PICTURE], true)) {
            return Refused::conflict("This was cut out on {$out->takenAt->format('Y-m-d')}: nothing more is entered about it. A note or a picture may be "
                .'added.');
        }
        try {
            return self::kind($entry->kind)?->take($this, $entry, $person, $now) ?? Refused::input(
                "Entries of the kind “{$entry->kind}” are not taken here.", 'kind', 'unknown', $entry->kind,
            );
        } catch (InvalidInput $fault) {
            return Refused::faults($fault); // a value that the reading does not take
        }
    }

    /** The kinds of entries that are taken, each in a file of its own. */
    private static function kind(string $kind): ?EntryKind
    {
        return match ($kind) {
            Entry::READING, Entry::ROW => new TakeReading,
            Entry::LIST => new TakeList,
            Entry::ROUND => new TakeRound,
            Entry::SHIFT => new TakeShift,
            Entry::OVERRULE => new TakeOverrule,
            Entry::SIGNATURE => new TakeSignature,
            Entry::NOTE, Entry::PICTURE => new TakeRemark,
            Entry::CUT_OUT => new TakeCutOut,
            default => null,
        };
    }

    /** Why something cannot have been done at this moment; null where it can. */
    public function impossible(\DateTimeImmutable $at, \DateTimeImmutable $now, string $field): ?Refused
    {
        $given = $at->format(\DateTimeInterface::RFC3339);
        if ($at->getTimestamp() > $now->getTimestamp() + Moment::CLOCKS_DIFFER_S) {
            return Refused::input(
                'The time of this entry lies in the future. Set the clock of this device; what you entered is kept.', $field, 'in the future', $given,
            );
        }
        if ($this->began !== null && $at < $this->began) {
            $said = "The time of this entry, {$at->format('Y-m-d')}, lies before the job began on {$this->began->format('Y-m-d')}. Set the clock of this "
                .'device; what you entered is kept.';

            return Refused::input($said, $field, 'before the job began', $given);
        }

        return null;
    }

    /** @return list<array<string, mixed>> notes and pictures, the oldest first */
    public function remarks(): array
    {
        return Story::remarks($this->entries);
    }

    /**
     * How the work stands: what is asked next, what was found, what runs, what follows.
     *
     * @return array<string, mixed>
     */
    public function view(): array
    {
        $verdict = $this->verdict();

        return [
            'kind' => $this->work->kind->value, 'procedure' => $this->work->procedure->id(), 'from_m' => $this->work->fromM, 'to_m' => $this->work->toM,
            'state' => $this->state()->value,
            'verdict' => $verdict->toArray(), 'steps' => array_map(fn (Step $step): array => $step->toArray($this->rulebook->units), $this->steps()),
            'remarks' => $this->remarks(),
        ];
    }
}
