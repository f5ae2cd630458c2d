<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Listing;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Table\Table;
use Diastoma\Core\Shift\Carried;

/** How a work stands as a screen draws it: all that follows from its entries, facts and rules, so that a server and a tablet say the same. */
final readonly class Desk
{
    /**
     * @param  list<Entry>  $entries  of the sitting, in order of arrival
     * @param  Person  $person  who looks at it
     * @param  bool  $isReplaced  something stands in the place of what was cut out
     */
    public function __construct(
        private Sitting $sitting, private array $entries, private Person $person, private \DateTimeImmutable $now, private bool $isReplaced = false,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $work = $this->sitting->work;
        [$readings, $rows] = $this->answers();

        return [
            'entries' => count($this->entries),
            'stands' => $this->stands(),
            'todo' => Todo::of($this->sitting->state(), $this->sitting->nextTitle(), $this->isReplaced, $work->kind),
            'facts' => (object) $work->facts->toArray(),
            'procedure' => ['id' => $work->procedure->id(), 'title' => $work->procedure->title(), 'steps' => $this->steps(), 'tables' => $this->tables()],
            'shift' => $this->shift(),
            'clocks' => $this->clocks(),
            'readings' => (object) $readings,
            'rows' => (object) $rows,
            'signatures' => (object) $this->signatures(),
            'remarks' => $this->sitting->remarks(),
            'verdict' => $this->sitting->verdict()->toArray(),
        ];
    }

    /** @return array<string, ?string> as it stands in a list of works */
    private function stands(): array
    {
        $utc = static fn (?\DateTimeImmutable $at): ?string => $at?->setTimezone(new \DateTimeZone('UTC'))->format(\DateTimeInterface::RFC3339);
        $at = fn (string $clock): ?string => $utc($this->sitting->promised($clock));
        $last = $this->sitting->last();

        return [
            'state' => $this->sitting->state()->value, 'severity' => $this->sitting->verdict()->severity()->value, 'current_step' => $this->sitting->next(),
            'release_at' => $at(Clock::RELEASE), 'test_at' => $at(Clock::TEST),
            'to_do' => Todo::inShort($this->sitting->state(), $this->sitting->nextTitle()), 'last_at' => $utc($last?->takenAt), 'last_by' => $last?->author(),
        ];
    }

    /** Whether somebody should see a wait of a joint or other work now: what is stopped cools like any other, and is not tested. */
    public static function isShown(State $state, string $kind, \DateTimeInterface $dueAt, \DateTimeInterface $now): bool
    {
        return Clock::isShown($kind, $dueAt, $now) && ($kind !== Clock::TEST || $state->isPromised());
    }

    /** @return list<array<string, mixed>> waits that somebody should see now: of work that goes on, and until it may be tested */
    private function clocks(): array
    {
        $testAt = $this->sitting->until(Clock::TEST);
        $goesOn = in_array($this->sitting->state(), [State::InWork, State::Mend, State::Cooling], true) || $testAt !== null && $testAt > $this->now;
        $shown = array_filter(
            $goesOn ? $this->sitting->verdict()->clocks : [],
            fn (Clock $c): bool => self::isShown($this->sitting->state(), $c->kind, $c->dueAt, $this->now),
        );

        return array_values(array_map(static fn (Clock $c): array => [...$c->toArray(), 'needs_hand' => Clock::needsHand($c->kind)], $shown));
    }

    /** @return list<array<string, mixed>> */
    private function steps(): array
    {
        $procedure = $this->sitting->work->procedure;
        $situation = $this->sitting->situation();
        $steps = $this->sitting->steps();

        return array_map(fn (Step $step, int $at): array => [
            ...$step->toArray($this->sitting->rulebook->units), 'list' => Listing::of($procedure, $steps, $at, $situation),
        ], $steps, array_keys($steps));
    }

    /** @return list<array<string, mixed>> like things seen together */
    private function tables(): array
    {
        $situation = $this->sitting->situation();

        return array_map(
            fn (Table $table): array => $table->drawn($this->sitting->steps(), $this->sitting->verdict(), $situation),
            $this->sitting->work->procedure->tables($situation),
        );
    }

    /**
     * @return array{array<string, array<string, mixed>>, array<string, list<array<string, mixed>>>} the last answer to each thing, and every row of each
     *     series
     */
    private function answers(): array
    {
        $readings = $rows = [];
        $hasSeries = ! in_array($this->sitting->work->kind, [Kind::Joint, Kind::Section], true);
        foreach (Story::inOrder($this->entries) as $entry) {
            $at = $entry->at()->format(\DateTimeInterface::RFC3339);
            $entered = $entry->paper() === [] ? null : $entry->takenAt->format(\DateTimeInterface::RFC3339);
            if ($hasSeries && is_array($entry->payload['row'] ?? null) && is_string($entry->payload['key'] ?? null)) {
                $rows[$entry->payload['key']][] = ['row' => (object) $entry->payload['row'], 'at' => $at, 'by' => $entry->author()];
            }
            foreach ($entry->answers() as $one) {
                $before = $readings[$one['key']] ?? null;
                $readings[$one['key']] = [
                    'value' => $one['value'], 'at' => $at, 'late_min' => $entry->lateMin(),
                    'by' => $entry->author(), 'times' => ($before['times'] ?? 0) + 1,
                    'how' => $one['how']->value, 'from' => isset($one['at'], $one['by']) ? ['at' => $one['at'], 'by' => $one['by']] : null,
                    'entered_at' => $entered, 'rights' => AlongRights::said($entry->payload),
                    'over' => $before !== null && $before['by'] !== $entry->author() ? ['at' => $before['at'], 'by' => $before['by']]
                        : ($before['over'] ?? null),
                ];
            }
        }

        return [$readings, $rows];
    }

    /** @return ?array<string, mixed> what may be taken over from the shift sheet, and how much one could tell that it does not; null where it is no joint */
    private function shift(): ?array
    {
        if ($this->sitting->work->kind !== Kind::Joint) {
            return null;
        }
        $carried = new Carried($this->sitting->situation(), $this->sitting->steps(), $this->now);

        return [
            'sheet' => $carried->sheet(), 'title' => $this->sitting->work->facts->text('shift.title'), 'offers' => $carried->offers(),
            'step' => $carried->step(), 'asks' => $carried->asks(),
        ];
    }

    /** @return array<string, ?string> what stands against this person's signature, by the key of each that is asked for; null where nothing does */
    private function signatures(): array
    {
        $asked = [];
        foreach ($this->sitting->steps() as $step) {
            foreach ($step->readings as $spec) {
                if ($spec->kind === ReadingKind::Signature && in_array($spec->key, $step->missing($this->sitting->readings()), true)) {
                    $asked[$spec->key] = Signing::refusal($this->sitting, $spec, $this->person, $this->now)?->said;
                }
            }
        }

        return $asked;
    }
}
