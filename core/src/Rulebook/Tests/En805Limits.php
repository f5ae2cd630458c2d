<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** Water mains by EN 805, and the decay of a shut PE main that is planned like them. */
final class En805Limits
{
    /** @return list<Ranged> */
    public static function all(): array
    {
        return [...self::main(), ...self::pe(), ...self::decay()];
    }

    /** @return list<Ranged> */
    private static function main(): array
    {
        $pressure = Source::standard('EN 805', '11.3.2');
        $loss = Source::standard('EN 805', '11.3.3.4');
        $air = Source::fromMemory('EN 805', 'A.26');
        $practice = Source::commonPractice();
        $memory = Source::fromMemory();

        return [
            Ranged::times('test.en805.stp_factor', 1.5, 'Test pressure of MDP, surge assumed', $pressure),
            Ranged::of('test.en805.stp_add_kpa', 500.0, Unit::KiloPascal, 'Test pressure above MDP, surge assumed: at most', $pressure, 0.0, 1000.0),
            Ranged::of('test.en805.stp_calculated_kpa', 100.0, Unit::KiloPascal, 'Test pressure above MDP, surge calculated', $pressure, 0.0, 1000.0),
            Ranged::minutes('test.en805.soak_min', 1440.0, 'Preliminary test of a cement lining', $memory),
            Ranged::minutes('test.en805.settle_min', 60.0, 'Preliminary test of any other pipe', $practice),
            Ranged::percent('test.en805.hold_percent', 2.0, 'Sag of a pressure that is held', $memory, most: 10.0),
            Ranged::of('test.en805.main_min', 60.0, Unit::Minute, 'Main test', $loss, 30.0, 4320.0),
            Ranged::minutes('test.en805.longest_min', 120.0, 'Main test where an hour does not decide: at most', $memory),
            Ranged::of('test.en805.loss_kpa', 20.0, Unit::KiloPascal, 'Fall in the main test', $loss, 1.0, 100.0),
            Ranged::of(
                'test.en805.loss_concrete_kpa', 40.0, Unit::KiloPascal, 'Fall in the main test, fibre cement and concrete without a cylinder',
                $loss, 1.0, 100.0,
            ),
            Ranged::percent('test.en805.noise_percent', 25.0, 'Of the allowed fall, put down to the gauge: at most', $memory, most: 50.0),
            Ranged::of(
                'test.en805.water_factor', 1.2, Unit::Times, 'Water of the main test, of what pipe and water give', Source::standard('EN 805', '11.3.3.4.2'),
                1.0, 1.5,
            ),
            Ranged::minutes('test.en805.back_min', 5.0, 'Pumping back', $practice),
            Ranged::of('test.en805.air_factor', 1.5, Unit::Times, 'Water of the air check, of what pipe and water give', $air, 1.0, 3.0),
            Ranged::of('test.en805.air_fall_kpa', 50.0, Unit::KiloPascal, 'Fall to draw off for the air check', $practice, 5.0, 500.0),
            Ranged::minutes('test.en805.air_settle_min', 10.0, 'Hold before the air check', $practice),
        ];
    }

    /** @return list<Ranged> */
    private static function pe(): array
    {
        $source = Source::fromMemory('EN 805', 'A.27');

        return [
            Ranged::minutes('test.en805-pe.relax_min', 60.0, 'PE: relaxed without pressure', $source),
            Ranged::minutes('test.en805-pe.raise_min', 10.0, 'PE: raised in less than', $source),
            Ranged::minutes('test.en805-pe.hold_min', 30.0, 'PE: held', $source),
            Ranged::minutes('test.en805-pe.rest_min', 60.0, 'PE: shut to stretch', $source),
            Ranged::percent('test.en805-pe.rest_percent', 30.0, 'PE: fall while stretching, of the test pressure', $source, most: 50.0),
            Ranged::percent('test.en805-pe.draw_least_percent', 10.0, 'PE: drawn off, of the test pressure, at least', $source, 1.0, 30.0),
            Ranged::percent('test.en805-pe.draw_most_percent', 15.0, 'PE: drawn off, of the test pressure, at most', $source, 1.0, 30.0),
            Ranged::of('test.en805-pe.rise_min', 30.0, Unit::Minute, 'PE: watched to rise, read every three minutes', $source, 10.0, 4320.0),
            Ranged::of('test.en805-pe.longest_min', 90.0, Unit::Minute, 'PE: watched where that does not decide, at most', $source, 10.0, 4320.0),
            Ranged::of('test.en805-pe.below_kpa', 25.0, Unit::KiloPascal, 'PE: below the highest reading', $source, 1.0, 100.0),
            Ranged::minutes('test.en805-pe.again_min', 60.0, 'PE: without pressure before a repeat', $source),
        ];
    }

    /** @return list<Ranged> */
    private static function decay(): array
    {
        $source = Source::fromMemory('UK water industry guidance note 4-01-03', 'bands from memory: they advise only');

        return [
            Ranged::of('test.pe-decay.leak_ratio', 1.25, Unit::None, 'Second slope of the decay, of the first: above it a leak', $source, 1.0, 2.0),
            Ranged::of('test.pe-decay.low', 0.035, Unit::None, 'First slope of the decay: below it air', $source, 0.001, 0.2),
            Ranged::of('test.pe-decay.high', 0.12, Unit::None, 'First slope of the decay: sound up to', $source, 0.001, 0.5),
            Ranged::of('test.pe-decay.second_times', 7.0, Unit::Times, 'Second reading of the decay, in loading times', $source, 2.0, 20.0),
            Ranged::of('test.pe-decay.third_times', 15.0, Unit::Times, 'Third reading of the decay, in loading times', $source, 3.0, 60.0),
        ];
    }
}
