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

        return $this->low ? $rounding->print($kpa * $shown['factor'], $shown['decimals']).' '.$shown['symbol'] : $this->units->print($kpa, Unit::KiloPascal, $rounding);
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
        return $this->units === UnitSystem::UsCustomary ? $this->units->print($litres, Unit::Litre, $rounding) : $rounding->print($litres, abs($litres) < 10 ? 2 : 1).' L';
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

    public static function plain(float $value, int $decimals = 2): string
    {
        return rtrim(rtrim(Rounding::Nearest->print($value, $decimals), '0'), '.');
    }
}
