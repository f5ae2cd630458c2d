<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Procedure\Rules\Since;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Quantity\Written;

/** One thing to do, in order: the readings it asks for, the rules that judge them, and the cautions that belong here. */
final readonly class Step
{
    /**
     * @param  list<ReadingSpec>  $readings
     * @param  list<Rule>  $rules
     * @param  list<string>  $cautions
     * @param  array<string, mixed>|\Closure(): array<string, mixed>  $guide  figures worked out before the work: marks, limits, what to aim for; asked for by
     *     screens only, not by judgements
     * @param  list<string>  $stale  readings that are there but must be taken again
     * @param  ?Gate  $gate  what keeps the step shut: nothing is entered until it opens
     * @param  string  $group  heading that several steps stand under
     * @param  string  $notNeeded  why this step may be left out here; empty when it is needed
     */
    public function __construct(
        public string $id,
        public string $title,
        public string $instruction,
        public array $readings,
        public array $rules = [],
        public array $cautions = [],
        public array|\Closure $guide = [],
        public string $notNeeded = '',
        public array $stale = [],
        public ?Gate $gate = null,
        public string $group = '',
    ) {
    }

    public function reading(string $key): ?ReadingSpec
    {
        foreach ($this->readings as $spec) {
            if ($spec->key === $key) {
                return $spec;
            }
        }

        return null;
    }

    /** As it was at a version of the procedure: what was asked for or judged only later is left out. */
    public function asOf(int $version): self
    {
        $readings = array_values(array_filter($this->readings, static fn (ReadingSpec $spec): bool => $spec->since <= $version));
        $rules = array_values(array_filter($this->rules, static fn (Rule $rule): bool => ! $rule instanceof Since || $rule->version <= $version));

        return count($readings) === count($this->readings) && count($rules) === count($this->rules) ? $this
            : new self(
                $this->id, $this->title, $this->instruction, $readings, $rules, $this->cautions, $this->guide, $this->notNeeded, $this->stale, $this->gate,
                $this->group,
            );
    }

    /** Kept shut, whatever else keeps it shut. */
    public function shut(Gate $gate): self
    {
        return new self(
            $this->id, $this->title, $this->instruction, $this->readings, $this->rules, $this->cautions, $this->guide, $this->notNeeded, $this->stale, $gate,
            $this->group,
        );
    }

    /**
     * The same step, judged by more.
     *
     * @param  list<Rule>  $more
     */
    public function judgedBy(array $more): self
    {
        return new self(
            $this->id, $this->title, $this->instruction, $this->readings, [...$this->rules, ...$more], $this->cautions, $this->guide, $this->notNeeded,
            $this->stale, $this->gate, $this->group,
        );
    }

    /**
     * The same step, asking for its readings in another way.
     *
     * @param  list<ReadingSpec>  $readings
     */
    public function asking(array $readings): self
    {
        return new self(
            $this->id, $this->title, $this->instruction, $readings, $this->rules, $this->cautions, $this->guide, $this->notNeeded, $this->stale, $this->gate,
            $this->group,
        );
    }

    /**
     * The same step with some of its readings, and what judges those alone.
     *
     * @param  list<ReadingSpec>  $readings
     */
    public function only(array $readings): self
    {
        return new self($this->id, $this->title, $this->instruction, $readings, [], $this->cautions, [], $this->notNeeded, $this->stale, $this->gate,
            $this->group);
    }

    public function under(string $group): self
    {
        return new self(
            $this->id, $this->title, $this->instruction, $this->readings, $this->rules, $this->cautions, $this->guide, $this->notNeeded, $this->stale,
            $this->gate, $group,
        );
    }

    /** @return array<string, mixed> */
    public function guide(): array
    {
        return is_array($this->guide) ? $this->guide : ($this->guide)();
    }

    /** @return list<string> keys of required readings that are not there */
    public function missing(Readings $readings): array
    {
        if ($this->notNeeded !== '') {
            return [];
        }
        $missing = [];
        foreach ($this->readings as $spec) {
            if ($spec->required && (! $readings->has($spec->key) || in_array($spec->key, $this->stale, true))) {
                $missing[] = $spec->key;
            }
        }

        return $missing;
    }

    /** @return array<string, mixed> */
    public function toArray(UnitSystem $units): array
    {
        return [
            'id' => $this->id, 'title' => $this->title, 'instruction' => $this->instruction, 'cautions' => $this->cautions,
            'guide' => Written::rounded($this->guide()) ?: null, 'not_needed' => $this->notNeeded, 'gate' => $this->gate?->toArray(), 'stale' => $this->stale,
            'group' => $this->group,
            'readings' => array_map(static fn (ReadingSpec $spec): array => $spec->toArray($units), $this->readings),
        ];
    }
}
