<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Rules\Chamfer;
use Diastoma\Core\Gasketed\Rules\ChamferAngle;
use Diastoma\Core\Gasketed\Systems\Home;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The spigot's end: made at the factory or cut here, its mark, its chamfer. */
final class Spigot
{
    public const FACTORY = 'made at the factory';

    public const CUT = 'cut on site';

    public static function step(Situation $s, Made $made): Step
    {
        $mark = $made->markMm($s);
        $specs = $rules = [];
        if ($made->system->home->hasMark()) {
            $specs = self::targetSpecs($s, $made);
        }
        foreach ($made->sides() as $side) {
            array_push($specs, ...self::sideSpecs($s, $made, $side));
            array_push($rules, ...self::sideRules($s, $made, $side));
        }

        return new Step('spigot', 'Spigot', self::instruction($made), $specs, $rules, [
            'Cutting: guard on, second hand clear of the blade, mask against dust.',
        ], [
            'mark_mm' => $mark, 'second_line_mm' => self::secondLineMm($s, $made), 'chamfer' => Chamfer::of($s, $made->system), 'od_mm' => Made::odMm($s),
            'wall_mm' => $s->facts->number('wall_mm'),
            'sides' => $made->sides(), 'cut' => array_map(static fn (string $side): bool => self::isCut($s, $side), $made->sides()),
            'home' => $made->system->home->said(),
        ]);
    }

    private static function instruction(Made $made): string
    {
        return match ($made->system->home) {
            Home::EvenGap => 'The spigot carries no mark: the joint is judged by its gap. Look that the end is whole and square.',
            Home::HomingMark => "Measure the inside length of the coupler's bell: that is where the homing mark goes.",
            Home::MarkJustVisible, Home::BetweenLines, Home::PastBothLines, Home::HomeLine,
            Home::SealantSqueezed => 'Check the factory mark. On a cut end copy it from an uncut spigot with a wrap strap, all round.',
        };
    }

    /** @return list<ReadingSpec> where the mark belongs, when the system does not say */
    private static function targetSpecs(Situation $s, Made $made): array
    {
        $size = $made->size($s);
        if ($made->system->home === Home::HomingMark) {
            return $size?->bellMm === null ? [ReadingSpec::number(
                'bell_depth_mm', 'Inside length of the bell', Unit::Millimetre, 20, 1500, '', 'spigot_ruler',
            )->shared(Shared::Material)] : [];
        }
        $specs = $size?->insertionMm === null ? [ReadingSpec::number(
            'factory_mark_mm', 'Mark on an uncut spigot, from its end', Unit::Millimetre, 20, 1500,
            $made->system->home->hasTwoLines() ? 'The line nearer the end' : '', 'spigot_ruler',
        )->shared(Shared::Material)] : [];
        if ($made->system->home->hasTwoLines() && $size?->secondLineMm === null) {
            $specs[] = ReadingSpec::number('factory_second_mm', 'Second line on an uncut spigot, from its end', Unit::Millimetre, 20, 1500, '', 'spigot_ruler')
                ->shared(Shared::Material);
        }

        return $specs;
    }

    /** @return list<ReadingSpec> */
    private static function sideSpecs(Situation $s, Made $made, string $side): array
    {
        $name = Sided::name($side);
        $specs = $made->system->cuttable ? [ReadingSpec::choice(Sided::key('end_kind', $side), $name.'The end was',
            [self::FACTORY, self::CUT])->usually(self::FACTORY)] : [];
        if ($made->system->home->hasMark()) {
            $specs[] = ReadingSpec::number(
                Sided::key('mark_mm', $side), $name.'Mark from the end', Unit::Millimetre, 0, 1600,
                $made->system->home->hasTwoLines() ? 'The line nearer the end' : '', 'spigot_ruler',
            );
        }
        if ($made->system->home->hasTwoLines()) {
            $specs[] = ReadingSpec::number(Sided::key('second_mark_mm', $side), $name.'Second line from the end', Unit::Millimetre, 0, 1600, '',
                'spigot_ruler');
        }
        if (! self::isCut($s, $side)) {
            return $specs;
        }
        $specs[] = ReadingSpec::number(Sided::key('out_of_square_mm', $side), $name.'Out of square', Unit::Millimetre, 0, 200,
            'Largest gap under a wrap strap');
        if ($made->system->material === 'corrugated_hdpe') {
            return [
                ...$specs, ReadingSpec::yesNo(Sided::key('cut_in_valley', $side), $name.'Cut in the middle of a valley?'),
                ReadingSpec::yesNo(Sided::key('reduced_bell_off', $side), $name.'No reduced bell left on?'),
            ];
        }

        if ($made->system->chamferDeg === null) {
            return $specs;
        }

        return [
            ...$specs, ReadingSpec::number(Sided::key('chamfer_mm', $side), $name.'Length of the chamfer', Unit::Millimetre, 0, 300, 'Along the pipe'),
            ReadingSpec::number(
                Sided::key('chamfer_deg', $side), $name.'Angle of the chamfer', Unit::Degree, 0, 90, 'By bevel gauge: usual '.$made->system->chamferDeg.'°',
            ),
        ];
    }

