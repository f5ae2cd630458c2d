<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Mechanical\Cards\CardKind;
use Diastoma\Core\Procedure\Situation;

/** What is usual in bolted and stabbed fittings of a size [common practice; from memory]. Beyond it the field asks before it takes. */
final class UsualSizes
{
    /** @return array<string, array{float, float}> */
    public static function of(Situation $s, Product $product): array
    {
        $dn = $s->facts->maybe('dn_mm') ?? 200.0;
        $isGas = str_starts_with($s->facts->text('service'), 'gas');
        $isSmall = $product->card->kind === CardKind::StabSaddle;
        $torque = $isSmall ? [3.0, 14.0] : [min(60.0, 10.0 + 0.25 * $dn), 60.0 + 0.7 * $dn];
        $target = $product->figure($s, 'torque_nm');
        $length = $product->figure($s, 'length_mm') ?? 150.0 + $dn;
        $bolts = 8.0 + $dn / 25;

        return [
            'label_min_mm' => [0.7 * $dn, 1.3 * $dn], 'label_max_mm' => [0.8 * $dn, 1.5 * $dn], 'label_upper_min_mm' => [0.8 * $dn, 1.4 * $dn],
            'label_upper_max_mm' => [0.9 * $dn, 1.6 * $dn], 'label_length_mm' => [60.0, 250.0 + $dn], 'label_gap_mm' => [3.0, 120.0],
            'label_insertion_min_mm' => [25.0, 100.0 + 0.4 * $dn], 'label_insertion_max_mm' => [40.0, 150.0 + 0.5 * $dn], 'label_seal_margin_mm' => [20.0,
                200.0],
            'label_bolts' => [2.0, $bolts], 'label_lugs' => [1.0, 12.0], 'label_flange_bolts' => [4.0, $bolts], 'label_torque_nm' => $torque,
            'label_maximum_nm' => [$torque[0], 1.3 * $torque[1]], 'label_pressure_kpa' => $isGas ? [50.0, 2500.0] : [400.0,
                4000.0], 'label_stab_mm' => [20.0, 250.0],
            'label_collapsed_mm' => [200.0, 1500.0], 'label_extended_mm' => [300.0, 2500.0], 'label_rod_mm' => [10.0, 0.5 * $dn],
            'line_kpa' => $isGas ? [2.0, 1000.0] : [100.0, 2000.0], 'main_kpa' => [100.0, 2000.0], 'first_kpa' => [0.0, 50.0], 'left_kpa' => [0.0, 50.0],
            'od_mm' => [0.9 * $dn, 1.3 * $dn], 'out_of_square_mm' => [0.0, 0.1 * $dn], 'chamfer_deg' => [10.0, 60.0], 'chamfer_mm' => [3.0, 60.0],
            'mark_mm' => [20.0, $length], 'mark_min_mm' => [20.0, $length], 'mark_max_mm' => [30.0, $length], 'gap_mm' => [0.0, 150.0], 'face_mm' => [-60.0,
                60.0],
            'clear_mm' => [-50.0, 100.0], 'centring_mm' => [3.0, 40.0], 'fins_mm' => [3.0, 120.0], 'flange_gaps_mm' => [0.0, 60.0], 'break_mm' => [0.0, 600.0],
            'cut_out_mm' => [200.0, 12000.0], 'spool_mm' => [150.0, 12000.0], 'damage_mm' => [20.0, 1200.0], 'cut_mm' => [100.0, 2000.0],
            'wanted_kpa' => [50.0, 1600.0], 'wanted_min' => [3.0, 240.0], 'test_kpa' => [50.0, 1800.0], 'end_kpa' => [0.0, 1800.0], 'test_min' => [3.0, 480.0],
            'turns_to_open' => [1.0, 60.0], 'turns' => [0.25, 8.0],
            ...($target === null ? [] : ['torque_nm' => [0.2 * $target, 1.3 * $target], 'set_nm' => [0.2 * $target, 1.3 * $target]]),
        ];
    }
}
