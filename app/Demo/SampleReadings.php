<?php

declare(strict_types=1);

namespace App\Demo;

use App\Models\Equipment;
use Diastoma\Core\Electrofusion\Weld;

/** Readings of a made-up joint made well: [key, value, seconds before the fusion starts]. */
final class SampleReadings
{
    public const DRYING_S = 130;

    /** @return list<array{string, mixed, int}> */
    public static function beforeFusion(Equipment $unit, int $seed): array
    {
        return [
            ...self::prepared($unit, $seed, 180, 210),
            ['fresh_from_bag', true, 400], ['marks_at_edge', true, 390], ['gap_a_mm', [0.2, 0.25, 0.3, 0.2], 380], ['gap_b_mm', [0.2, 0.2, 0.25, 0.2], 370], ['clamped', true, 360], ['aligned', true, 350],
            ['generator_kva', 6, 300], ['fuel_ok', true, 290], ['leads_ok', true, 280],
            ...self::label(180, '', Weld::only(), 200), ...self::fitting(150),
        ];
    }

    /** @return list<array{string, mixed, int}> everything up to the clean, dry pipe ends, for a fitting of that length */
    public static function prepared(Equipment $unit, int $seed, int $dn, int $length): array
    {
        $off = static fn (int $k): float => round((($seed * 37 + $k * 17) % 10) / 25, 2); // scatter, the same each time
        $end = static fn (int $k): array => [$dn + 0.5 + $off($k), $dn + 0.3 + $off($k + 1), $dn + 0.1 + $off($k + 2), $dn + 0.3 + $off($k + 3)];
        $after = static fn (array $d): float => round(array_sum($d) / 4 - 0.48, 2);
        $stab = $length / 2;

        return [
            ['control_unit', $unit->id, 1500], ['ambient_c', 13.5, 1490], ['pipe_c', 14.0 + $off(1), 1480], ['fitting_c', 15.0, 1470],
            ['sheltered', true, 1460], ['zone_dry', true, 1455], ['no_medium', true, 1450], ['ends_capped', true, 1445],
            ['print_line_ok', true, 1400], ['gouge_a_mm', $off(2), 1390], ['gouge_b_mm', $off(5), 1380], ['surface_sound', true, 1370],
            ['fitting_length_mm', $length, 1300], ['wash_length_mm', 3 * $length + 30, 1290], ['mud_gone', true, 1280],
            ['diameters_a_mm', $end(1), 1200], ['diameters_b_mm', $end(4), 1180],
            ['out_of_square_a_mm', 1.0, 1100], ['out_of_square_b_mm', 1.5, 1090],
            ['stab_mark_a_mm', $stab, 1050], ['stab_mark_b_mm', $stab, 1045], ['scrape_mark_a_mm', $stab + 21, 1040], ['scrape_mark_b_mm', $stab + 22, 1035],
            ['od_after_a_mm', $after($end(1)), 800], ['od_after_b_mm', $after($end(4)), 790], ['ink_gone', true, 780], ['ribbon', 'in one piece', 770],
            ['chamfered', true, 700], ['stab_remark_a_mm', $stab, 690], ['stab_remark_b_mm', $stab + 1, 680],
            ['solvent', 'isopropanol ≥ 96 %', 600], ['wiped_at', null, 590], ['dry_at', null, 590 - self::DRYING_S], ['untouched', true, 450],
        ];
    }

    /** @return list<array{string, mixed, int}> the label of one weld as read, printed and shown by the unit */
    public static function label(int $dn, string $method, Weld $weld, int $before): array
    {
        $label = SampleLabel::of($dn, $method, $weld);

        return [
            [$weld->key('label_code'), $label['code'], $before], ...($weld->name === '' || ! $weld->isPreheat && str_starts_with($weld->name, 'side_a') ? [[$weld->key('printed_dn_mm'), $label['dn_mm'], $before - 5]] : []),
            [$weld->key('printed_voltage_v'), $label['voltage_v'], $before - 10], [$weld->key('printed_fusion_time_s'), $label['fusion_time_s'], $before - 15],
            [$weld->isPreheat ? $weld->key('precool_min') : $weld->key('printed_cooling_min'), $label['cooling_min'], $before - 20],
            [$weld->key('unit_shows_voltage_v'), $label['voltage_v'], $before - 25], [$weld->key('unit_shows_time_s'), $label['fusion_time_s'], $before - 30],
        ];
    }

    /** @return list<array{string, mixed, int}> what is printed of the fitting itself */
    public static function fitting(int $before): array
    {
        return [['fitting_material', 'PE 100', $before], ['fitting_sdr_from', 11, $before - 2], ['fitting_sdr_to', 17, $before - 4]];
    }

    /** @return list<array{string, mixed, int}> one pull restraint, ready to fuse */
    public static function restraint(Weld $weld, int $dn): array
    {
        return [
            [$weld->key('ink_gone'), true, 400], [$weld->key('wiped_at'), null, 390], [$weld->key('dry_at'), null, 390 - self::DRYING_S], [$weld->key('seated'), true, 200],
            ...self::label($dn, '', $weld, 150),
        ];
    }

    /** @return list<array{string, mixed, int}> seconds after the release */
    public static function afterCooling(): array
    {
        return [['undisturbed', true, 5], ['released_at', null, 10], ['indicators_up', true, 60], ['no_melt_outside', true, 65], ['marks_still_at_edge', true, 70], ['still_aligned', true, 75]];
    }
}
