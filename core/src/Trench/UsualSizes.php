<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

use Diastoma\Core\Procedure\Situation;

/** What is usual in a pipe trench [common practice; from memory]. Beyond it the field asks before it takes. */
final class UsualSizes
{
    /** @return array<string, array{float, float}> */
    public static function of(Situation $s): array
    {
        $stretch = new Stretch($s);
        $od = $stretch->odMm();
        $soil = max(1.0, $stretch->approvedM3());

        return [
            'approved_m3' => [0.2 * $soil, 8.0 * $soil], 'depth_m' => [0.5, 6.0], 'strength_tsf' => [0.0, 4.5], 'ladder_m' => [0.3, 30.0], 'spoil_m' => [0.1,
                8.0],
            'slope_run' => [0.25, 3.0], 'bottom_mm' => [max(300.0, $od), 1200.0 + 2.5 * $od], 'bucket_mm' => [200.0, 2500.0],
            'bedding_start_mm' => [20.0, 400.0], 'bedding_middle_mm' => [20.0, 400.0], 'bedding_end_mm' => [20.0, 400.0], 'grade_off_mm' => [-100.0, 100.0],
            'sn_kn_m2' => [1.0, 20.0], 'stone_mm' => [1.0, 150.0], 'thickness_mm' => [50.0, 600.0], 'apart_mm' => [0.0, 600.0], 'cover_mm' => [30.0, 8000.0],
            'wet_t_m3' => [1.2, 2.6], 'maximum_t_m3' => [1.2, 2.5], 'moisture_percent' => [2.0, 40.0], 'wire_mm' => [20.0, 600.0],
            'vertical_mm' => [0.5 * $od, 1.1 * $od], 'horizontal_mm' => [0.5 * $od, 1.2 * $od],
        ];
    }
}