    /** @return list<Rule> */
    private static function sideRules(Situation $s, Made $made, string $side): array
    {
        $name = Sided::name($side);
        $rules = [];
        $home = $made->system->home;
        $targets = [
            ...($home->hasMark() ? ['mark_mm' => ['mark', 'Mark', static fn (Situation $s): ?float => $made->markMm($s)]] : []),
            ...($home->hasTwoLines() ? ['second_mark_mm' => [
                'second_mark', 'Second line', static fn (Situation $s): ?float => self::secondLineMm($s, $made),
            ]] : []),
        ];
        foreach ($targets as $key => [$id, $what, $target]) {
            $of = Sided::key($key, $side);
            $rules[] = new NumberAtMost(
                "gs.{$id}".($side === '' ? '' : ".{$side}"), [$of],
                static fn (Situation $s): ?float => ($at = $s->readings->number($of)) === null || ($wanted = $target($s)) === null ? null : abs($at - $wanted),
                'gs.mark.tolerance_mm', "{$name}{$what} off its place by", 'Rub it out and mark it again, all round.', Severity::Mend,
                'The mark is the only thing that shows, outside, how far the spigot is in.',
            );
        }

        return $made->system->cuttable ? [...$rules, ...self::cutRules($made, $side, $name)] : $rules;
    }

    /** @return list<Rule> of an end that was cut on site */
    private static function cutRules(Made $made, string $side, string $name): array
    {
        $square = Sided::key('out_of_square_mm', $side);
        $isCut = static fn (Situation $s): bool => self::isCut($s, $side);
        $rules = [new NumberAtMost(
            'gs.square'.($side === '' ? '' : ".{$side}"), [$square], static fn (Situation $s): ?float => $isCut($s) ? $s->readings->number($square) : null,
            'gs.square.share_percent', $name.'Out of square', 'Cut again, square.', Severity::Mend, '',
            static fn (Situation $s): float => $s->limit('gs.square.share_percent') / 100 * Made::odMm($s), Unit::Millimetre,
        )];
        if ($made->system->chamferDeg !== null) {
            array_push($rules, new Chamfer($made->system, $side, $isCut), new ChamferAngle($made->system, $side, $isCut));
        }
        if ($made->system->material !== 'corrugated_hdpe') {
            return $rules;
        }
        foreach ([
            'cut_in_valley' => ['Cut in a valley.', 'Not cut in the middle of a valley.', 'Cut again in the middle of a valley.'],
            'reduced_bell_off' => ['No reduced bell.', 'A reduced bell is left on.', 'Cut it off: the coupler does not fit it.'],
        ] as $key => [$yes, $no, $todo]) {
            $rules[] = new Confirmed(
                "gs.{$key}".($side === '' ? '' : ".{$side}"), Sided::key($key, $side), $name.$yes, $name.$no, $todo, Severity::Mend,
                Source::commonPractice(),
            );
        }

        return $rules;
    }

    public static function isCut(Situation $s, string $side): bool
    {
        return $s->readings->text(Sided::key('end_kind', $side)) === self::CUT;
    }

    public static function secondLineMm(Situation $s, Made $made): ?float
    {
        return $made->system->home->hasTwoLines() ? $made->size($s)->secondLineMm ?? $s->readings->number('factory_second_mm') : null;
    }
}
