<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

use Diastoma\Core\Exception\InvalidInput;

/**
 * A physical quantity: immutable, held in its SI unit, read and printed in the units crews use.
 *
 * A subclass names its units once: symbol => [factor to SI, offset added before the factor, spellings].
 */
abstract readonly class Quantity
{
    final private function __construct(protected float $si)
    {
    }

    /** @return non-empty-array<string, array{float, float, list<string>}> */
    abstract protected static function units(): array;

    /** @throws InvalidInput if the number is not finite or the unit is not one of this quantity's */
    final public static function of(float $value, string $unit): static
    {
        if (! is_finite($value)) {
            throw InvalidInput::field('value', 'The value is not a number. Type it again.', $value);
        }
        [$factor, $offset] = self::unit($unit);

        return new static(($value + $offset) * $factor);
    }

    /**
     * Reads "12.4in", "16 bar", "1,5 mm": a decimal comma or point, then the unit.
     *
     * @throws InvalidInput if there is no number, or no unit that this quantity knows
     */
    final public static function parse(string $text): static
    {
        if (preg_match('/\A\s*([+-]?\d+(?:[.,]\d+)?)\s*(\S.*?)\s*\z/u', $text, $m) !== 1) {
            throw InvalidInput::field('value', "“{$text}” is not a number with a unit. Type it like “12.4 ".array_key_first(static::units()).'”.', $text);
        }

        return static::of((float) str_replace(',', '.', $m[1]), $m[2]);
    }

    /** @throws InvalidInput if the unit is not one of this quantity's */
    final public function in(string $unit): float
    {
        [$factor, $offset] = self::unit($unit);

        return $this->si / $factor - $offset;
    }

    final public function isAtMost(self $limit): bool
    {
        return Compare::atMost($this->si, $limit->si);
    }

    final public function print(string $unit, int $decimals, Rounding $rounding = Rounding::Nearest): string
    {
        return $rounding->print($this->in($unit), $decimals).' '.$unit;
    }

    /** @return array{float, float, list<string>} */
    private static function unit(string $name): array
    {
        foreach (static::units() as $symbol => $unit) {
            if ($symbol === $name || in_array(Text::lower($name), $unit[2], true)) {
                return $unit;
            }
        }
        $known = implode(', ', array_keys(static::units()));

        throw InvalidInput::field('unit', "“{$name}” is not a unit of this quantity. Use one of: {$known}.", $name);
    }
}
