<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

/** A pipe full of water as a physical thing. */
final class WaterCalculations
{
    /** Bulk modulus that acceptance by EN 805 counts with, GPa. */
    private const WATER_GPA = 2.1;

    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('water.properties', 'Density, bulk modulus and expansion of water',
                [Input::number('temperature_c', '°C')], ['density_kg_m3', 'bulk_modulus_gpa', 'expansion_per_c'], [Water::source()],
                static function (Given $g): array {
                    $water = Water::at($g->number('temperature_c'));

                    return ['density_kg_m3' => $water->densityKgM3, 'bulk_modulus_gpa' => $water->bulkModulusGpa, 'expansion_per_c' => $water->expansionPerC];
                }),
            new Calculation('test.air-content', 'Free air in a section from the water that raised its pressure',
                [
                    Input::number('volume_m3', 'm³', 0.0), Input::number('p1_kpa', 'kPa', -1e-12), Input::number('p2_kpa', 'kPa', 0.0),
                    Input::number('added_l', 'L', -1e-12), ...self::pipe(),
                ],
                ['air_l', 'air_percent'],
                [FilledPipe::source(), Source::arithmetic('dV/dp = C0 + p_atm·V_air/(p + p_atm)², p_atm 101.325 kPa; K of water 2.1 GPa as in EN 805')],
                static fn (Given $g): array => FilledPipe::of(
                    $g->number('volume_m3'), $g->number('diameter_mm'), $g->number('wall_mm'), $g->number('modulus_gpa'), self::WATER_GPA,
                )->air($g->number('p1_kpa'), $g->number('p2_kpa'), $g->number('added_l'))),
            new Calculation('test.temperature-effect', 'What a degree of warming does to a shut, buried, restrained pipe full of water',
                [
                    ...self::pipe(), Input::number('poisson', '', -1e-12), Input::number('expansion_per_c', '1/°C', -1e-12),
                    Input::number('temperature_c', '°C'),
                ],
                ['kpa_per_c'],
                [Source::arithmetic('(β − 2(1+ν)α) / (1/K + (1−ν²)·D/(e·E))'), Water::source()],
                static fn (Given $g): array => ['kpa_per_c' => FilledPipe::kpaPerDegree(
                    $g->number('diameter_mm'), $g->number('wall_mm'), $g->number('modulus_gpa'), $g->number('poisson'), $g->number('expansion_per_c'),
                    Water::at($g->number('temperature_c')),
                )]),
            new Calculation('test.leak-rate', 'Flow through a hole',
                [Input::number('hole_mm', 'mm', 0.0), Input::number('pressure_kpa', 'kPa', 0.0), Input::number('coefficient', '', 0.0, 0.6)], ['l_per_h'],
                [Source::arithmetic('c·A·√(2p/ρ), ρ at 20 °C')],
                static fn (Given $g): array => ['l_per_h' => FilledPipe::leakLitresPerHour(
                    $g->number('hole_mm'), $g->number('pressure_kpa'), $g->number('coefficient'),
                )]),
            new Calculation('test.energy', 'Energy stored in a section under pressure',
                [Input::number('volume_m3', 'm³', 0.0), Input::number('pressure_kpa', 'kPa', 0.0), Input::choice('medium', ['water', 'air'])], ['energy_kj'],
                [Source::arithmetic('air: p·V/(k−1)·(1 − (p_atm/p)^((k−1)/k)), absolute p, k 1.4; water: ½·V·p²/K')],
                static fn (Given $g): array => ['energy_kj' => FilledPipe::energyKj($g->number('volume_m3'), $g->number('pressure_kpa'), $g->text('medium'))]),
            new Calculation('pipe.free-end', 'How far a free end of a pipe moves; out is plus',
                [
                    Input::number('length_m', 'm', 0.0), ...self::pipe(), Input::number('poisson', '', -1e-12),
                    Input::number('pressure_kpa', 'kPa', -1e-12), Input::number('expansion_per_c', '1/°C', -1e-12, 0.0),
                    Input::number('temperature_change_c', '°C', null, 0.0), Input::choice('end', ['open', 'closed']),
                ], ['movement_mm'], [Source::arithmetic('L·(α·ΔT − ν·p·D/(2·e·E)), and + p·D/(4·e·E) with a closed end')],
                static fn (Given $g): array => ['movement_mm' => FilledPipe::freeEndMm(
                    $g->number('length_m'), $g->number('diameter_mm'), $g->number('wall_mm'), $g->number('modulus_gpa'), $g->number('poisson'),
                    $g->number('pressure_kpa'), $g->number('expansion_per_c'), $g->number('temperature_change_c'), $g->text('end') === 'closed',
                )]),
        ];
    }

    /** @return list<Input> */
    private static function pipe(): array
    {
        return [Input::number('diameter_mm', 'mm', 0.0), Input::number('wall_mm', 'mm', 0.0), Input::number('modulus_gpa', 'GPa', 0.0)];
    }
}
