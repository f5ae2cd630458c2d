<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;

/** A number beyond what is usual here, and what may have been meant. */
final readonly class Unusual
{
    private function __construct(public string $key, public string $label, public float $value, public float $low, public float $high, public Unit $unit)
    {
    }

    public static function of(string $key, string $label, float $value, float $low, float $high, Unit $unit): self
    {
        return new self($key, $label, $value, $low, $high, $unit);
    }

    public function said(UnitSystem $units): string
    {
        return "{$this->label}: {$units->print($this->value, $this->unit)}. Usual here is {$units->print($this->low, $this->unit)} to "
            ."{$units->print($this->high, $this->unit)}.";
    }

    /**
     * What may have been meant: the same digits with another point or in another unit, as far as they are usual; two at most, so that they are read.
     *
     * @return list<float> the nearest slip first, each once
     */
    public function instead(): array
    {
        $found = [];
        foreach (self::factors($this->unit) as $factor) {
            foreach ([$this->value / $factor, $this->value * $factor] as $meant) {
                $meant = round($meant, 4);
                $isNew = array_filter($found, static fn (float $f): bool => abs($f - $meant) < 1e-3 * max(1.0, abs($meant))) === [];
                $found = $meant >= $this->low && $meant <= $this->high && $isNew ? [...$found, $meant] : $found;
            }
        }

        return array_slice($found, 0, 2);
    }

    /** @return array{field: string, detail: string, value: float, usual: array{float, float}, instead: list<array{value: float, said: string}>} */
    public function toArray(UnitSystem $units): array
    {
        return [
            'field' => $this->key, 'detail' => 'unusual', 'value' => $this->value, 'usual' => [$this->low, $this->high],
            'instead' => array_map(fn (float $meant): array => ['value' => $meant, 'said' => $units->print($meant, $this->unit)], $this->instead()),
        ];
    }

    /**
     * What a number of this unit is mistaken by: a shifted point first, then the units that crews use beside it.
     *
     * @return list<float>
     */
    private static function factors(Unit $unit): array
    {
        return match ($unit) {
            Unit::Millimetre => [10.0, 100.0, 1000.0, 25.4], // cm, m, in
            Unit::Metre => [10.0, 1000.0, 0.3048], // mm, ft
            Unit::KiloPascal => [10.0, 100.0, 1000.0, 6.894757], // bar, MPa, psi
            Unit::NewtonMetre, Unit::SmallTorque => [10.0, 100.0, 1.355818, 0.112985], // ft·lb, in·lb
            Unit::Minute, Unit::Second => [10.0, 60.0],
            default => [10.0, 100.0, 1000.0],
        };
    }
}
