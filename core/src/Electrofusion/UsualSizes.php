<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Situation;

/** What is usual in fusing PE pipe of a size [common practice; from memory]. Beyond it the field asks before it takes. */
final class UsualSizes
{
    /** @return array<string, array{float, float}> */
    public static function of(Situation $s): array
    {
        $dn = $s->facts->maybe('dn_mm') ?? 180.0;
        $wall = $s->facts->maybe('wall_mm') ?? $dn / 11;
        $length = $s->readings->number('fitting_length_mm') ?? $s->readings->number('footprint_mm') ?? $dn;

        return [
            'ambient_c' => [-20.0, 48.0], 'pipe_c' => [-20.0, 65.0], 'fitting_c' => [-20.0, 65.0],
            'fitting_length_mm' => [30.0 + 0.3 * $dn, 160.0 + 1.2 * $dn], 'stop_depth_mm' => [10.0, 0.7 * $length], 'wash_length_mm' => [0.0, 15 * $length],
            'piece_mm' => [50.0, 6000.0], 'fitting_bore_mm' => [0.97 * $dn, 1.06 * $dn], 'ribbon_mm' => [0.08, 0.8], 'scribe_mm' => [0.1, 0.6],
            'gouge_mm' => [0.0, 0.4 * $wall], 'out_of_square_mm' => [0.0, 0.1 * $dn], 'od_after_mm' => [0.95 * $dn, 1.03 * $dn],
            'generator_kva' => [1.5, 60.0], 'cable_m' => [0.0, 60.0], 'cable_mm2' => [2.5, 70.0],
            'printed_voltage_v' => [8.0, 48.0], 'printed_fusion_time_s' => [15.0, 2400.0], 'printed_cooling_min' => [3.0, 180.0], 'precool_min' => [2.0, 60.0],
            'printed_resistance_ohm' => [0.1, 40.0], 'printed_test_wait_min' => [10.0, 1440.0], 'printed_backfill_wait_min' => [5.0, 600.0],
            'printed_pull_wait_min' => [5.0, 600.0],
            'footprint_mm' => [40.0, 100.0 + 1.5 * $dn], 'marked_mm' => [$length, 2.0 * $length], 'gap_mm' => [0.0, 3.0],
            'off_centre_mm' => [0.0, 0.3 * $length], 'cut_out_mm' => [200.0, 12000.0], 'spool_mm' => [150.0, 12000.0],
            'branch_wanted_kpa' => [100.0, 2000.0], 'branch_wanted_min' => [3.0, 120.0], 'branch_test_kpa' => [0.0, 2400.0], 'branch_test_min' => [3.0, 180.0],
        ];
    }
}
