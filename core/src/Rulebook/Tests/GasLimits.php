<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** Plastic gas mains. */
final class GasLimits
{
    /** @return list<Ranged> */
    public static function all(): array
    {
        $source = Source::standard('49 CFR 192.513');
        $practice = Source::commonPractice();

        return [
            Ranged::times('test.gas.factor', 1.5, 'Gas: test pressure of MAOP, at least', $source),
            Ranged::of(
                'test.gas.least_kpa', Pressure::of(50.0, 'psi')->in('kPa'), Unit::KiloPascal, 'Gas: test pressure, at least (50 psi)', $source, 1.0, 1000.0,
            ),
            Ranged::times(
                'test.gas.most_factor', 2.5, 'Gas: test pressure of the design pressure, at most',
                Source::standard('49 CFR 192.513', 'at most 2.5 × the design pressure of 192.121 (3 × before 2019)'),
            ),
            Ranged::percent('test.gas.margin_percent', 3.0, 'Gas: set above the least, for a cooler evening', $practice, 0.0, 20.0),
            Ranged::minutes('test.gas.settle_min', 60.0, 'Gas: settling', $practice),
            Ranged::minutes('test.gas.least_min', 60.0, 'Gas: test, at least', $practice),
            Ranged::of('test.gas.warmest_c', 37.78, Unit::Celsius, 'Gas: warmest pipe (100 °F)', $source, 0.0, 60.0),
            Ranged::of('test.gas.gauge_steps', 2.0, Unit::None, 'Gas: changes of so many steps of the gauge count', Source::fromMemory(), 1.0, 10.0),
        ];
    }
}
