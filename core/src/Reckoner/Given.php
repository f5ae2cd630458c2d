<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

/** Inputs that have been accepted, by name. */
final readonly class Given
{
    /**
     * @param  array<string, float|string|list<float>|list<string>|list<?float>|list<array{float, float}>|list<array<string, float|string>>
     *     |\DateTimeImmutable>  $values
     */
    public function __construct(private array $values)
    {
    }

    /** An optional number; null when it was left out. */
    public function maybe(string $name): ?float
    {
        $value = $this->values[$name] ?? null;

        return is_float($value) ? $value : null;
    }

    public function number(string $name): float
    {
        $value = $this->values[$name] ?? null;

        return is_float($value) ? $value : throw new \LogicException("{$name} is not declared as a number.");
    }

    /** @return list<float> */
    public function numbers(string $name): array
    {
        $value = $this->values[$name] ?? null;

        return is_array($value) ? array_values(array_filter($value, is_float(...))) : throw new \LogicException("{$name} is not declared as numbers.");
    }

    /** @return list<?float> */
    public function gapped(string $name): array
    {
        $value = $this->values[$name] ?? null;

        return is_array($value) ? array_values(array_filter(
            $value, static fn (mixed $v): bool => $v === null || is_float($v),
        )) : throw new \LogicException("{$name} is not declared as numbers with gaps.");
    }

    /** @return list<array{float, float}> */
    public function pairs(string $name): array
    {
        $value = $this->values[$name] ?? null;

        $pairs = [];
        foreach (is_array($value) ? $value : throw new \LogicException("{$name} is not declared as pairs.") as $pair) {
            if (is_array($pair) && isset($pair[0], $pair[1]) && is_float($pair[0]) && is_float($pair[1])) {
                $pairs[] = [$pair[0], $pair[1]];
            }
        }

        return $pairs;
    }

    /** @return list<array<string, float|string>> */
    public function rows(string $name): array
    {
        $rows = [];
        foreach (is_array($all = $this->values[$name] ?? null) ? $all : throw new \LogicException("{$name} is not declared as rows.") as $given) {
            $row = [];
            foreach (is_array($given) ? $given : [] as $column => $value) {
                $row[(string) $column] = $value;
            }
            $rows[] = $row;
        }

        return $rows;
    }

    public function has(string $name): bool
    {
        return array_key_exists($name, $this->values);
    }

    public function text(string $name): string
    {
        $value = $this->values[$name] ?? null;

        return is_string($value) ? $value : throw new \LogicException("{$name} is not declared as text.");
    }

    public function textOr(string $name, string $otherwise): string
    {
        return $this->has($name) ? $this->text($name) : $otherwise;
    }

    /** @return list<string> empty where it was left out */
    public function several(string $name): array
    {
        $value = $this->values[$name] ?? [];

        return is_array($value) ? array_values(array_filter($value, is_string(...))) : throw new \LogicException("{$name} is not declared as words.");
    }

    public function time(string $name): \DateTimeImmutable
    {
        $value = $this->values[$name] ?? null;

        return $value instanceof \DateTimeImmutable ? $value : throw new \LogicException("{$name} is not declared as a time.");
    }
}
