<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\UnitSystem;

/** One input of a calculation; its unit is the end of its name. */
final readonly class Input
{
    /** Beyond these no quantity of the trade lies, in whatever unit: a slip of the finger or of the unit. Our own choice. */
    private const LARGEST = 1e9;

    private const SMALLEST = 1e-9;

    private const MOST_ROWS = 100;

    /** @param  list<string>  $choices */
    private function __construct(
        public string $name,
        public InputKind $kind,
        public string $unit,
        public array $choices = [],
        public ?float $above = null,
        public ?float $default = null,
        public bool $optional = false,
        public string $card = '',
    ) {
    }

    public static function number(string $name, string $unit, ?float $above = null, ?float $default = null): self
    {
        return new self($name, InputKind::Number, $unit, [], $above, $default);
    }

    /** The same input, but it may be left out. */
    public function optional(): self
    {
        return new self($this->name, $this->kind, $this->unit, $this->choices, $this->above, $this->default, true, $this->card);
    }

    /** The same input, which a size of a mechanical fitting's card fills in by a figure of it. */
    public function ofCard(string $field): self
    {
        return new self($this->name, $this->kind, $this->unit, $this->choices, $this->above, $this->default, $this->optional, $field);
    }

    public static function numbers(string $name, string $unit): self
    {
        return new self($name, InputKind::Numbers, $unit);
    }

    /** Numbers at places of which some gave none: null there. */
    public static function gapped(string $name, string $unit): self
    {
        return new self($name, InputKind::Gapped, $unit);
    }

    /** Pairs such as [minute, kPa]. */
    public static function pairs(string $name, string $unit): self
    {
        return new self($name, InputKind::Pairs, $unit);
    }

    /**
     * Rows such as {layer: "in", min_mm: 88, max_mm: 104}.
     *
     * @param  non-empty-list<string>  $columns  of a row: the first is a name, the others are numbers
     */
    public static function rows(string $name, array $columns): self
    {
        return new self($name, InputKind::Rows, '', $columns);
    }

    public static function text(string $name): self
    {
        return new self($name, InputKind::Text, '');
    }

    /** @param  non-empty-list<string>  $choices */
    public static function choice(string $name, array $choices): self
    {
        return new self($name, InputKind::Choice, '', $choices);
    }

    /** @param  non-empty-list<string>  $choices  none, one or more of them; may be left out for none */
    public static function several(string $name, array $choices): self
    {
        return new self($name, InputKind::Several, '', $choices, optional: true);
    }

    /** A number that may be 0, not less. */
    public static function fromZero(string $name, string $unit, ?float $default = null): self
    {
        return new self($name, InputKind::Number, $unit, [], -self::SMALLEST, $default);
    }

    public static function time(string $name): self
    {
        return new self($name, InputKind::Time, 'ISO 8601 with zone');
    }

    /**
     * @return float|string|list<float>|list<string>|list<?float>|list<array{float, float}>|list<array<string, float|string>>|\DateTimeImmutable
     *
     * @throws InvalidInput if the value is not of this kind or not above its bound
     */
    public function accept(mixed $raw): float|string|array|\DateTimeImmutable
    {
        return match ($this->kind) {
            InputKind::Number => $this->one($raw, $this->name),
            InputKind::Numbers => $this->many($raw),
            InputKind::Pairs => $this->pairsOf($raw),
            InputKind::Gapped => $this->someOf($raw),
            InputKind::Rows => $this->rowsOf($raw),
            InputKind::Text => is_string($raw) ? $raw : throw $this->refuse('must be text in quotation marks', $raw),
            InputKind::Choice => is_string($raw) && in_array($raw, $this->choices, true) ? $raw : throw $this->refuse(
                'must be one of: '.implode(', ', $this->choices), $raw,
            ),
            InputKind::Several => $this->words($raw),
            InputKind::Time => $this->moment($raw),
        };
    }

    private function one(mixed $raw, string $name): float
    {
        if (! is_int($raw) && ! is_float($raw) || ! is_finite((float) $raw)) {
            throw $this->refuse('must be a number', $raw);
        }
        if (abs($raw) > self::LARGEST || $raw != 0 && abs($raw) < self::SMALLEST) {
            throw $this->refuse('is so large or so small that it cannot be right; check its unit', $raw);
        }
        if ($this->above !== null && $raw <= $this->above) {
            $wanted = $this->above < 0.0 ? 'it must not be less than 0' : "it must be more than {$this->above}";

            throw InvalidInput::field($name, "{$name} is {$raw}; {$wanted}.", $raw, max(0.0, $this->above));
        }

        return (float) $raw;
    }

    /** @return list<float> */
    private function many(mixed $raw): array
    {
        if (! is_array($raw) || ! array_is_list($raw)) {
            throw $this->refuse('must be a list of numbers', null);
        }

        return array_map(fn (mixed $value): float => $this->one($value, $this->name), $raw);
    }

    /** @return list<?float> */
    private function someOf(mixed $raw): array
    {
        if (! is_array($raw) || ! array_is_list($raw)) {
            throw $this->refuse('must be a list of numbers, null where there was none', null);
        }

        return array_map(fn (mixed $value): ?float => $value === null ? null : $this->one($value, $this->name), $raw);
    }

    /** @return list<array{float, float}> */
    private function pairsOf(mixed $raw): array
    {
        if (! is_array($raw) || ! array_is_list($raw)) {
            throw $this->refuse('must be a list of pairs of numbers', null);
        }

        return array_map(fn (mixed $pair): array => is_array($pair) && array_is_list($pair) && count($pair) === 2
            ? [$this->one($pair[0], $this->name), $this->one($pair[1], $this->name)] : throw $this->refuse('must hold pairs of two numbers each', null), $raw);
    }

    /** @return list<array<string, float|string>> */
    private function rowsOf(mixed $raw): array
    {
        $said = 'must be a list of rows with '.implode(', ', $this->choices);
        $rows = [];
        foreach (is_array($raw) && array_is_list($raw) && count($raw) <= self::MOST_ROWS ? $raw : throw $this->refuse($said, null) as $k => $given) {
            $row = [];
            foreach ($this->choices as $c => $column) {
                $value = is_array($given) ? $given[$column] ?? null : null;
                $row[$column] = match (true) {
                    $c > 0 => $this->one($value, "{$this->name}.{$k}.{$column}"),
                    is_string($value) && $value !== '' => $value,
                    default => throw $this->refuse($said, null),
                };
            }
            $rows[] = $row;
        }

        return $rows;
    }

    /** @return list<string> */
    private function words(mixed $raw): array
    {
        $said = 'must be a list of some of: '.implode(', ', $this->choices);
        $words = [];
        foreach (is_array($raw) && array_is_list($raw) ? $raw : throw $this->refuse($said, $raw) as $word) {
            $words[] = is_string($word) && in_array($word, $this->choices, true) ? $word : throw $this->refuse($said, $word);
        }

        return array_values(array_unique($words));
    }

    private function moment(mixed $raw): \DateTimeImmutable
    {
        $pattern = '/\A\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:?\d\d)\z/';
        if (! is_string($raw) || preg_match($pattern, $raw) !== 1) {
            throw $this->refuse('must be a time with its zone, such as 2026-11-23T14:05:00+00:00', $raw);
        }
        try {
            $moment = new \DateTimeImmutable($raw);
        } catch (\Exception) {
            throw $this->refuse('is not a time that exists', $raw);
        }
        $errors = \DateTimeImmutable::getLastErrors();

        return $errors === false ? $moment : throw $this->refuse('is not a day that exists', $raw);
    }

    private function refuse(string $why, mixed $raw): InvalidInput
    {
        $shown = is_scalar($raw) ? ' Given: '.var_export($raw, true).'.' : '';

        return InvalidInput::field($this->name, "{$this->name} {$why}.{$shown}", is_scalar($raw) ? $raw : null);
    }

    /** @return ?array<string, array{symbol: string, factor: float, offset: float, decimals: int}> how each system of units shows it; null where all do alike */
    private function display(): ?array
    {
        $unit = in_array($this->kind, [InputKind::Number, InputKind::Numbers, InputKind::Gapped], true) ? Name::unit($this->name) : null;

        return $unit === null ? null : array_combine(
            array_map(static fn (UnitSystem $s): string => $s->value, UnitSystem::cases()),
            array_map(static fn (UnitSystem $s): array => $s->display($unit), UnitSystem::cases()),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'label' => Name::plain($this->name), 'display' => $this->display(),
            'kind' => $this->kind->value, 'unit' => $this->unit, 'choices' => $this->choices,
            'card' => $this->card, 'above' => $this->above === -self::SMALLEST ? null : $this->above,
            'default' => $this->default, 'required' => $this->default === null && ! $this->optional,
        ];
    }
}
