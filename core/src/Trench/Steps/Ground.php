<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Steps;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Drawn;
use Diastoma\Core\Trench\Inspections;
use Diastoma\Core\Trench\Rules\Inspected;
use Diastoma\Core\Trench\Rules\SidesHold;
use Diastoma\Core\Trench\Rules\UnderInspection;
use Diastoma\Core\Trench\Shell;
use Diastoma\Core\Trench\Stretch;
use Diastoma\Core\Trench\Ways;

/** Before the pipe is in: services, inspection, sides, width, bed. */
final class Ground
{
    private const COLLAPSE = 'Trench sides kill without a sound. Nobody goes in that the competent person has not looked at today.';

    public static function before(Situation $s): Step
    {
        return new Step('before', 'Before digging', 'What lies in the ground is known, and everything is there that the stretch needs.', [
            ReadingSpec::choice('located', 'Services', [Ways::LOCATED, Ways::NOT_EXPOSED, Ways::NOT_LOCATED]),
            ReadingSpec::yesNo('permits', 'Permits here, stakes as on the drawing?')->apart(),
            ReadingSpec::yesNo('competent', 'Competent person named and on site?'),
            ReadingSpec::yesNo('topsoil_apart', 'Topsoil set apart?')->visible(),
            ReadingSpec::number('approved_m3', 'Approved soil on site', Unit::CubicMetre, 0, 100000, 'For bedding and surround of this stretch')->visible(),
        ], [
            new ChoiceIs('tr.located', 'located', 'Services', [
                Ways::NOT_EXPOSED => [Severity::Mend, 'Expose each by hand where the trench crosses it, before a machine comes near.'],
                Ways::NOT_LOCATED => [Severity::Stop, 'Nobody digs. Have them located and marked.'],
            ], Source::commonPractice(), 'A cable or a gas main that is hit kills.'),
            Confirmed::usual('tr.permits', 'permits', 'Permits and stakes checked.', 'Permits or stakes are not right.', 'Nobody digs before they are.',
                Severity::Stop),
            Confirmed::usual(
                'tr.competent', 'competent', 'Competent person on site.', 'No competent person.', 'Name one who may stop the work, and have them here.',
                Severity::Stop,
            ),
            Confirmed::usual('tr.topsoil', 'topsoil_apart', 'Topsoil apart.', 'Topsoil lies with the spoil.', 'Set it apart: it goes back last.'),
            new AgainstFigure(
                'tr.approved', 'approved_m3', AgainstFigure::AT_LEAST, static fn (Situation $s): float => (new Stretch($s))->approvedM3(), Unit::CubicMetre,
                Source::arithmetic('bedding and surround of this stretch, the pipe taken off'), 'Approved soil', 'Order more before the pipe lies open.',
            ),
        ], ['Hand tools only near a marked service.'], static fn (): array => Drawn::of($s));
    }

    /** @param  list<string>  $inTheTrench  keys of what is read there */
    public static function inspection(Situation $s, array $inTheTrench): Step
    {
        return new Step('inspect', 'Inspection',
            'The competent person looks at the trench before work, each day, and again after rain or when the ground changes.', [
                ReadingSpec::row(Inspections::KEY, 'Inspection', [
                    ReadingSpec::choice('occasion', 'When', Ways::OCCASIONS), ReadingSpec::text('who', 'Competent person'),
                    ReadingSpec::yesNo('safe', 'Safe to go in?'),
                ]),
                ReadingSpec::now(Inspections::CHANGED, 'Rain, or the ground changed', 'Press it when it happens.')->optional(),
            ], [new Inspected, new UnderInspection($inTheTrench)], [self::COLLAPSE], static fn (): array => Drawn::of($s));
    }

