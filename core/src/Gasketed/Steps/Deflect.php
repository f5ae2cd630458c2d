<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Measured;
use Diastoma\Core\Gasketed\Rules\AsPlanned;
use Diastoma\Core\Gasketed\Rules\DeflectionWithin;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Rules\Since;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Turning the joint when it is home, and leaving the pipe on its bed. */
final class Deflect
{
    /** @return list<Step> */
    public static function steps(Situation $s, Made $made): array
    {
        return $made->system->turns ? [self::deflect($s, $made), self::support($s, $made)] : [self::support($s, $made)];
    }

    private static function deflect(Situation $s, Made $made): Step
    {
        $by = $s->readings->text('deflection_by');
        $specs = $made->system->allowed($s->facts->number('dn_mm'), Made::pnBar($s)) === null
            ? [ReadingSpec::number(
                'maker_allowed_deg', 'Greatest deflection by the maker', Unit::Degree, 0.05, 15,
                "No table gives it for this joint: read it in the maker's instructions",
            )->shared(Shared::Material)] : [];
        $specs[] = ReadingSpec::choice('deflection_by', 'Deflection measured by', Measured::WAYS, '');
        if ($by === Measured::GAPS) {
            $specs[] = ReadingSpec::series('joint_gaps_mm', "Joint gap, from 12 o'clock", Unit::Millimetre, 0, 500, [4, 8], 'deflection_rose');
        } elseif ($by === Measured::OFFSET) {
            $length = $s->facts->maybe('pipe_length_m');
            $specs[] = ReadingSpec::number(
                'far_offset_right_mm', 'Far end off the straight line on, to the right', Unit::Millimetre, -5000, 5000, 'Left is minus', 'deflection_rose',
            );
            $specs[] = ReadingSpec::number(
                'far_offset_up_mm', 'Far end off the straight line on, upwards', Unit::Millimetre, -5000, 5000, 'Down is minus', 'deflection_rose',
            );
            $specs[] = $length === null ? ReadingSpec::number('laid_length_m', 'Length of the pipe', Unit::Metre, 0.3, 30) : ReadingSpec::number(
                'laid_length_m', 'Length of the pipe, if not '.$length.' m', Unit::Metre, 0.3, 30,
            )->optional();
        }

        return new Step(
            'deflect', 'Deflect', self::instruction($s), $specs, [new DeflectionWithin($made), new AsPlanned],
            ['Deflect only when the joint is home, and never by levering against the bell.'], static fn (): array => self::rose($s, $made),
        );
    }

    private static function instruction(Situation $s): string
    {
        $h = $s->facts->maybe('planned_h_deg');
        $v = $s->facts->maybe('planned_v_deg');
        if ($h === null || $v === null) {
            return 'Straight unless the drawing turns here. Turn it now if wanted, then measure.';
        }
        $total = JointDeflection::combined($h, $v);
        if ($total < 0.01) {
            return 'Planned straight. Measure it all the same.';
        }
        $length = $s->facts->maybe('pipe_length_m');
        $parts = [];
        foreach ([[$h, 'right', 'left'], [$v, 'up', 'down']] as [$deg, $plus, $minus]) {
            if (abs($deg) >= 0.01) {
                $parts[] = number_format(abs($deg), 2, '.', '').'° '.($deg > 0 ? $plus : $minus).($length === null ? '' : ': far end '.$s->print(
                    abs(JointDeflection::offsetMm($length, $deg)), Unit::Millimetre,
                ));
            }
        }

        return 'Planned: '.implode('; ', $parts).'. Push home straight, then turn.';
    }

    /** @return array<string, mixed> what the deflection rose draws, degrees; right and up are positive */
    private static function rose(Situation $s, Made $made): array
    {
        $allowed = $made->allowed($s);
        try {
            $measured = Measured::of($s);
        } catch (InvalidInput) {
            $measured = null; // the finding says what is wrong with it
        }

        return [
            'allowed_deg' => $allowed?->degrees, 'allowed_source' => $allowed?->source->tag(), 'share' => $s->limit('gs.share_percent') / 100,
            'planned' => $s->facts->maybe('planned_h_deg') === null ? null : [
                'h_deg' => $s->facts->maybe('planned_h_deg'), 'v_deg' => $s->facts->maybe('planned_v_deg'),
            ],
            'measured' => $measured === null ? null : [
                'h_deg' => $measured->horizontalDeg, 'v_deg' => $measured->verticalDeg, 'angle_deg' => $measured->angleDeg(),
                'residual_mm' => $measured->residualMm, 'scatters' => $measured->scatters(),
            ],
        ];
    }

    private static function support(Situation $s, Made $made): Step
    {
        $specs = [
            ReadingSpec::yesNo('bell_hole', 'Hole under the bell, so that the barrel carries?'),
            ReadingSpec::yesNo('barrel_supported', 'Barrel bedded over its whole length, no point load?'),
        ];
        $rules = [
            new Confirmed(
                'gs.bell_hole', 'bell_hole', 'Bell free.', 'The bell rests on the ground.', 'Dig the hole: a pipe carried by its bell breaks or opens.',
                Severity::Mend, Source::commonPractice(),
            ),
            new Confirmed(
                'gs.supported', 'barrel_supported', 'Barrel supported.', 'The barrel hangs free or rests on a point.', 'Work bedding in under it by hand.',
                Severity::Mend, Source::commonPractice(),
            ),
        ];
        if ($made->system->graded) {
            $specs[] = Assemble::gradeSpec('off_grade_after_mm', 'Off the grade line after pushing home, far end');
            $rules[] = Assemble::gradeRule('gs.grade_after', 'off_grade_after_mm', 'After pushing home, off grade by');
        }
        foreach ([
            ['far_right_mm', 'Far end off its planned place, to the right', 'Left is minus'],
            ['far_up_mm', 'Far end off its planned place, upwards', 'Down is minus'],
            ['far_along_mm', 'Far end beyond its planned place', 'Short is minus'],
        ] as [$key, $label, $hint]) {
            $spec = ReadingSpec::number($key, $label, Unit::Millimetre, -3000, 3000, $hint);
            $specs[] = $spec->optional();
        }
        $rules[] = new NumberAtMost(
            'gs.band', ['far_right_mm', 'far_up_mm'],
            static fn (Situation $s): ?float => ! $s->readings->has('far_right_mm') && ! $s->readings->has('far_up_mm') ? null : hypot(
                $s->readings->number('far_right_mm') ?? 0.0, $s->readings->number('far_up_mm') ?? 0.0,
            ),
            'gs.band_mm', 'Far end off its planned place by', 'Plan the rest again from here, in Set-out: the next joints take it back.', Severity::Watch,
        );
        $rules[] = new Since(StoryOf::SINCE, new NumberAtMost(
            'story.agree.far_end', ['far_right_mm', 'far_up_mm'],
            static fn (Situation $s): ?float => ! $s->readings->has('far_right_mm') && ! $s->readings->has('far_up_mm') ? null : hypot(
                $s->readings->number('far_right_mm') ?? 0.0, $s->readings->number('far_up_mm') ?? 0.0,
            ),
            'gs.far_end_mm', 'Far end off its planned place by',
            'No joint takes that back: measure it again, or lift the pipe and lay it where it belongs.', watchShare: 1.0,
        ));

        return new Step(
            'support', 'Support', 'Bed the barrel, leave the bell free, cover it soon.', $specs, $rules,
            ['Backfill soon: an open pipe floats when the trench fills.'],
        );
    }
}
