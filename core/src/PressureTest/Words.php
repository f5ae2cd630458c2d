<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;

/** Prints figures of a test in the units its rulebook reads, low pressures finely. */
final readonly class Words
{
    /** Below this a sewer is tested with air, and its gauge reads millibars or hundredths of a psi. */
    private const LOW_KPA = 60.0;

    public function __construct(public UnitSystem $units = UnitSystem::Metric, private bool $low = false)
    {
    }

    /** The same words for a test whose highest pressure is this. */
    public function upTo(float $kpa): self
    {
        return new self($this->units, $kpa < self::LOW_KPA);
    }

    public function kpa(float $kpa, Rounding $rounding = Rounding::Nearest): string
    {
        $shown = $this->pressure();

        return $this->low ? $rounding->print(
            $kpa * $shown['factor'], $shown['decimals'],
        ).' '.$shown['symbol'] : $this->units->print($kpa, Unit::KiloPascal, $rounding);
    }

    /**
     * How a screen or a paper shows a stored pressure.
     *
     * @return array{symbol: string, factor: float, offset: float, decimals: int}
     */
    public function pressure(): array
    {
        $usual = $this->units->display(Unit::KiloPascal);

        return match (true) {
            ! $this->low => $usual,
            $this->units === UnitSystem::UsCustomary => [...$usual, 'decimals' => 2],
            default => ['symbol' => 'mbar', 'factor' => 10.0, 'offset' => 0.0, 'decimals' => 1],
        };
    }

    public function litres(float $litres, Rounding $rounding = Rounding::Nearest): string
    {
        return $this->units === UnitSystem::UsCustomary ? $this->units->print($litres, Unit::Litre, $rounding)
            : $rounding->print($litres, abs($litres) < 10 ? 2 : 1).' L';
    }

    /**
     * A measured pressure and its limit, to the digit at which they differ: what is printed never contradicts the verdict.
     *
     * @return array{string, string}
     */
    public function kpaPair(float $measured, float $limit, bool $atMost = true): array
    {
        $shown = $this->pressure();
        [$a, $b] = Rounding::pair($measured * $shown['factor'], $limit * $shown['factor'], $shown['decimals'], $atMost, ! $this->low);

        return ["{$a} {$shown['symbol']}", "{$b} {$shown['symbol']}"];
    }

    /** @return array{string, string} */
    public function litresPair(float $measured, float $limit): array
    {
        $us = $this->units === UnitSystem::UsCustomary;
        $factor = $us ? $this->units->display(Unit::Litre)['factor'] : 1.0;
        [$a, $b] = Rounding::pair($measured * $factor, $limit * $factor, $us ? 2 : (max(abs($measured), abs($limit)) < 10 ? 2 : 1), true, $us);
        $symbol = $us ? 'US gal' : 'L';

        return ["{$a} {$symbol}", "{$b} {$symbol}"];
    }

    /** @return array{string, string} a time had, and the time wanted at least */
    public function minutesPair(float $had, float $wanted): array
    {
        [$a, $b] = Rounding::pair($had, $wanted, min($had, $wanted) < 10 ? 1 : 0, false);

        return ["{$a} min", "{$b} min"];
    }

    public function metres(float $metres): string
    {
        return $this->units->print($metres, Unit::Metre);
    }

    public function celsius(float $celsius): string
    {
        return $this->units->print($celsius, Unit::Celsius);
    }

    public function minutes(float $minutes, Rounding $rounding = Rounding::Down): string
    {
        return $rounding->print($minutes, $minutes < 10 ? 1 : 0).' min';
    }

    /** A time to wait, in prose: whole hours from two on. */
    public static function span(float $minutes): string
    {
        $hours = $minutes / 60;

        return $hours >= 2.0 && abs($hours - round($hours)) < 1e-9 ? self::plain($hours, 0).' h' : self::plain($minutes, 1).' min';
    }

    public static function plain(float $value, int $decimals = 2): string
    {
        $printed = Rounding::Nearest->print($value, $decimals);

        return str_contains($printed, '.') ? rtrim(rtrim($printed, '0'), '.') : $printed; // a whole number keeps its zeros
    }
}
