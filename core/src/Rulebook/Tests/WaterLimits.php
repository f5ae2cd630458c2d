<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** Water mains and rising mains by the American and the Australian and New Zealand standards. */
final class WaterLimits
{
    /** @return list<Ranged> */
    public static function all(): array
    {
        return [...self::iron(), ...self::steel(), ...self::pe(), ...self::constant()];
    }

    /** @return list<Ranged> */
    private static function iron(): array
    {
        $source = Source::standard('AWWA C600, C605');

        return [
            Ranged::times('test.c600.high_factor', 1.25, 'Iron or PVC: test pressure at the high point, of working', $source),
            Ranged::times('test.c600.low_factor', 1.5, 'Iron or PVC: test pressure at the low point, of working', $source),
            Ranged::of('test.c600.band_kpa', self::psi(5.0), Unit::KiloPascal, 'Iron or PVC: off the test pressure (5 psi)', $source, 1.0, 100.0),
            Ranged::ofRating('test.c600.pipe_factor', 1.0, 'Iron or PVC: what the pipe takes, of its rating', $source),
        ];
    }

    /** @return list<Ranged> */
    private static function steel(): array
    {
        $source = Source::fromMemory('AWWA C604, M11', 'testing of steel mains');

        return [
            Ranged::times('test.c604.factor', 1.25, 'Steel: test pressure at the low point, of working', $source),
            Ranged::ofRating('test.c604.pipe_factor', 1.25, 'Steel: what the pipe takes, of its rating', $source),
            Ranged::of('test.c604.band_kpa', self::psi(5.0), Unit::KiloPascal, 'Steel: off the test pressure (5 psi)', $source, 1.0, 100.0),
            Ranged::of(
                'test.c604.gal_in_mile_day', 10.0, Unit::None, 'Steel with gaskets: make-up, US gal per inch of diameter per mile in 24 h', $source, 0.0, 50.0,
            ),
            Ranged::of('test.c604.meter_l', 0.1, Unit::Litre, 'Steel, welded: what a meter cannot tell', Source::fromMemory(), 0.0, 5.0),
        ];
    }

    /** @return list<Ranged> */
    private static function pe(): array
    {
        $source = Source::standard('ASTM F2164');
        $table = Source::fromMemory('AWWA M55 and the PE pipe handbook', 'make-up table');
        $memory = Source::fromMemory();

        return [
            Ranged::ofRating('test.f2164.factor', 1.5, 'PE, 4 h and 1 h: the most at the low point, of the pipe’s rating', $source),
            Ranged::of(
                'test.f2164.reduction_kpa', 69.0, Unit::KiloPascal, 'PE, 4 h and 1 h: let down before the test hour (10 psi as rounded there)', $source,
                10.0, 500.0,
            ),
            Ranged::minutes('test.f2164.expansion_min', 240.0, 'PE, 4 h and 1 h: expansion', $source),
            Ranged::minutes('test.f2164.test_min', 60.0, 'PE, 4 h and 1 h: test hour', $source),
            Ranged::percent('test.f2164.band_percent', 5.0, 'PE, 4 h and 1 h: off the pressure in the test hour', $source, most: 10.0),
            Ranged::minutes('test.f2164.longest_min', 480.0, 'PE, 4 h and 1 h: under test pressure in all', $source),
            Ranged::minutes('test.f2164.again_min', 480.0, 'PE, 4 h and 1 h: without pressure before a repeat', $source),
            Ranged::minutes('test.f2164.reduce_min', 5.0, 'PE, 4 h and 1 h: letting down', Source::commonPractice()),
            Ranged::percent('test.f2164.hold_percent', 2.0, 'PE, 4 h and 1 h: sag in the expansion', $memory, most: 10.0),
            Ranged::ofRating('test.pe-makeup.factor', 1.5, 'PE, make-up: the most at the low point, of the pipe’s rating', $table),
            Ranged::minutes('test.pe-makeup.expansion_min', 180.0, 'PE, make-up: expansion', $table),
            Ranged::percent('test.pe-makeup.hold_percent', 5.0, 'PE, make-up: sag between two strokes', $memory, most: 10.0),
            Ranged::minutes('test.pe-makeup.again_min', 480.0, 'PE, make-up: without pressure before a repeat', $table),
            Ranged::percent('test.pe-makeup.share_percent', 100.0, 'PE, make-up: of the table’s water', $table, 1.0, 200.0),
        ];
    }

    /** @return list<Ranged> */
    private static function constant(): array
    {
        $source = Source::fromMemory('AS/NZS 2566.2', 'App. M');

        return [
            Ranged::times('test.as2566.factor', 1.25, 'Constant pressure: test pressure at the low point, of working', $source),
            Ranged::ofRating('test.as2566.pipe_factor', 1.25, 'Constant pressure: what the pipe takes, of its rating', $source),
            Ranged::percent('test.as2566.hold_percent', 3.0, 'Constant pressure: sag', $source, most: 10.0),
            Ranged::of('test.as2566.l_h', 0.14, Unit::None, 'Constant pressure: make-up, L/h per km, m of diameter and m of head', $source, 0.001, 1.0),
            Ranged::minutes('test.as2566.settle_min', 720.0, 'Constant pressure, PE: shut to settle', $source),
            Ranged::of('test.as2566.pe_min', 300.0, Unit::Minute, 'Constant pressure, PE: test, hour 4 to 5 among it', $source, 300.0, 4320.0),
            Ranged::of(
                'test.as2566.pe_share', 0.55, Unit::None, 'Constant pressure, PE: water of hour 4 to 5, of hour 2 to 3 (creep: ln(5/4)/ln(3/2))', $source,
                0.1, 0.6,
            ),
        ];
    }

    private static function psi(float $psi): float
    {
        return Pressure::of($psi, 'psi')->in('kPa');
    }
}
