<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** What is known of the work before a reading is taken: pipe, fitting, certificate and calibration dates. Units stand in the keys. */
final readonly class Facts
{
    /** @param  array<string, bool|float|int|string|null>  $values */
    public function __construct(private array $values)
    {
    }

    /** @throws \OutOfBoundsException if the fact is not there: a fault of the caller, not of the crew */
    public function number(string $key): float
    {
        $value = $this->values[$key] ?? null;
        if (! is_int($value) && ! is_float($value)) {
            throw new \OutOfBoundsException("The fact “{$key}” is missing or not a number.");
        }

        return (float) $value;
    }

    /** A number that need not be there. */
    public function maybe(string $key): ?float
    {
        $value = $this->values[$key] ?? null;

        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    public function text(string $key): string
    {
        $value = $this->values[$key] ?? null;

        return is_scalar($value) ? (string) $value : '';
    }

    /** A calendar day such as 2026-11-30; null when there is none. */
    public function day(string $key): ?\DateTimeImmutable
    {
        $text = $this->text($key);

        return $text === '' ? null : new \DateTimeImmutable($text);
    }

    /** A moment with its zone; null when there is none. */
    public function moment(string $key): ?\DateTimeImmutable
    {
        return $this->day($key);
    }

    /** @return array<string, bool|float|int|string|null> */
    public function toArray(): array
    {
        return $this->values;
    }
}
