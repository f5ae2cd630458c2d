<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The answer to all readings of one procedure: its findings, what is still missing, what comes next. */
final readonly class Verdict
{
    /**
     * @param  list<Finding>  $findings
     * @param  list<StepStanding>  $steps
     * @param  list<Clock>  $clocks
     */
    public function __construct(
        public string $procedure,
        public string $rulebookId,
        public int $rulebookVersion,
        public array $findings,
        public array $steps,
        public array $clocks,
    ) {
    }

    /** The worst finding that nobody has overruled. */
    public function severity(): Severity
    {
        return Severity::worst(array_map(
            static fn (Finding $f): Severity => $f->severity, array_filter($this->findings, static fn (Finding $f): bool => $f->isOpen()),
        ));
    }

    public function isOverruled(): bool
    {
        return array_filter($this->findings, static fn (Finding $f): bool => ! $f->isOpen()) !== [];
    }

    public function isComplete(): bool
    {
        return $this->current() === null;
    }

    /** The first step that still wants something; null when all evidence is in. */
    public function current(): ?StepStanding
    {
        foreach ($this->steps as $step) {
            if ($step->missing !== []) {
                return $step;
            }
        }

        return null;
    }

    /** All evidence in, nothing open that is worse than watch. */
    public function isAccepted(): bool
    {
        return $this->isComplete() && ! $this->severity()->isWorseThan(Severity::Watch);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'procedure' => $this->procedure, 'rulebook' => $this->rulebookId, 'rulebook_version' => $this->rulebookVersion,
            'severity' => $this->severity()->value, 'complete' => $this->isComplete(), 'accepted' => $this->isAccepted(), 'overruled' => $this->isOverruled(),
            'current_step' => $this->current()?->step,
            'findings' => array_map(static fn (Finding $f): array => $f->toArray(), $this->findings),
            'steps' => array_map(static fn (StepStanding $s): array => $s->toArray(), $this->steps),
            'clocks' => array_map(static fn (Clock $c): array => $c->toArray(), $this->clocks),
        ];
    }
}
