<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Tests\TestLimits;

/**
 * The limits and choices a job works by. Never changed in place: a change is a new version, and verdicts name the version they were given under.
 *
 * @phpstan-import-type LimitRow from Limit
 * @phpstan-import-type HoldRow from HoldPoint
 */
final class Rulebook
{
    /** Below these a limit has no meaning, and what divides by it no answer. */
    private const LEAST = ['ef.test_factor' => 1.0, 'ef.generator.efficiency_percent' => 1.0, 'gs.feeler.tolerance_mm' => 0.1];

    /**
     * @param  array<string, Limit>  $limits  by id, as far as they were asked for
     * @param  array<string, LimitRow>  $rows  by id, as they were stored: a joint asks for few of the limits, and its entry waits for none of the others
     * @param  array<string, list<string>>  $choices  allowed answers by id, for rules that name things rather than numbers
     * @param  list<HoldPoint>  $holdPoints  where the work waits for a signature
     */
    private function __construct(
        public readonly string $id,
        public readonly int $version,
        public readonly string $title,
        public readonly UnitSystem $units,
        private array $limits,
        private readonly array $rows,
        public readonly array $choices,
        public readonly array $holdPoints = [],
    ) {
    }

    /**
     * @param  list<Limit>  $limits
     * @param  array<string, list<string>>  $choices
     */
    public static function of(string $id, int $version, string $title, UnitSystem $units, array $limits, array $choices): self
    {
        return new self($id, $version, $title, $units, self::byId($limits), [], $choices);
    }

    /**
     * @param  list<Limit>  $limits
     * @return array<string, Limit>
     */
    private static function byId(array $limits): array
    {
        return array_combine(array_map(static fn (Limit $limit): string => $limit->id, $limits), $limits);
    }

    /** @return array<string, Limit> by id; a rulebook stored before tests or couplings had limits works by those that ship */
    public function all(): array
    {
        $found = [];
        foreach ([...array_keys($this->rows), ...array_keys($this->limits)] as $id) {
            $found[$id] ??= $this->limit($id);
        }
        foreach ($this->rows === [] ? [] : Later::all($this->isUs()) as $limit) {
            $found[$limit->id] ??= $limit;
        }

        return $found;
    }

    /** @throws \OutOfBoundsException if the rulebook lacks the limit: a fault of the rulebook, not of a reading */
    public function limit(string $id): Limit
    {
        return $this->known($id) ?? throw new \OutOfBoundsException("Rulebook {$this->id} has no limit “{$id}”.");
    }

    private function known(string $id): ?Limit
    {
        if (! isset($this->limits[$id])) {
            $row = $this->rows[$id] ?? null;
            $limit = $row !== null ? Limit::fromArray($row) : ($this->rows === [] ? null : Later::all($this->isUs())[$id] ?? null);
            if ($limit === null) {
                return null;
            }
            $this->limits[$id] = $limit;
        }

        return $this->limits[$id];
    }

    private function isUs(): bool
    {
        return $this->units === UnitSystem::UsCustomary;
    }

    public function value(string $id): float
    {
        return $this->limit($id)->value;
    }

    /** A limit that only some rulebooks have. */
    public function optional(string $id): ?float
    {
        return $this->known($id)?->value;
    }

    /** The same rulebook one version on, with one limit set for the job by a named person. */
    public function withLimit(string $id, float $value, string $changedBy, string $reason): self
    {
        $this->refuseOutside($id, $value);
        $old = $this->limit($id);

        return $this->with([new Limit($id, $value, $old->unit, Source::specification($reason), $old->title, $changedBy, $reason)]);
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
        $limits = array_map(static fn (Limit $limit): Limit => new Limit(
            $limit->id, $limit->value, $limit->unit, $limit->source, $limit->title, $changedBy, $reason,
        ), $school->limits);

        return $this->with($limits, $school->choices);
    }

    /**
     * @param  list<Limit>  $changed
     * @param  array<string, list<string>>  $choices
     */
    private function with(array $changed, array $choices = []): self
    {
        $limits = self::byId($changed);

        return new self(
            $this->id, $this->version + 1, $this->title, $this->units, [...$this->limits, ...$limits], array_diff_key($this->rows, $limits),
            [...$this->choices, ...$choices], $this->holdPoints,
        );
    }

    public function inVersion(int $version): self
    {
        return new self($this->id, $version, $this->title, $this->units, $this->limits, $this->rows, $this->choices, $this->holdPoints);
    }

    /**
     * The same rulebook one version on, with other allowed answers for something that names things.
     *
     * @param  list<string>  $answers
     */
    public function withChoice(string $id, array $answers): self
    {
        return $this->with([], [$id => $answers]);
    }

    /**
     * The same rulebook one version on, with other hold points.
     *
     * @param  list<HoldPoint>  $holdPoints
     */
    public function withHoldPoints(array $holdPoints): self
    {
        return new self($this->id, $this->version + 1, $this->title, $this->units, $this->limits, $this->rows, $this->choices, $holdPoints);
    }

    /** A copy that a job may change; the one it was copied from stays as it is. */
    public function copiedFor(string $job): self
    {
        return new self(
            "{$this->id}-{$job}", $this->version, "{$this->title}, {$job}", $this->units, $this->limits, $this->rows, $this->choices, $this->holdPoints,
        );
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
            'limits' => array_map(static fn (Limit $limit): array => $limit->toArray(), array_values($this->all())),
            'choices' => $this->choices,
            ...($this->holdPoints === [] ? [] : ['hold_points' => array_map(static fn (HoldPoint $h): array => $h->toArray(), $this->holdPoints)]),
        ];
    }

    /**
     * @param  array{id: string, version: int, title: string, units: string, choices: array<string, list<string>>, limits: list<LimitRow>,
     *     hold_points?: list<HoldRow>}  $data  as toArray() gives it
     */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['id'], $data['version'], $data['title'], UnitSystem::from($data['units']), [], array_column($data['limits'], null, 'id'), $data['choices'],
            array_map(HoldPoint::fromArray(...), $data['hold_points'] ?? []),
        );
    }
}
