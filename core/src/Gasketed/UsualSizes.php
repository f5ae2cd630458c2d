<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Procedure\Situation;

/** What is usual in laying bell-and-spigot pipe of a size [common practice; from memory]. Beyond it the field asks before it takes. */
final class UsualSizes
{
    /** @return array<string, array{float, float}> */
    public static function of(Situation $s): array
    {
        $dn = $s->facts->maybe('dn_mm') ?? 300.0;
        $mark = $s->readings->number('factory_mark_mm') ?? $s->readings->number('bell_depth_mm') ?? 60.0 + 0.3 * $dn;

        return [
            'gasket_c' => [-15.0, 48.0], 'pipe_pn_bar' => [2.0, 40.0], 'slings' => [0.0, 3.0], 'gasket_loops' => [0.0, 6.0],
            'factory_mark_mm' => [40.0 + 0.05 * $dn, 120.0 + 0.6 * $dn], 'bell_depth_mm' => [40.0 + 0.05 * $dn, 120.0 + 0.6 * $dn],
            'factory_second_mm' => [$mark, 3.0 * $mark], 'mark_mm' => [0.3 * $mark, 2.0 * $mark], 'second_mark_mm' => [0.5 * $mark, 3.0 * $mark],
            'out_of_square_mm' => [0.0, 0.1 * $dn], 'chamfer_mm' => [2.0, 80.0], 'chamfer_deg' => [5.0, 45.0], 'insertion_deg' => [0.0, 5.0],
            'off_grade_before_mm' => [-150.0, 150.0], 'off_grade_after_mm' => [-150.0, 150.0], 'home_off_mm' => [-40.0, $mark], 'home_gaps_mm' => [0.0, 50.0],
            'maker_gap_mm' => [2.0, 40.0], 'feeler_mm' => [0.0, 2.0 * $mark], 'segments_wanted' => [3.0, 40.0], 'segments' => [0.0, 40.0],
            'maker_allowed_deg' => [0.25, 7.0], 'joint_gaps_mm' => [0.0, 120.0], 'laid_length_m' => [0.5, 18.0],
            'far_offset_right_mm' => [-1500.0, 1500.0], 'far_offset_up_mm' => [-1500.0, 1500.0],
            'far_right_mm' => [-300.0, 300.0], 'far_up_mm' => [-300.0, 300.0], 'far_along_mm' => [-500.0, 500.0],
        ];
    }
}
