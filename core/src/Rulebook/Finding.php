<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** What one rule says of the readings: how it stands, against what, and what to do. */
final readonly class Finding
{
    /** @param  list<string>  $readings keys of the readings it judged */
    public function __construct(
        public string $rule,
        public Severity $severity,
        public string $said,
        public string $todo,
        public Source $source,
        public array $readings,
        public ?float $measured = null,
        public ?float $limit = null,
        public ?float $margin = null,
        public Unit $unit = Unit::None,
        public string $why = '',
        public string $step = '',
        public ?Overrule $overrule = null,
    ) {
    }

    /** The same finding in its place: at a step, and overruled where somebody with the right to has done so. */
    public function placed(string $step, ?Overrule $overrule): self
    {
        return new self($this->rule, $this->severity, $this->said, $this->todo, $this->source, $this->readings, $this->measured, $this->limit, $this->margin, $this->unit, $this->why, $step, $overrule);
    }

    public function isOpen(): bool
    {
        return $this->overrule === null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'rule' => $this->rule, 'step' => $this->step, 'severity' => $this->severity->value, 'said' => $this->said, 'todo' => $this->todo,
            'why' => $this->why, 'measured' => $this->measured, 'limit' => $this->limit, 'margin' => $this->margin, 'unit' => $this->unit->value,
            'source' => $this->source->tag(), 'readings' => $this->readings, 'overrule' => $this->overrule?->toArray(),
        ];
    }
}