    public static function sides(Situation $s, Gate $gate): Step
    {
        $readings = $s->readings;
        $depth = $readings->number('depth_m');
        $isSoil = $readings->text('ground') !== Ways::ROCK;
        $signs = ! $isSoil ? [] : [
            ReadingSpec::number('strength_tsf', 'Unconfined strength, tsf', Unit::None, 0, 10, 'Penetrometer on a fresh lump; 1 tsf is 96 kPa'),
            ReadingSpec::yesNo('dry_sides', 'Dry: no water seeps in?'), ReadingSpec::yesNo('holds_together', 'Holds together: no sand or gravel?'),
            ReadingSpec::yesNo('level_layers', 'No layers that dip into the trench?'), ReadingSpec::yesNo('no_fissures', 'No fissures?'),
            ReadingSpec::yesNo('no_vibration', 'No vibration of traffic or plant?'), ReadingSpec::yesNo('never_dug', 'Never dug before?'),
        ];
        $needsLadder = $depth !== null && Compare::atLeast($depth, $s->limit('tr.ladder_depth_m'));

        return new Step('sides', 'Sides', 'Measure the depth, read the ground, and keep the sides up as both ask for.', [
            ReadingSpec::number('depth_m', 'Depth of the trench', Unit::Metre, 0.2, 15), ReadingSpec::choice('ground', 'Ground', [Ways::SOIL, Ways::ROCK]),
            ...$signs,
            ReadingSpec::choice('protection', 'Sides kept up by', Ways::PROTECTIONS),
            ...self::protected($readings->text('protection'), $readings->text('ground')),
            ...($needsLadder ? [ReadingSpec::number('ladder_m', 'Way to the nearest ladder', Unit::Metre, 0, 500)] : []),
            ReadingSpec::number('spoil_m', 'Spoil back from the edge', Unit::Metre, 0, 50),
            ReadingSpec::yesNo('water_out', 'Water kept out, and nothing undermined?'),
            ReadingSpec::choice('air', 'Air in the trench', [Ways::NO_HAZARD, Ways::AIR_GOOD, Ways::AIR_UNTESTED]),
        ], [
            new SidesHold,
            Confirmed::usual(
                'tr.design', 'design_holds', 'Made for it, papers here.', 'Not made for this soil and depth.', 'Nobody in. Set one that is made for it.',
                Severity::Stop,
            ),
            Confirmed::usual(
                'tr.rock', 'rock_sound', 'Sound rock.', 'Rock that is not sound.', 'Nobody in. It is no stable rock: judge it as soil.', Severity::Stop,
            ),
            new AgainstFigure(
                'tr.depth', 'depth_m', AgainstFigure::AT_LEAST,
                static fn (Situation $s): float => ((new Stretch($s))->odMm() + $s->limit('tr.bedding_mm')) / 1000, Unit::Metre,
                Source::arithmetic('pipe and its bedding'), 'Depth', 'The pipe with its bedding does not go into it: measure again, or dig deeper.',
            ),
            new NumberAtMost('tr.ladder', ['ladder_m'], static fn (Situation $s): ?float => $s->readings->number('ladder_m'), 'tr.ladder_m', 'Nearest ladder',
                'Set another ladder.', Severity::Stop, 'Whoever must get out has seconds.', watchShare: 1.0),
            new NumberAtLeast('tr.spoil', ['spoil_m'], static fn (Situation $s): ?float => $s->readings->number('spoil_m'), 'tr.spoil_m', 'Spoil back by',
                'Move it back: it loads the edge, and rolls in.', Severity::Stop),
            Confirmed::usual('tr.water', 'water_out', 'No water.', 'Water in the trench.', 'Everybody out. Pump it, and have the sides looked at again.',
                Severity::Stop),
            new ChoiceIs('tr.air', 'air', 'Air', [
                Ways::AIR_UNTESTED => [Severity::Stop, 'Nobody in. Test for oxygen, gas and fumes first.'],
            ], Source::standard('29 CFR 1926', '651(g)')),
        ], [self::COLLAPSE], static fn (): array => Drawn::of($s), gate: $gate);
    }

    /** @return list<ReadingSpec> what else is asked by how the sides are kept up */
    private static function protected(?string $by, ?string $ground): array
    {
        $asked = $ground === Ways::ROCK ? [ReadingSpec::yesNo('rock_sound', 'Sound from top to bottom: no seam that slips, nothing loose?')] : [];

        return match ($by) {
            Ways::SLOPED, Ways::BENCHED => [
                ...$asked, ReadingSpec::number('slope_run', 'Laid back, for each 1 of height', Unit::None, 0, 5,
                    'Horizontal to one vertical, over all benches'),
            ],
            Ways::SHIELDED, Ways::SHORED, Ways::ENGINEERED => [
                ...$asked, ReadingSpec::yesNo('design_holds', 'Made for this soil and depth, papers here, nobody outside of it?'),
            ],
            default => $asked,
        };
    }

