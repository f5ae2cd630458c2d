<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\Written;

/**
 * What one rule says of the readings: how it stands, against what, and what to do.
 *
 * Not a readonly class, so that placed() may clone: a joint has some 65 of them, and building each twice took a tenth of its verdict.
 */
final class Finding
{
    /**
     * @param  list<string>  $readings keys of the readings it judged
     * @param  bool  $final  nobody may overrule it: escaping gas, medium under a fusion, pressure on while tightening
     */
    public function __construct(
        public readonly string $rule,
        public readonly Severity $severity,
        public readonly string $said,
        public readonly string $todo,
        public readonly Source $source,
        public readonly array $readings,
        public readonly ?float $measured = null,
        public readonly ?float $limit = null,
        public readonly ?float $margin = null,
        public readonly Unit $unit = Unit::None,
        public readonly string $why = '',
        public readonly bool $final = false,
        private string $step = '',
        private ?Overrule $overrule = null,
    ) {
    }

    /** The same finding in its place: at a step, and overruled where somebody with the right to has done so. */
    public function placed(string $step, ?Overrule $overrule): self
    {
        $copy = clone $this;
        $copy->step = $step;
        $copy->overrule = $overrule;

        return $copy;
    }

    /** Id of the step it stands at; empty before it is placed. */
    public function step(): string
    {
        return $this->step;
    }

    public function overrule(): ?Overrule
    {
        return $this->overrule;
    }

    public function isOpen(): bool
    {
        return $this->overrule === null;
    }

    /** Whether somebody with the right to may go on in spite of it: an open stop, or a mend that does no harm. */
    public function mayBeOverruled(): bool
    {
        return $this->isOpen() && ! $this->final && $this->severity->rank() >= Severity::Mend->rank();
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'rule' => $this->rule, 'step' => $this->step, 'severity' => $this->severity->value, 'said' => $this->said, 'todo' => $this->todo,
            'why' => $this->why, 'measured' => Written::rounded($this->measured), 'limit' => Written::rounded($this->limit),
            'margin' => Written::rounded($this->margin), 'unit' => $this->unit->value, 'source' => $this->source->tag(),
            'readings' => $this->readings, 'may_overrule' => $this->mayBeOverruled(), 'overrule' => $this->overrule?->toArray(),
        ];
    }
}
