<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Electrofusion\Fused;
use Diastoma\Core\Electrofusion\LargeBore\FittingKind;
use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Measured;
use Diastoma\Core\Gasketed\Rules\Chamfer;
use Diastoma\Core\Gasketed\Rules\PushMethod;
use Diastoma\Core\Gasketed\Steps\Assemble;
use Diastoma\Core\Gasketed\Steps\Check;
use Diastoma\Core\Gasketed\Steps\Ring;
use Diastoma\Core\Gasketed\Steps\Sealant;
use Diastoma\Core\Gasketed\Steps\Spigot;
use Diastoma\Core\Gasketed\Systems\Home;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Trench\Cover;
use Diastoma\Core\Yard\Delivery;

/** Numbers and words of a joint made well, by what is asked. Invented, like the fittings they belong to. */
final class GoodAnswers
{
    private const COUPLER_MM = 210.0;

    private const LARGE_MM = 500.0;

    private const FOOTPRINT_MM = 160.0;

    /** @throws \LogicException if none is known */
    public static function of(ReadingSpec $spec, Situation $s, Procedure $procedure): mixed
    {
        foreach ($procedure instanceof Fused ? $procedure->welds() : [] as $weld) {
            $printed = MadeUpLabel::of($procedure, $s, $weld)->printed($weld)[$spec->key] ?? null;
            if ($printed !== null) {
                return $printed;
            }
        }

        if ($procedure instanceof Cover) {
            return GoodCover::answer($spec, $s);
        }
        if ($procedure instanceof Delivery) {
            return GoodDelivery::answer($spec);
        }
        if ($procedure instanceof MechanicalProcedure) {
            return GoodFitting::answer($spec, $s, $procedure);
        }

        return $procedure instanceof BellAndSpigot ? self::gasketed($spec, $s, new Made($procedure->system())) : self::fusion($spec, $s);
    }

    private static function fusion(ReadingSpec $spec, Situation $s): mixed
    {
        $dn = $s->facts->maybe('dn_mm') ?? 180.0;
        $low = $s->facts->maybe('od_smallest_mm') ?? $dn;
        $length = $dn > 355.0 ? self::LARGE_MM : self::COUPLER_MM;
        $dry = $spec->key === 'solvent';

        return match (true) {
            $dry => $s->rulebook->choices['ef.solvents'][0] ?? '',
            $spec->kind === ReadingKind::Choice => match ($spec->key) {
                'print_convention' => PipeSize::convention($s), 'ribbon' => 'in one piece', 'fitting_material' => 'PE 100',
                'fitting_preheat' => in_array(Unpack::PLAIN, $spec->choices, true) ? Unpack::PLAIN : FittingKind::PREHEATED,
                'fitting_pull' => FittingKind::RESTRAINED, 'fitting_circuits' => FittingKind::TWO,
                default => str_ends_with($spec->key, 'label_way') ? LabelReading::BY_CODE
                    : throw new \LogicException("No good choice is known for {$spec->key}."),
            },
            str_contains($spec->key, 'diameters') => [$low + 0.4, $low + 0.3, $low + 0.2, $low + 0.3],
            $spec->kind === ReadingKind::Series => array_fill(0, max([4, ...$spec->counts]), str_starts_with($spec->key, 'gap') ? 0.3 : 0.0),
            str_starts_with($spec->key, 'gouge') || str_starts_with($spec->key, 'out_of_square') || str_starts_with($spec->key, 'off_centre') => 0.2,
            str_starts_with($spec->key, 'stab_') => Preparation::marks($s)->stabMm ?? $length / 2,
            str_starts_with($spec->key, 'scrape_mark') => $length + 25,
            str_starts_with($spec->key, 'od_after') => $low - 0.2,
            str_starts_with($spec->key, 'od_back') => $low + 0.3,
            str_contains($spec->key, 'wait_min') => 60.0,
            str_contains($spec->key, 'correction_percent') => 0.0,
            default => [
                'ambient_c' => 14.0, 'pipe_c' => 15.0, 'fitting_c' => 15.0, 'fitting_length_mm' => $length, 'wash_length_mm' => 4 * $length,
                'piece_mm' => 20 * $length, 'stop_depth_mm' => $length / 2 - 2,
                'circumference_mm' => M_PI * ($low + 0.3), 'footprint_mm' => self::FOOTPRINT_MM, 'marked_mm' => self::FOOTPRINT_MM + 10,
                'ribbon_mm' => 0.25, 'scribe_mm' => 0.2, 'generator_kva' => 20, 'fitting_sdr_from' => 11, 'fitting_sdr_to' => 17,
                'cut_out_mm' => 1200, 'spool_mm' => 1190, 'branch_wanted_kpa' => 600, 'branch_wanted_min' => 10, 'branch_test_kpa' => 600,
                'branch_test_min' => 15, 'fitting_bore_mm' => $low + 0.3, 'cable_m' => 5, 'cable_mm2' => 16,
            ][$spec->key] ?? throw new \LogicException("No good answer is known for {$spec->key}."),
        };
    }

