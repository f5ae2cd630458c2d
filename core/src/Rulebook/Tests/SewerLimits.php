<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** Gravity sewers with air or water. A plug that lets go kills: no starting pressure may be set above 9 psi [ASTM F1417]. */
final class SewerLimits
{
    /** EN 1610: start pressure and allowed drop, mbar. */
    private const AIR = ['la' => [10.0, 2.5], 'lb' => [50.0, 10.0], 'lc' => [100.0, 15.0], 'ld' => [200.0, 15.0]];

    /** ASTM C924: minutes per 100 ft for 3.5 to 2.5 psi, by inches; from memory. */
    private const C924 = ['4' => 0.3, '6' => 0.7, '8' => 1.2, '10' => 1.5, '12' => 1.8, '15' => 2.1, '18' => 2.4, '21' => 3.0, '24' => 3.6];

    private const PLUG_PSI = 9.0;

    /** It starts at so many times the drop that is allowed, or a pipe that lost all its air would pass: common practice. */
    private const AT_LEAST = 2.0;

    /** @return list<Ranged> */
    public static function all(): array
    {
        return [...self::air(), ...self::european(), ...self::water(), ...self::plastic(), ...self::concrete()];
    }

    /** @return list<Ranged> */
    private static function air(): array
    {
        return [
            Ranged::minutes('test.sewer-air.raise_min', 2.0, 'Sewer with air: letting air in, as planned', Source::commonPractice()),
            Ranged::percent('test.sewer-air.start_percent', 2.0, 'Sewer with air: start below the starting pressure', Source::fromMemory(), most: 5.0),
        ];
    }

    /** @return list<Ranged> */
    private static function european(): array
    {
        $source = Source::standard('EN 1610');
        $found = [
            Ranged::minutes('test.en1610.settle_min', 5.0, 'Sewer with air, LA to LD: settling', $source),
            Ranged::percent('test.en1610.above_percent', 10.0, 'Sewer with air, LA to LD: settled above the starting pressure', $source, most: 50.0),
            Ranged::of('test.en1610.highest_mbar', 200.0, Unit::Millibar, 'Sewer with air, LA to LD: start at most', Source::fromMemory(
                'EN 1610', 'the highest start of its table',
            ), 1.0, self::mbar(self::PLUG_PSI)),
        ];
        foreach (self::AIR as $method => [$start, $drop]) {
            $name = strtoupper($method);
            $found[] = Ranged::of(
                "test.en1610.{$method}_start_mbar", $start, Unit::Millibar, "Sewer with air, {$name}: starting pressure", $source,
                self::AT_LEAST * $drop, 200.0,
            );
            $found[] = Ranged::of("test.en1610.{$method}_drop_mbar", $drop, Unit::Millibar, "Sewer with air, {$name}: drop", $source, 0.1, $drop);
        }

        return $found;
    }

    /** @return list<Ranged> */
    private static function water(): array
    {
        $source = Source::standard('EN 1610');
        $practice = Source::commonPractice();

        return [
            Ranged::of('test.en1610.water_least_mbar', 100.0, Unit::Millibar, 'Sewer with water: at the pipe’s top, at least', $source, 10.0, 500.0),
            Ranged::of('test.en1610.water_most_mbar', 500.0, Unit::Millibar, 'Sewer with water: at the pipe’s top, at most', $source, 10.0, 500.0),
            Ranged::minutes('test.en1610.condition_min', 60.0, 'Sewer with water: conditioning', $source),
            Ranged::minutes('test.en1610.water_min', 30.0, 'Sewer with water: test', $source),
            Ranged::of('test.en1610.within_min', 1.0, Unit::Minute, 'Sewer with water: test shorter by at most', $source, 0.0, 5.0),
            Ranged::of('test.en1610.keep_mbar', 10.0, Unit::Millibar, 'Sewer with water: off the level', $source, 1.0, 50.0),
            Ranged::of('test.en1610.read_mbar', 1.0, Unit::Millibar, 'Sewer with water: what a gauge or a rule reads', $practice, 0.0, 5.0),
            Ranged::minutes('test.en1610.fill_min', 30.0, 'Sewer with water: filling, as planned', $practice),
            Ranged::of('test.en1610.sinks_mbar', 50.0, Unit::Millibar, 'Sewer with water: sinks while the wall drinks', $practice, 1.0, 200.0),
            Ranged::of('test.en1610.pipes_l_m2', 0.15, Unit::None, 'Sewer with water: pipes, L per wetted m²', $source, 0.0, 1.0),
            Ranged::of('test.en1610.both_l_m2', 0.20, Unit::None, 'Sewer with water: pipes and manholes, L per wetted m²', $source, 0.0, 1.0),
            Ranged::of('test.en1610.chambers_l_m2', 0.40, Unit::None, 'Sewer with water: manholes alone, L per wetted m²', $source, 0.0, 1.0),
        ];
    }

    /** @return list<Ranged> */
    private static function plastic(): array
    {
        $source = Source::standard('ASTM F1417');
        $most = self::mbar(self::PLUG_PSI);
        $least = self::mbar(self::AT_LEAST); // of a drop of 1.0 psi

        return [
            Ranged::minutes('test.f1417.settle_min', 2.0, 'Plastic sewer with air: settling', $source),
            Ranged::of('test.f1417.start_mbar', self::mbar(3.5), Unit::Millibar, 'Plastic sewer with air: starting pressure (3.5 psi)', $source, $least, $most),
            Ranged::of(
                'test.f1417.above_mbar', self::mbar(0.5), Unit::Millibar, 'Plastic sewer with air: settled above the start (0.5 psi)', $source, 1.0, $most,
            ),
            Ranged::of('test.f1417.drop_mbar', self::mbar(1.0), Unit::Millibar, 'Plastic sewer with air: drop (1.0 psi)', $source, 1.0, self::mbar(1.0)),
            Ranged::of('test.f1417.highest_mbar', $most, Unit::Millibar, 'Plastic sewer with air: never above (9 psi)', $source, 10.0, $most),
        ];
    }

    /** @return list<Ranged> */
    private static function concrete(): array
    {
        $source = Source::fromMemory('ASTM C924');
        $most = self::mbar(self::PLUG_PSI);
        $least = self::mbar(self::AT_LEAST); // of a drop of 1.0 psi
        $found = [
            Ranged::minutes('test.c924.settle_min', 2.0, 'Concrete sewer with air: settling', $source),
            Ranged::of('test.c924.preload_mbar', self::mbar(4.0), Unit::Millibar, 'Concrete sewer with air: settled at (4.0 psi)', $source, 10.0, $most),
            Ranged::of('test.c924.start_mbar', self::mbar(3.5), Unit::Millibar, 'Concrete sewer with air: starting pressure (3.5 psi)', $source, $least, $most),
            Ranged::of('test.c924.drop_mbar', self::mbar(1.0), Unit::Millibar, 'Concrete sewer with air: drop (1.0 psi)', $source, 1.0, self::mbar(1.0)),
        ];
        foreach (self::C924 as $inches => $minutes) {
            $found[] = Ranged::of(
                "test.c924.in_{$inches}_min", $minutes, Unit::Minute, "Concrete sewer with air: minutes per 100 ft, {$inches} in", $source, 0.05, 60.0,
            );
        }

        return $found;
    }

    private static function mbar(float $psi): float
    {
        return Pressure::of($psi, 'psi')->in('mbar');
    }
}
