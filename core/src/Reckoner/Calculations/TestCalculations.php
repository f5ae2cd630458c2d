<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Methods\Water\F2164;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Site\SimpleSection;
use Diastoma\Core\PressureTest\Site\TestSection;
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
                [
                    Input::number('design_pressure_kpa', 'kPa', 0.0), Input::number('gauge_level_m', 'm'), Input::number('low_level_m', 'm'),
                    Input::number('high_level_m', 'm'),
                ],
                ['test_pressure_low_kpa', 'gauge_expansion_kpa', 'gauge_test_kpa', 'high_expansion_kpa', 'high_test_kpa', 'phases'],
                [Source::standard('ASTM F2164'), HydrostaticHead::source()],
                self::f2164(...)),
            new Calculation('test.pressure-at-point', 'Pressure at another level of still water',
                [
                    Input::number('gauge_kpa', 'kPa'), Input::number('gauge_level_m', 'm'), Input::number('point_level_m', 'm'),
                    Input::number('density_kg_m3', 'kg/m³', 0.0, HydrostaticHead::FRESH_WATER),
                ],
                ['pressure_kpa'], [HydrostaticHead::source()],
                static fn (Given $g): array => ['pressure_kpa' => HydrostaticHead::pressureAt(
                    $g->number('gauge_kpa'), $g->number('gauge_level_m'), $g->number('point_level_m'), $g->number('density_kg_m3'),
                )]),
        ];
    }

    /** @return array<string, mixed> */
    private static function f2164(Given $g): array
    {
        [$design, $gauge, $low, $high] = [
            $g->number('design_pressure_kpa'), $g->number('gauge_level_m'), $g->number('low_level_m'), $g->number('high_level_m'),
        ];
        if ($low > $high) {
            throw InvalidInput::field('low_level_m', "The low point ({$low} m) lies above the high point ({$high} m). Swap the levels.", $low, $high);
        }
        $section = TestSection::fromArray(SimpleSection::facts(
            [
                'material' => 'pe', 'length_m' => 100.0, 'inside_mm' => 100.0, 'wall_mm' => 10.0, 'design_kpa' => $design, 'working_kpa' => 0.1,
                'gauge_level_m' => $gauge, 'low_level_m' => $low, 'high_level_m' => $high,
            ],
            new F2164,
        ));
        $plan = (new F2164)->plan($section);
        $levels = new Levels($section);
        if (! $plan->window['feasible']) {
            throw InvalidInput::field(
                'high_level_m', 'The high point would stand without pressure while the low point is at its limit. Split the section.', $high,
            );
        }

        return [
            'test_pressure_low_kpa' => $plan->lowKpa, 'gauge_expansion_kpa' => $plan->gaugeKpa, 'gauge_test_kpa' => $plan->judgedKpa,
            'high_expansion_kpa' => $plan->highKpa, 'high_test_kpa' => $levels->atHigh($plan->judgedKpa),
            'phases' => array_map(static fn (Phase $p): array => $p->toArray(), $plan->phases),
        ];
    }
}
