<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Rulebook;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Verdict;

/**
 * The one door for entries about a work. May I, what does it mean, what follows: asked here, from plain values, so that the server, the command line and a tablet answer alike. It holds what was
 * entered; whoever asks stores it.
 */
final class Sitting
{
    /** A device clock may run so far ahead before a reading is refused, s. Common practice: no figure published. */
    private const CLOCK_AHEAD_S = 120;

    /** A reason is a sentence: so many letters at the least. */
    private const REASON_LETTERS = 10;

    private Readings $readings;

    private int $version;

    private ?Verdict $verdict = null;

    /**
     * @param  list<Entry>  $entries
     * @param  list<Instrument>  $instruments
     */
    private function __construct(public readonly Work $work, private array $entries, public readonly Rulebook $rulebook, private readonly array $instruments, private readonly ?\DateTimeImmutable $began)
    {
        $this->readings = Story::of($entries);
        $this->version = Story::version($entries) ?? $work->procedure->version();
    }

    /**
     * @param  list<Entry>  $entries  in order of arrival
     * @param  list<Instrument>  $instruments  on the list of the job
     * @param  ?\DateTimeImmutable  $began  when the job began: nothing was done before
     */
    public static function open(Work $work, array $entries, Rulebook $rulebook, array $instruments = [], ?\DateTimeImmutable $began = null): self
    {
        return new self($work, $entries, $rulebook, $instruments, $began);
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
        return new Situation($this->readings, $this->work->facts, $this->rulebook, version: $this->version);
    }

    public function verdict(): Verdict
    {
        return $this->verdict ??= $this->work->procedure->judge($this->readings, $this->work->facts, $this->rulebook, $this->version);
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return $this->work->procedure->asked($this->situation());
    }

    public function state(): State
    {
        return State::of($this->verdict(), $this->readings, $this->work->procedure->isWaiting($this->situation()));
    }

    /** Takes an entry, and goes on from it; or says why not. */
    public function take(Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $checked = $this->checked($entry, $person, $now);
        if ($checked instanceof Taken) {
            $this->entries[] = $checked->entry;
            $this->readings = Story::of($this->entries);
            $this->verdict = null;
        }

        return $checked;
    }

    /** The same without going on. */
    public function checked(Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $wrong = $this->impossible($entry->takenAt, $now, 'device_at');
        if ($wrong !== null) {
            return $wrong;
        }

        try {
            return match ($entry->kind) {
                Entry::READING => $this->reading($entry, $person, $now),
                Entry::OVERRULE => $this->overrule($entry, $person),
                default => Refused::input("Entries of the kind “{$entry->kind}” are not taken here.", 'kind', 'unknown', $entry->kind),
            };
        } catch (InvalidInput $fault) {
            return Refused::faults($fault); // a value that the reading does not take
        }
    }

    /** Why something cannot have been done at this moment; null where it can. */
    private function impossible(\DateTimeImmutable $at, \DateTimeImmutable $now, string $field): ?Refused
    {
        $given = $at->format(\DateTimeInterface::RFC3339);
        if ($at->getTimestamp() > $now->getTimestamp() + self::CLOCK_AHEAD_S) {
            return Refused::input('The time of this entry lies in the future. Set the clock of this device; what you entered is kept.', $field, 'in the future', $given);
        }
        if ($this->began !== null && $at < $this->began) {
            $said = "The time of this entry, {$at->format('Y-m-d')}, lies before the job began on {$this->began->format('Y-m-d')}. Set the clock of this device; what you entered is kept.";

            return Refused::input($said, $field, 'before the job began', $given);
        }

        return null;
    }