    private static function gasketed(ReadingSpec $spec, Situation $s, Made $made): mixed
    {
        $key = preg_replace('/_[ab](?=(_mm|_deg)?\z)/', '', $spec->key) ?? $spec->key;
        $size = $made->size($s);
        $dn = $s->facts->number('dn_mm');
        $counts = $spec->counts === [] ? [8] : $spec->counts; // a series says how many it takes

        return match ($key) {
            'gasket_stored' => Ring::DARK, 'end_kind' => Spigot::FACTORY, 'lubricant' => $made->system->lubricated ? Assemble::APPROVED : Assemble::NONE,
            'push_method' => $made->system->material === 'corrugated_hdpe' ? PushMethod::SLING
                : ($dn <= $s->limit('gs.push.bar_up_to_dn') ? PushMethod::BAR : PushMethod::LEVER),
            'lines_show' => $made->system->home === Home::BetweenLines ? Check::ONE_SHOWS : Check::NONE_SHOWS, 'deflection_by' => Measured::GAPS,
            'sealant_squeezed' => Sealant::EVEN,
            'joint_gaps_mm' => self::gaps(
                max($counts), 25.0, Made::odMm($s), $s->facts->maybe('planned_h_deg') ?? 0.0, $s->facts->maybe('planned_v_deg') ?? 0.0,
            ),
            'maker_gap_mm' => 15.0, 'home_gaps_mm' => array_fill(0, max($counts), $size->gapMm ?? 15.0),
            'feeler_mm' => array_map(static fn (int $k): float => 62.0 + $k % 3 / 2, range(1, $counts[0])),
            'gasket_c' => 14.0, 'slings' => 2.0, 'factory_mark_mm', 'bell_depth_mm' => 120.0, 'factory_second_mm' => 135.0,
            'mark_mm' => $made->markMm($s) ?? 120.0, 'second_mark_mm' => $size->secondLineMm ?? 135.0,
            'gasket_loops' => 3.0, 'insertion_deg' => 0.5, 'top_mark_off_deg' => 2.0, 'off_grade_before_mm', 'off_grade_after_mm' => 3.0,
            'home_off_mm' => 2.0, 'segments', 'segments_wanted' => $size->segments ?? 12.0,
            'maker_allowed_deg' => 1.0, 'far_right_mm' => 6.0, 'far_up_mm' => -4.0, 'far_along_mm' => 2.0, 'pipe_pn_bar' => 10.0, 'out_of_square_mm' => 0.5,
            'chamfer_mm' => Chamfer::of($s, $made->system)['length_mm'] ?? 0.0, 'chamfer_deg' => $made->system->chamferDeg ?? 15.0, 'far_offset_right_mm',
            'far_offset_up_mm' => 0.0, 'laid_length_m' => 6.0,
            default => throw new \LogicException("No good answer is known for {$spec->key}."),
        };
    }

    /**
     * Gaps round a joint that turns so: widest on the side away from the turn.
     *
     * @return list<float> mm, to a tenth as a rule reads
     */
    public static function gaps(int $n, float $mean, float $odMm, float $rightDeg, float $upDeg): array
    {
        $half = $odMm / 2 * tan(deg2rad(JointDeflection::combined($rightDeg, $upDeg)));
        $to = atan2(tan(deg2rad($rightDeg)), tan(deg2rad($upDeg)));

        return array_map(static fn (int $k): float => round($mean - $half * cos(2 * M_PI * $k / $n - $to), 1), range(0, $n - 1));
    }
}
