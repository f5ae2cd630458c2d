<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** One row of a series: an inspection, a layer, a bore, a pipe that came. */
final readonly class Row
{
    /** @param  array<mixed>  $values */
    private function __construct(private array $values, public \DateTimeImmutable $at)
    {
    }

    /** @return list<self> in the order in which they were done */
    public static function of(Readings $readings, string $key): array
    {
        return array_map(static fn (Reading $r): self => new self(is_array($r->value) ? $r->value : [], $r->takenAt), $readings->all($key));
    }

    public function number(string $column): ?float
    {
        $value = $this->values[$column] ?? null;

        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    public function text(string $column): string
    {
        $value = $this->values[$column] ?? null;

        return is_string($value) ? $value : '';
    }

    public function yes(string $column): bool
    {
        return ($this->values[$column] ?? null) === true;
    }
}
