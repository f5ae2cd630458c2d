<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Fit;
use Diastoma\Core\Mechanical\Insertion;
use Diastoma\Core\Mechanical\Range;
use Diastoma\Core\Mechanical\Tap\Ejection;
use Diastoma\Core\Pipe\Thrust;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

final class MechanicalCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('coupling.fit',
                'Whether a coupling takes two measured ends, and with which layer; the range named “out” is that without the inner layer', [
                    Input::number('od_a_mm', 'mm', 0.0), Input::number('od_b_mm', 'mm', 0.0),
                    Input::rows('ranges', ['layer', 'min_mm', 'max_mm'])->ofCard('ranges'),
                ], ['verdict', 'layer', 'why'], [Fit::source()], self::fit(...)),
            new Calculation('coupling.insertion', 'Insertion each side of a centred coupling',
                [Input::number('length_mm', 'mm', 0.0)->ofCard('length_mm'), Input::number('gap_mm', 'mm')->ofCard('gap_mm')],
                ['each_side_mm'], [Insertion::source()],
                static fn (Given $g): array => ['each_side_mm' => Insertion::eachSideMm($g->number('length_mm'), $g->number('gap_mm'))]),
            new Calculation('repair.spool', 'Spool for a cut-out, with a setting gap at each end',
                [Input::number('cut_out_mm', 'mm', 0.0), Input::number('gap_mm', 'mm')->ofCard('gap_mm')],
                ['spool_mm'], [Insertion::source()],
                static fn (Given $g): array => ['spool_mm' => Insertion::spoolMm($g->number('cut_out_mm'), $g->number('gap_mm'))]),
            new Calculation('repair.second-cut', 'Where the second cut of a sliding repair goes, from the first; and whether the fitting spans it', [
                Input::number('collapsed_mm', 'mm', 0.0)->ofCard('collapsed_mm'), Input::number('extended_mm', 'mm', 0.0)->ofCard('extended_mm'),
                Input::number('stab_mm', 'mm', 0.0)->ofCard('stab_mm'),
                Input::number('damage_mm', 'mm'),
            ], ['cut_at_mm', 'fits'], [Source::arithmetic('pushed together − 2 × stab ≤ cut-out ≤ drawn out − 2 × stab; second cut at the end of the fitting')],
                static function (Given $g): array {
                    $cut = Insertion::secondCut($g->number('collapsed_mm'), $g->number('extended_mm'), $g->number('stab_mm'), $g->number('damage_mm'));

                    return ['cut_at_mm' => $cut['cut_at_mm'], 'fits' => $cut['fits']];
                }),
            new Calculation('repair.wrap', 'Marks for a coupling wrapped round a break, each side of its middle; and whether the seals reach sound pipe', [
                Input::number('length_mm', 'mm', 0.0)->ofCard('length_mm'), Input::number('break_width_mm', 'mm'),
                Input::number('seal_margin_mm', 'mm')->ofCard('seal_margin_mm'),
            ], ['marks_mm', 'fits'], [Source::arithmetic('half the body each side; break + 2 × margin ≤ body')], self::wrap(...)),
            new Calculation('gasketed.closure', 'Closure piece between two sockets', [
                Input::number('face_to_face_mm', 'mm', 0.0), Input::numbers('socket_depths_mm', 'mm'), Input::numbers('end_gaps_mm', 'mm'),
            ], ['cut_length_mm'], [Source::arithmetic('face to face + socket depths − end gaps')], static fn (Given $g): array => [
                'cut_length_mm' => Insertion::closureMm($g->number('face_to_face_mm'), $g->numbers('socket_depths_mm'), $g->numbers('end_gaps_mm')),
            ]),
            new Calculation('tapping.ejection', 'Force with which a full main pushes a rod out', [
                Input::number('pressure_kpa', 'kPa', 0.0), Input::number('rod_mm', 'mm', 0.0)->ofCard('rod_mm'),
            ], ['force_n'], [Ejection::source()],
                static fn (Given $g): array => ['force_n' => Ejection::forceN($g->number('pressure_kpa'), $g->number('rod_mm'))]),
            new Calculation('thrust', 'Thrust at a bend, a dead end, a tee (od2: its branch) or a reducer (od2: its small end), and the block that bears it', [
                Input::choice('shape', Thrust::SHAPES), Input::number('od_mm', 'mm', 0.0), Input::number('od2_mm', 'mm', 0.0)->optional(),
                Input::number('pressure_kpa', 'kPa', 0.0), Input::number('angle_deg', '°', 0.0)->optional(),
                Input::number('bearing_kpa', 'kPa', 0.0)->optional(),
            ], ['force_kn', 'block_area_m2'], [Thrust::source()], self::thrust(...)),
            new Calculation('restraint.length', 'Length of restrained joints that soil holds: each side of a bend, or before a dead end', [
                Input::choice('shape', [Thrust::BEND, Thrust::DEAD_END]), Input::number('od_mm', 'mm', 0.0), Input::number('pressure_kpa', 'kPa', 0.0),
                Input::number('angle_deg', '°', 0.0)->optional(), Input::number('friction_kn_m', 'kN/m', 0.0), Input::number('bearing_kn_m', 'kN/m', null, 0.0),
                Input::number('safety', '', 0.0, Thrust::SAFETY),
            ], ['length_m'], [Source::arithmetic('bend S·P·A·tan(θ/2)/(friction + bearing/2); dead end S·P·A/friction')], static fn (Given $g): array => [
                'length_m' => Thrust::restrainedM(
                    $g->text('shape'), $g->number('od_mm'), $g->number('pressure_kpa'), $g->number('friction_kn_m'), $g->number('bearing_kn_m'),
                    $g->maybe('angle_deg'),
                    $g->number('safety'),
                ),
            ]),
            new Calculation('pipe.thermal', 'How much a free pipe grows or shrinks with its temperature', [
                Input::number('length_m', 'm', 0.0), Input::number('change_c', '°C'), Input::number('expansion_per_c', '1/°C', 0.0),
            ], ['movement_mm'], [Source::arithmetic('ΔL = α·L·ΔT')], static fn (Given $g): array => [
                'movement_mm' => 1e3 * $g->number('length_m') * $g->number('change_c') * $g->number('expansion_per_c'),
            ]),
        ];
    }

    /** @return array{verdict: string, layer: ?string, why: string} */
    private static function fit(Given $g): array
    {
        $ranges = [];
        foreach ($g->rows('ranges') as $k => $row) {
            $low = (float) $row['min_mm'];
            $high = (float) $row['max_mm'];
            $ranges[] = $low <= $high ? new Range((string) $row['layer'], $low, $high) : throw InvalidInput::field(
                "ranges.{$k}.max_mm", "This range runs backwards: {$low} to {$high} mm.", $high, $low,
            );
        }
        $fit = Fit::of([$g->number('od_a_mm'), $g->number('od_b_mm')],
            $ranges !== [] ? $ranges : throw InvalidInput::field('ranges', 'Give at least one range.'));

        return ['verdict' => ($fit->verdict === Fit::FITS ? Severity::Go : Severity::Stop)->value, 'layer' => $fit->layer, 'why' => $fit->verdict];
    }

    /** @return array<string, mixed> */
    private static function wrap(Given $g): array
    {
        if ($g->number('break_width_mm') < 0.0 || $g->number('seal_margin_mm') < 0.0) {
            throw InvalidInput::field('break_width_mm', 'Break and margin are not below 0.', min($g->number('break_width_mm'), $g->number('seal_margin_mm')),
                0);
        }
        $wrap = Insertion::wrap($g->number('length_mm'), $g->number('break_width_mm'), $g->number('seal_margin_mm'));

        return ['marks_mm' => [-$wrap['half_mm'], $wrap['half_mm']], 'fits' => $wrap['fits']];
    }

    /** @return array<string, ?float> */
    private static function thrust(Given $g): array
    {
        $force = Thrust::forceKn($g->text('shape'), $g->number('od_mm'), $g->number('pressure_kpa'), $g->maybe('angle_deg'), $g->maybe('od2_mm'));
        $bearing = $g->maybe('bearing_kpa');

        return ['force_kn' => $force, 'block_area_m2' => $bearing === null ? null : Thrust::blockM2($force, $bearing)];
    }
}
