<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Pipe\PressureRating;
use Diastoma\Core\Pipe\Roundness;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

final class PipeCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('pipe.roundness', 'Roundness of a pipe end from diameters at equal clock angles, the first at 12–6 o\'clock',
                [Input::numbers('diameters_mm', 'mm'), Input::number('nominal_od_mm', 'mm', 0.0)],
                ['mean_od_mm', 'ovality_mm', 'ovality_percent', 'ovality_percent_of_mean', 'long_axis_deg', 'residual_mm'],
                [Source::standard('ISO 11922-1', 'out-of-roundness: largest less smallest'), Source::arithmetic('least squares of d0 + a·cos 2θ + b·sin 2θ')],
                self::roundness(...)),
            new Calculation('pe.pressure-rating', 'Nominal pressure of a PE pipe',
                [Input::number('mrs_mpa', 'MPa', 0.0), Input::number('sdr', '', 1.0), Input::number('design_coefficient', '', 0.0)],
                ['pn_bar'], [PressureRating::source()],
                static fn (Given $g): array => ['pn_bar' => PressureRating::bar($g->number('mrs_mpa'), $g->number('sdr'), $g->number('design_coefficient'))]),
        ];
    }

    /** @return array<string, ?float> */
    private static function roundness(Given $given): array
    {
        $round = Roundness::of($given->numbers('diameters_mm'), $given->number('nominal_od_mm'));

        return [
            'mean_od_mm' => $round->meanMm, 'ovality_mm' => $round->ovalityMm, 'ovality_percent' => $round->ovalityPercent,
            'ovality_percent_of_mean' => $round->ovalityPercentOfMean, 'long_axis_deg' => $round->longAxisDeg, 'residual_mm' => $round->residualMm,
        ];
    }
}