    public static function width(Situation $s, Gate $gate): Step
    {
        $least = (new Stretch($s))->leastWidth();

        return new Step('width', 'Width', 'Measure the bottom between its sides, or between the shields.', [
            ReadingSpec::number('bottom_mm', 'Width at the bottom', Unit::Millimetre, 100, 20000,
                "At least {$s->print($least->widthMm, Unit::Millimetre)}: {$least->rule}"),
            ReadingSpec::number('bucket_mm', 'Width of the bucket', Unit::Millimetre, 100, 5000),
        ], [
            new AgainstFigure(
                'tr.width', 'bottom_mm', AgainstFigure::AT_LEAST, static fn (Situation $s): float => (new Stretch($s))->leastWidth()->widthMm, Unit::Millimetre,
                $least->source, 'Bottom', 'Widen it: nobody can compact beside the pipe in less.',
            ),
            new AgainstFigure(
                'tr.bucket', 'bucket_mm', AgainstFigure::AT_MOST, static fn (Situation $s): ?float => $s->readings->number('bottom_mm'), Unit::Millimetre,
                Source::commonPractice(), 'Bucket', 'The bucket digs wider than the bottom was measured: measure both again.',
            ),
        ], guide: static fn (): array => Drawn::of($s), gate: $gate);
    }

    public static function bed(Situation $s, Gate $gate): Step
    {
        $isConcrete = (new Stretch($s))->shell() === Shell::Rigid;
        $isOnRock = $s->version >= StoryOf::SINCE && $s->readings->text('foundation') === Ways::ON_ROCK;
        $bells = ($s->facts->maybe('joints') ?? 0.0) < 1.0 ? [] : [ReadingSpec::yesNo('bell_holes',
            'A hole under every bell or coupling, the barrel carries?')];

        return new Step('bed', 'Bedding', 'Firm and dry below, loose bedding to grade, no stone under the pipe.', [
            ReadingSpec::choice('foundation', 'Foundation', [Ways::FIRM, Ways::SOFT, Ways::WET, Ways::ON_ROCK]),
            ReadingSpec::number('bedding_start_mm', 'Bedding at the start', Unit::Millimetre, 0, 2000),
            ReadingSpec::number('bedding_middle_mm', 'Bedding in the middle', Unit::Millimetre, 0, 2000),
            ReadingSpec::number('bedding_end_mm', 'Bedding at the end', Unit::Millimetre, 0, 2000),
            ReadingSpec::number('grade_off_mm', 'Off the level of the drawing, the worst place', Unit::Millimetre, -2000, 2000, 'By level or laser'), ...$bells,
            ...($isConcrete ? [ReadingSpec::yesNo('cradle', 'Cradle shaped to the pipe, or none asked for?')] : []),
        ], [
            new ChoiceIs('tr.foundation', 'foundation', 'Foundation', [
                Ways::SOFT => [Severity::Mend, 'Dig it out and replace it with compacted stone.'],
                Ways::WET => [Severity::Mend, 'Drain it, and replace what is stirred up.'],
                // since then it is the bed on the rock that is judged
                ...($s->version >= StoryOf::SINCE ? [] : [Ways::ON_ROCK => [Severity::Mend, 'Dig deeper and put bedding between rock and pipe.']]),
            ], Source::commonPractice()),
            new NumberAtLeast('tr.bedding', Stretch::BEDDING,
                static fn (Situation $s): ?float => ($all = (new Stretch($s))->beddings()) === [] ? null : min($all),
                $isOnRock ? 'tr.bedding_rock_mm' : 'tr.bedding_mm', $isOnRock ? 'On rock, thinnest bedding' : 'Thinnest bedding',
                $isOnRock ? 'Dig deeper, and put more bedding between rock and pipe.' : 'Add to it there.'),
            ...$isOnRock ? [] : [new NumberAtMost('tr.bedding_most', Stretch::BEDDING,
                static fn (Situation $s): ?float => ($all = (new Stretch($s))->beddings()) === [] ? null : max($all), 'tr.bedding_most_mm', 'Thickest bedding',
                'Take it down, or compact it in layers: a thick loose bed settles.', watchShare: 1.0)],
            new NumberAtMost('tr.grade', ['grade_off_mm'],
                static fn (Situation $s): ?float => ($off = $s->readings->number('grade_off_mm')) === null ? null : abs($off),
                'tr.grade_mm', 'Off grade by', 'Bring the bed to grade before the pipe lies on it.'),
            ...($bells === [] ? [] : [Confirmed::usual('tr.bells', 'bell_holes', 'Bells hang free.', 'A bell carries the pipe.', 'Dig a hole under each.')]),
            ...($isConcrete ? [Confirmed::usual('tr.cradle', 'cradle', 'Cradle as asked for.', 'No cradle.', 'Shape it to the pipe.')] : []),
        ], guide: static fn (): array => Drawn::of($s), gate: $gate);
    }
}
