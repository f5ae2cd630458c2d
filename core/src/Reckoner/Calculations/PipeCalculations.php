<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Pipe\PressureRating;
use Diastoma\Core\Pipe\Roundness;
use Diastoma\Core\Pipe\ToeIn;
use Diastoma\Core\Quantity\Length;
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
                [
                    Source::standard('ISO 11922-1', 'out-of-roundness: largest less smallest'),
                    Source::arithmetic('least squares of d0 + a·cos 2θ + b·sin 2θ'),
                ],
                self::roundness(...)),
            new Calculation('pe.pressure-rating', 'Nominal pressure of a PE pipe',
                [Input::number('mrs_mpa', 'MPa', 0.0), Input::number('sdr', '', 1.0), Input::number('design_coefficient', '', 0.0)],
                ['pn_bar'], [PressureRating::source()],
                static fn (Given $g): array => ['pn_bar' => PressureRating::bar($g->number('mrs_mpa'), $g->number('sdr'), $g->number('design_coefficient'))]),
            new Calculation('pe.us-rating', 'Pressure rating of a PE pipe in US units',
                [Input::number('hds_psi', 'psi', 0.0), Input::number('dr', '', 1.0), Input::number('design_factor', '', 0.0, 1.0)],
                ['pr_psi'], [PressureRating::usSource()],
                static fn (Given $g): array => ['pr_psi' => PressureRating::psi($g->number('hds_psi'), $g->number('dr'), $g->number('design_factor'))]),
            new Calculation('pe.dimensions', 'Outside diameter, wall and ovality as made of a metric PE pipe',
                [Input::number('dn_mm', 'mm', 0.0), Input::number('sdr', '', 1.0)],
                ['od_min_mm', 'od_max_mm', 'wall_min_mm', 'ovality_max_mm'], [PeDimensions::source()],
                self::dimensions(...)),
            new Calculation('pe.outside-diameter', 'Outside diameter of a PE pipe in iron pipe or ductile iron pipe sizes',
                [Input::choice('series', ['ips', 'dips']), Input::number('size_in', 'in', 0.0)],
                ['od_in', 'od_mm'], [PeDimensions::inchSource()],
                self::inches(...)),
            new Calculation('pipe.mean-od', 'Mean outside diameter from a pi tape or a plain tape round the pipe',
                [Input::number('circumference_mm', 'mm', 0.0)],
                ['mean_od_mm'], [Source::arithmetic('circumference / π; it cannot see ovality')],
                static fn (Given $g): array => ['mean_od_mm' => $g->number('circumference_mm') / M_PI]),
            new Calculation('pipe.toe-in', 'A pipe end that shrank in, told from a pipe of the wrong size',
                [
                    Input::number('end_od_mm', 'mm', 0.0), Input::number('back_od_mm', 'mm', 0.0), Input::number('od_min_mm', 'mm', 0.0),
                    Input::number('od_max_mm', 'mm', 0.0),
                ],
                ['verdict'], [ToeIn::source()],
                static fn (Given $g): array => ['verdict' => ToeIn::judge(
                    $g->number('end_od_mm'), $g->number('back_od_mm'), $g->number('od_min_mm'), $g->number('od_max_mm'),
                )->value]),
        ];
    }

    /** @return array<string, ?float> */
    private static function dimensions(Given $g): array
    {
        $dn = $g->number('dn_mm');
        $pipe = PeDimensions::of(
            $dn === floor($dn) ? (int) $dn : throw InvalidInput::field('dn_mm', "dn {$dn} is not in the PE table: nominal sizes are whole millimetres.", $dn),
            $g->number('sdr'),
        );

        return ['od_min_mm' => $pipe->dnMm, 'od_max_mm' => $pipe->largestMeanOdMm, 'wall_min_mm' => $pipe->wallMm, 'ovality_max_mm' => $pipe->ovalityAsMadeMm];
    }

    /** @return array<string, float> */
    private static function inches(Given $g): array
    {
        $inches = PeDimensions::inches($g->text('series') === 'ips' ? 'ips' : 'dips', $g->number('size_in'));

        return ['od_in' => $inches, 'od_mm' => Length::of($inches, 'in')->in('mm')];
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
