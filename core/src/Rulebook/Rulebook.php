<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/** The limits and choices a job works by. Never changed in place: a change is a new version, and verdicts name the version they were given under. */
final readonly class Rulebook
{
    /** Below these a limit has no meaning, and what divides by it no answer. */
    private const LEAST = ['ef.test_factor' => 1.0, 'ef.generator.efficiency_percent' => 1.0, 'gs.feeler.tolerance_mm' => 0.1];

    /**
     * @param  array<string, Limit>  $limits  by id
     * @param  array<string, list<string>>  $choices  allowed answers by id, for rules that name things rather than numbers
     */
    private function __construct(
        public string $id,
        public int $version,
        public string $title,
        public UnitSystem $units,
        public array $limits,
        public array $choices,
    ) {
    }

    /**
     * @param  list<Limit>  $limits
     * @param  array<string, list<string>>  $choices
     */
    public static function of(string $id, int $version, string $title, UnitSystem $units, array $limits, array $choices): self
    {
        $byId = [];
        foreach ($limits as $limit) {
            $byId[$limit->id] = $limit;
        }

        return new self($id, $version, $title, $units, $byId, $choices);
    }

    /** @throws \OutOfBoundsException if the rulebook lacks the limit: a fault of the rulebook, not of a reading */
    public function limit(string $id): Limit
    {
        return $this->limits[$id] ?? throw new \OutOfBoundsException("Rulebook {$this->id} has no limit “{$id}”.");
    }

    public function value(string $id): float
    {
        return $this->limit($id)->value;
    }

    /** A limit that only some rulebooks have. */
    public function optional(string $id): ?float
    {
        return ($this->limits[$id] ?? null)?->value;
    }

    /** The same rulebook one version on, with one limit set for the job by a named person. */
    public function withLimit(string $id, float $value, string $changedBy, string $reason): self
    {
        $this->refuseOutside($id, $value);
        $old = $this->limit($id);
        $limits = $this->limits;
        $limits[$id] = new Limit($id, $value, $old->unit, Source::specification($reason), $old->title, $changedBy, $reason);

        return new self($this->id, $this->version + 1, $this->title, $this->units, $limits, $this->choices);
    }

    /** @throws InvalidInput if with this value nothing could be judged, or the work would be unsafe */
    private function refuseOutside(string $id, float $value): void
    {
        $limit = $this->limit($id);
        $range = TestLimits::of($id);
        $least = $range->least ?? self::LEAST[$id] ?? null;
        if ($least !== null && $value < $least) {
            throw InvalidInput::field(
                'value',
                "{$limit->title}: with ".$this->print($value, $limit->unit).' nothing could be judged any more. Give '.$this->print($least, $limit->unit)
                    .' or more.',
                $value, $least,
            );
        }
        if ($range?->most !== null && $value > $range->most) {
            throw InvalidInput::field(
                'value',
                "{$limit->title}: ".$this->print($value, $limit->unit).' would be unsafe, or would let everything pass. Give '
                    .$this->print($range->most, $limit->unit).' or less.',
                $value, $range->most,
            );
        }
    }

    /** The same rulebook one version on, by a school chosen by a named person. */
    public function withSchool(School $school, string $changedBy, string $reason): self
    {
        $limits = $this->limits;
        foreach ($school->limits as $limit) {
            $limits[$limit->id] = new Limit($limit->id, $limit->value, $limit->unit, $limit->source, $limit->title, $changedBy, $reason);
        }

        return new self($this->id, $this->version + 1, $this->title, $this->units, $limits, [...$this->choices, ...$school->choices]);
    }

    public function inVersion(int $version): self
    {
        return new self($this->id, $version, $this->title, $this->units, $this->limits, $this->choices);
    }

    /** A copy that a job may change; the one it was copied from stays as it is. */
    public function copiedFor(string $job): self
    {
        return new self("{$this->id}-{$job}", $this->version, "{$this->title}, {$job}", $this->units, $this->limits, $this->choices);
    }

    public function print(float $value, Unit $unit, Rounding $rounding = Rounding::Nearest): string
    {
        return $this->units->print($value, $unit, $rounding);
    }

    /** @return array{string, string} a measured value and its limit, see UnitSystem::pair() */
    public function pair(float $measured, float $limit, Unit $unit, bool $atMost = true): array
    {
        return $this->units->pair($measured, $limit, $unit, $atMost);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'version' => $this->version, 'title' => $this->title, 'units' => $this->units->value,
            'limits' => array_map(static fn (Limit $limit): array => $limit->toArray(), array_values($this->limits)),
            'choices' => $this->choices,
        ];
    }

    /**
     * @param  array{
     *     id: string, version: int, title: string, units: string, choices: array<string, list<string>>,
     *     limits: list<array{
     *         id: string, value: float|int, unit: string, title: string, source: array{kind: string, document: string, clause: string},
     *         changed_by: string, reason: string
     *     }>
     * }  $data  as toArray() gives it; a rulebook stored before the tests had limits worked by those that ship
     */
    public static function fromArray(array $data): self
    {
        $limits = array_map(Limit::fromArray(...), $data['limits']);

        $known = array_column($data['limits'], 'id', 'id');
        $later = array_filter(TestLimits::all(), static fn (Limit $limit): bool => ! isset($known[$limit->id]));

        return self::of(
            $data['id'], $data['version'], $data['title'], UnitSystem::from($data['units']), [...$limits, ...array_values($later)], $data['choices'],
        );
    }
}