    private function reading(Entry $entry, Person $person, \DateTimeImmutable $now): Taken|Refused
    {
        $refusal = Rights::refusal($person->role, $this->work->reads());
        if ($refusal !== null) {
            return Refused::forbidden($refusal);
        }
        $key = is_string($entry->payload['key'] ?? null) ? $entry->payload['key'] : '';
        [$step, $spec] = $this->asked($key);
        if ($step === null || $spec === null) {
            return Refused::input("This work asks for no reading “{$key}”. Load the page again.", $key, 'unknown reading', $key);
        }
        if ($step->gate?->isShutAt($entry->takenAt) === true) {
            return Refused::conflict("{$step->title} is shut. {$step->gate->said}");
        }
        $value = $spec->accept($entry->payload['value'] ?? null, $this->rulebook->units);
        if ($spec->kind === ReadingKind::Equipment) {
            $paper = $this->paper(is_string($value) ? $value : '', $spec, $person);
            if ($paper === null) {
                return Refused::input("{$spec->label}: this is not on the job's list. Choose another, or have the office add it.", $spec->key, 'unknown equipment', $value);
            }
            $value = $paper;
        }
        $wrong = $spec->kind === ReadingKind::Now && is_string($value) ? $this->impossible(new \DateTimeImmutable($value), $now, $spec->key) : null;
        if ($wrong !== null) {
            return $wrong;
        }
        $notYet = $this->work->procedure->notYet($this->situation(), $spec->key);
        if ($notYet !== '') {
            return Refused::conflict($notYet);
        }

        return new Taken(new Entry($entry->id, $entry->kind, ['key' => $spec->key, 'value' => $value, 'procedure_version' => $this->version], $entry->takenAt, $entry->by, $entry->receivedAt));
    }

    /** @return array{?Step, ?ReadingSpec} what asks for a reading */
    private function asked(string $key): array
    {
        foreach ($this->steps() as $step) {
            $spec = $step->reading($key);
            if ($spec !== null) {
                return [$step, $spec];
            }
        }

        return [null, null];
    }

    /**
     * The paper as it stands now goes into the entry: a certificate renewed later does not change what was true today.
     *
     * @return ?array<string, string> null where the instrument is not on the list, or is of another kind
     */
    private function paper(string $id, ReadingSpec $spec, Person $person): ?array
    {
        foreach ($this->instruments as $instrument) {
            if ($instrument->id === $id && $instrument->kind === ($spec->choices[0] ?? '')) {
                return ['id' => $id, 'name' => "{$instrument->name} ({$instrument->serial})", 'calibration_until' => $instrument->calibrationUntil, 'operator' => $person->name, 'certificate_until' => $person->certificateUntil];
            }
        }

        return null;
    }

    private function overrule(Entry $entry, Person $person): Taken|Refused
    {
        $may = array_filter([Action::OverruleStop, Action::AcceptMend], static fn (Action $a): bool => Rights::may($person->role, $a));
        if ($may === []) {
            return Refused::forbidden(Action::OverruleStop->refusal($person->role));
        }
        $reason = trim(is_string($entry->payload['reason'] ?? null) ? $entry->payload['reason'] : '');
        if (Text::length($reason) < self::REASON_LETTERS) {
            return Refused::input('Give the reason in a sentence ('.self::REASON_LETTERS.' letters or more). It stays visible for ever.', 'reason', 'too short', $reason);
        }
        $rule = is_string($entry->payload['rule'] ?? null) ? $entry->payload['rule'] : '';
        $payload = ['rule' => $rule, 'reason' => $reason, 'role' => $person->role];
        if ($this->work->procedure->isGate($rule)) {
            $refusal = Rights::refusal($person->role, Action::OverruleReadiness);

            return $refusal !== null ? Refused::forbidden($refusal) : new Taken(new Entry($entry->id, $entry->kind, $payload, $entry->takenAt, $entry->by, $entry->receivedAt));
        }
        $open = array_values(array_filter($this->verdict()->findings, static fn (Finding $f): bool => $f->rule === $rule && $f->isOpen() && $f->severity->rank() >= Severity::Mend->rank()))[0] ?? null;
        if ($open === null) {
            return Refused::conflict('There is no open finding of this kind here. It may have been overruled already: load the page again.');
        }
        if (! $open->mayBeOverruled()) {
            return Refused::forbidden("Nobody may overrule this: {$open->said} {$open->todo}");
        }
        $refusal = Rights::refusal($person->role, $open->severity === Severity::Mend ? Action::AcceptMend : Action::OverruleStop);
        if ($refusal !== null) {
            return Refused::forbidden($refusal);
        }

        return new Taken(new Entry($entry->id, $entry->kind, [...$payload, 'severity' => $open->severity->value], $entry->takenAt, $entry->by, $entry->receivedAt));
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
            'kind' => $this->work->kind, 'procedure' => $this->work->procedure->id(), 'from_m' => $this->work->fromM, 'to_m' => $this->work->toM, 'state' => $this->state()->value,
            'verdict' => $verdict->toArray(), 'steps' => array_map(fn (Step $step): array => $step->toArray($this->rulebook->units), $this->steps()),
        ];
    }
}
