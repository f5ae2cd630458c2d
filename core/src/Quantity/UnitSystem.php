<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** The units a rulebook puts on screen, and how many decimals a crew reads in them. */
enum UnitSystem: string
{
    case Metric = 'metric';
    case UsCustomary = 'us';

    /** @return array{string, int} unit symbol and decimals */
    private function shown(Unit $unit): array
    {
        $us = $this === self::UsCustomary;

        return match ($unit) {
            Unit::Millimetre => $us ? ['in', 3] : ['mm', 2],
            Unit::Metre => $us ? ['ft', 2] : ['m', 2],
            Unit::Celsius => $us ? ['°F', 1] : ['°C', 1],
            Unit::Kelvin => $us ? ['°F diff.', 1] : ['K', 1],
            Unit::KiloPascal => $us ? ['psi', 1] : ['bar', 3],
            Unit::Millibar => $us ? ['psi', 3] : ['mbar', 1],
            Unit::Litre => $us ? ['US gal', 2] : ['L', 1],
            Unit::CubicMetre => $us ? ['yd³', 1] : ['m³', 1],
            Unit::Kilogram => [$us ? 'lb' : 'kg', 0],
            Unit::NewtonMetre => [$us ? 'ft·lb' : 'N·m', 1],
            Unit::SmallTorque => $us ? ['in·lb', 0] : ['N·m', 1],
            Unit::Newton => ['N', 0],
            Unit::Percent => ['%', 2],
            Unit::Ohm => ['Ω', 3],
            Unit::Times => ['×', 2],
            Unit::None => ['', 3],
            Unit::Second, Unit::KiloJoule => [$unit->value, 0],
            default => [$unit->value, 1],
        };
    }

    /**
     * What a form needs to show a stored value in this system and store what was typed.
     *
     * @return array{symbol: string, factor: float, offset: float, decimals: int} shown = stored × factor + offset
     */
    public function display(Unit $unit): array
    {
        /**
         * @var array<string, array<string, array{symbol: string, factor: float, offset: float, decimals: int}>> $known worked out once: verdicts print
         *     thousands of values
         */
        static $known = [];

        return $known[$this->value][$unit->value] ??= $this->workOut($unit);
    }

    /** @return array{symbol: string, factor: float, offset: float, decimals: int} */
    private function workOut(Unit $unit): array
    {
        [$symbol, $decimals] = $this->shown($unit);
        $quantity = $unit->quantity();
        if ($quantity === null) {
            return ['symbol' => $symbol, 'factor' => 1.0, 'offset' => 0.0, 'decimals' => $decimals];
        }
        $offset = $quantity::of(0.0, $unit->value)->in($symbol);

        return [
            'symbol' => $symbol,
            'factor' => round($quantity::of(1.0, $unit->value)->in($symbol) - $offset, 12),
            'offset' => round($offset, 12),
            'decimals' => $decimals,
        ];
    }

    /** Prints a stored value in this system; trailing zeros go, the unit stays. */
    public function print(float $value, Unit $unit, Rounding $rounding = Rounding::Nearest): string
    {
        $display = $this->display($unit);
        $number = $rounding->round($value * $display['factor'] + $display['offset'], $display['decimals']);

        return $display['symbol'] === '' ? (string) $number : $number.' '.$display['symbol'];
    }

    /**
     * A measured value and its limit beside each other: see Rounding::pair().
     *
     * @return array{string, string}
     */
    public function pair(float $measured, float $limit, Unit $unit, bool $atMost): array
    {
        $display = $this->display($unit);
        $shown = static fn (float $value): float => $value * $display['factor'] + $display['offset'];
        [$a, $b] = Rounding::pair($shown($measured), $shown($limit), $display['decimals'], $atMost, true);
        $symbol = $display['symbol'] === '' ? '' : " {$display['symbol']}";

        return [$a.$symbol, $b.$symbol];
    }
}
