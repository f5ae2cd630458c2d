<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Simulation\Heat\CouplerHeat;
use Diastoma\Core\Simulation\Heat\HalfSpace;
use Diastoma\Core\Simulation\Heat\HeatedJoint;
use Diastoma\Core\Simulation\Heat\Polyethylene;

final class HeatCalculations
{
    private const LONGEST_COOLING_MIN = 1440.0;

    private const SMALLEST_CELL_MM = 0.2;

    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('heat.half-space', 'Rise of temperature in a half-space under constant flux',
                [
                    Input::number('flux_w_m2', 'W/m²'), Input::number('k', 'W/m·K'), Input::number('rho', 'kg/m³'), Input::number('c', 'J/kg·K'),
                    Input::number('time_s', 's'), Input::number('depth_m', 'm'),
                ],
                ['rise_k'], [HalfSpace::source()],
                static fn (Given $g): array => ['rise_k' => HalfSpace::rise(
                    $g->number('flux_w_m2'), $g->number('k'), $g->number('rho'), $g->number('c'), $g->number('time_s'), $g->number('depth_m'),
                )]),
            new Calculation('heat.coupler',
                'Temperature and melt at a coupler\'s interface: radial model, times to 60 and 45 °C counted from the end of fusion',
                [
                    Input::number('dn_mm', 'mm', 0.0), Input::number('pipe_wall_mm', 'mm', 0.0), Input::number('fitting_wall_mm', 'mm', 0.0),
                    Input::number('heated_length_mm', 'mm, all coil zones together', 0.0),
                    Input::number('voltage_v', 'V', 0.0), Input::number('resistance_ohm', 'Ω at 20 °C', 0.0), Input::number('time_s', 's', 0.0),
                    Input::number('ambient_c', '°C'),
                    Input::number('gap_mm', 'mm, radial', null, 0.0), Input::number('supply_percent', '% of the voltage', 0.0, 100.0),
                    Input::number('wire_per_k', '1/K; 0 for an alloy that keeps its resistance', null, 0.00393),
                    Input::number('cooling_min', 'min, longest simulated', 0.0, 240.0), Input::number('cell_mm', 'mm, largest cell', 0.0)->optional(),
                ],
                [
                    'peak_interface_c', 'end_interface_c', 'melt_depth_pipe_mm', 'melt_depth_fitting_mm', 'time_to_60c_s', 'time_to_45c_s', 'gap_closed_s',
                    'energy_kj', 'energy_balance_error', 'cell_mm', 'curve',
                ],
                [CouplerHeat::source(), Polyethylene::source()],
                self::coupler(...)),
        ];
    }

    /** @return array<string, mixed> */
    private static function coupler(Given $g): array
    {
        $minutes = $g->number('cooling_min');
        if ($minutes > self::LONGEST_COOLING_MIN) {
            throw InvalidInput::field(
                'cooling_min', "cooling_min is {$minutes}; a day, ".self::LONGEST_COOLING_MIN.' min, is the longest simulated.', $minutes,
                self::LONGEST_COOLING_MIN,
            );
        }
        $cell = $g->maybe('cell_mm');
        if ($cell !== null && $cell < self::SMALLEST_CELL_MM) {
            throw InvalidInput::field(
                'cell_mm', "cell_mm is {$cell}; below ".self::SMALLEST_CELL_MM.' mm a run takes minutes and changes nothing.', $cell,
                self::SMALLEST_CELL_MM,
            );
        }
        $weld = HeatedJoint::of(
            $g->number('dn_mm'), $g->number('pipe_wall_mm'), $g->number('fitting_wall_mm'), $g->number('heated_length_mm'),
            $g->number('voltage_v') * $g->number('supply_percent') / 100,
            $g->number('resistance_ohm'), $g->number('time_s'), $g->number('ambient_c'), $g->number('gap_mm'), $g->number('wire_per_k'),
        );
        $run = CouplerHeat::run($weld, 60 * $minutes, $cell);

        return [
            'peak_interface_c' => $run->peakInterfaceC, 'end_interface_c' => $run->endInterfaceC, 'melt_depth_pipe_mm' => $run->meltPipeMm,
            'melt_depth_fitting_mm' => $run->meltFittingMm,
            'time_to_60c_s' => $run->timeTo60S, 'time_to_45c_s' => $run->timeTo45S, 'gap_closed_s' => $run->gapClosedS, 'energy_kj' => $run->energyKj,
            'energy_balance_error' => $run->balanceError, 'cell_mm' => $run->cellMm, 'curve' => $run->curve,
        ];
    }
}
