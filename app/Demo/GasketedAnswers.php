<?php

declare(strict_types=1);

namespace App\Demo;

use App\Models\Joint;
use App\Procedures\Subject;
use Diastoma\Core\Gasketed\BellAndSpigot;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Measured;
use Diastoma\Core\Gasketed\Rules\PushMethod;
use Diastoma\Core\Gasketed\Steps\Assemble;
use Diastoma\Core\Gasketed\Steps\Check;
use Diastoma\Core\Gasketed\Steps\Receive;
use Diastoma\Core\Gasketed\Steps\Spigot;
use Diastoma\Core\Gasketed\Systems\Home;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Procedure\ReadingKind;
use Diastoma\Core\Procedure\ReadingSpec;

/** Answers of a crew that makes a made-up gasketed joint well. */
final class GasketedAnswers
{
    /** @throws \LogicException if no good answer is known: a reading was added without one */
    public static function of(ReadingSpec $spec, Joint $joint): mixed
    {
        $subject = Subject::joint($joint);
        $procedure = $subject->procedure;
        assert($procedure instanceof BellAndSpigot);
        $made = new Made($procedure->system());
        $situation = $subject->situation();
        $key = preg_replace('/_[ab](?=(_mm)?\z)/', '', $spec->key) ?? $spec->key;
        $size = $made->size($situation);

        return match (true) {
            $spec->kind === ReadingKind::YesNo => true,
            $spec->kind === ReadingKind::Choice => match ($key) {
                'gasket_stored' => Receive::DARK,
                'end_kind' => Spigot::FACTORY,
                'lubricant' => $procedure->system()->lubricated ? Assemble::APPROVED : Assemble::NONE,
                'push_method' => $situation->facts->number('dn_mm') <= $situation->limit('gs.push.bar_up_to_dn') ? PushMethod::BAR : PushMethod::LEVER,
                'lines_show' => $procedure->system()->home === Home::BetweenLines ? Check::ONE_SHOWS : Check::NONE_SHOWS,
                'deflection_by' => Measured::GAPS,
                default => throw new \LogicException("No good choice is known for {$spec->key}."),
            },
            $key === 'joint_gaps_mm' => self::gaps(max($spec->counts), 25.0, Made::odMm($situation), (float) ($joint->planned['h_deg'] ?? 0.0), (float) ($joint->planned['v_deg'] ?? 0.0)),
            $key === 'home_gaps_mm' => array_fill(0, max($spec->counts), $size->gapMm ?? 15.0),
            $key === 'feeler_mm' => array_map(static fn (int $k): float => 62.0 + $k % 3 / 2, range(1, $spec->counts[0])),
            default => match ($key) {
                'gasket_c' => 14.0, 'slings' => 2.0, 'factory_mark_mm', 'bell_depth_mm' => 120.0, 'factory_second_mm' => 135.0, 'mark_mm' => $made->markMm($situation) ?? 120.0, 'second_mark_mm' => $size->secondLineMm ?? 135.0,
                'gasket_loops' => 3.0, 'insertion_deg' => 0.5, 'top_mark_off_deg' => 2.0, 'off_grade_before_mm', 'off_grade_after_mm' => 3.0, 'home_off_mm' => 2.0, 'segments', 'segments_wanted' => $size->segments ?? 12.0,
                'maker_allowed_deg' => 1.0, 'far_right_mm' => 6.0, 'far_up_mm' => -4.0, 'far_along_mm' => 2.0,
                default => throw new \LogicException("No good answer is known for {$spec->key}."),
            },
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
