<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\PressureTest\F2164;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

final class TestCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('test.f2164', 'Pressures and phases of a PE water main test',
                [Input::number('design_pressure_kpa', 'kPa', 0.0), Input::number('gauge_level_m', 'm'), Input::number('low_level_m', 'm'), Input::number('high_level_m', 'm')],
                ['test_pressure_low_kpa', 'gauge_expansion_kpa', 'gauge_test_kpa', 'high_expansion_kpa', 'high_test_kpa', 'phases'],
                [Source::standard('ASTM F2164'), HydrostaticHead::source()],
                self::f2164(...)),
            new Calculation('test.pressure-at-point', 'Pressure at another level of still water',
                [Input::number('gauge_kpa', 'kPa'), Input::number('gauge_level_m', 'm'), Input::number('point_level_m', 'm'), Input::number('density_kg_m3', 'kg/m³', 0.0, HydrostaticHead::FRESH_WATER)],
                ['pressure_kpa'], [HydrostaticHead::source()],
                static fn (Given $g): array => ['pressure_kpa' => HydrostaticHead::pressureAt($g->number('gauge_kpa'), $g->number('gauge_level_m'), $g->number('point_level_m'), $g->number('density_kg_m3'))]),
        ];
    }

    /** @return array<string, mixed> */
    private static function f2164(Given $g): array
    {
        $plan = (new F2164)->plan($g->number('design_pressure_kpa'), $g->number('gauge_level_m'), $g->number('low_level_m'), $g->number('high_level_m'));

        return [
            'test_pressure_low_kpa' => $plan->testPressureLowKpa, 'gauge_expansion_kpa' => $plan->gaugeExpansionKpa, 'gauge_test_kpa' => $plan->gaugeTestKpa,
            'high_expansion_kpa' => $plan->highExpansionKpa, 'high_test_kpa' => $plan->highTestKpa, 'phases' => $plan->phases,
        ];
    }
}
