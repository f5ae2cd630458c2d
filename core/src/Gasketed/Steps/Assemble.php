<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Rules\PushMethod;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** From clean surfaces to the spigot in the socket. All of it is done again when the joint was pulled apart. */
final class Assemble
{
    public const NONE = 'none';

    public const APPROVED = "the maker's, clean";

    public const SOILED = 'some that touched soil';

    public const PETROLEUM = 'petroleum-based grease or oil';

    /** @return list<Step> */
    public static function steps(Situation $s, Made $made): array
    {
        $steps = [
            self::clean(), $made->system->seal()->laid($s, $made), self::lubricate($made),
            self::align($s, $made), self::push($s, $made),
        ];

        return $made->system->locking ? [...$steps, Lock::step($s, $made)] : $steps;
    }

    private static function clean(): Step
    {
        return new Step('clean', 'Clean', 'Clean bell, groove and spigot; no grit, no burr, no ice.', [
            ReadingSpec::yesNo('socket_clean', 'Bell and groove clean?'), ReadingSpec::yesNo('spigot_clean', 'Spigot clean to behind the mark?'),
        ], [
            self::yes(
                'gs.socket_clean', 'socket_clean', 'Bell clean.', 'Dirt in bell or groove.', 'Clean it: one grain under the gasket leaks for ever.',
                Severity::Mend,
            ),
            self::yes('gs.spigot_clean', 'spigot_clean', 'Spigot clean.', 'Dirt on the spigot.', 'Clean it to behind the mark.', Severity::Mend),
        ]);
    }

    private static function lubricate(Made $made): Step
    {
        $system = $made->system;
        $never = $system->forbidden === '' ? '' : ' Never: '.$system->forbidden.'.';
        $choices = [self::NONE, self::APPROVED, self::SOILED, self::PETROLEUM];
        if (! $system->lubricated) {
            return new Step('lubricate', 'Keep dry', 'No lubricant at all: '.$system->lubricateWhere.'.'.$never, [
                ReadingSpec::choice('lubricant', 'Lubricant used', $choices)->shared(Shared::Material),
                ReadingSpec::yesNo('surfaces_dry', $system->seal()->dryQuestion()),
            ], [
                new ChoiceIs(
                    'gs.lubricant', 'lubricant', 'Lubricant',
                    array_fill_keys(
                        [self::APPROVED, self::SOILED, self::PETROLEUM],
                        [
                            Severity::Stop,
                            $system->seal()->washOff(),
                        ],
                    ),
                    Source::commonPractice(),
                ),
                self::yes('gs.dry', 'surfaces_dry', 'Dry.', 'Wet.', 'Dry it: water keeps it from sealing.', Severity::Mend),
            ]);
        }

        return new Step('lubricate', 'Lubricate', 'Lubricate: '.$system->lubricateWhere.'.'.$never, [
            ReadingSpec::choice('lubricant', 'Lubricant used', $choices)->shared(Shared::Material),
            ReadingSpec::yesNo('lubricated_where', 'Spread there, all round, and nowhere behind the gasket?'),
        ], [
            new ChoiceIs('gs.lubricant', 'lubricant', 'Lubricant', [
                self::NONE => [Severity::Mend, 'Lubricate: '.$system->lubricateWhere.'. A dry gasket rolls.'],
                self::SOILED => [Severity::Mend, 'Wipe it off and take clean lubricant: soil under the gasket leaks.'],
                self::PETROLEUM => [Severity::Stop, 'Do not push it home. Petroleum swells rubber until it fails: wash the pipe and fit a new gasket.'],
            ], Source::commonPractice()),
            self::yes(
                'gs.lubricated_where', 'lubricated_where', 'Spread where it belongs.', 'Not spread where it belongs.',
                'Wipe and spread again: '.$system->lubricateWhere.'.', Severity::Mend,
            ),
        ]);
    }

    private static function align(Situation $s, Made $made): Step
    {
        $system = $made->system;
        $specs = $rules = [];
        if ($system->insertionDeg > 0.0) {
            $specs[] = ReadingSpec::number('insertion_deg', 'Angle while inserting', Unit::Degree, 0, 45, 'By the gap from side to side');
            $rules[] = new AgainstFigure(
                'gs.insertion', 'insertion_deg', AgainstFigure::LESS_THAN, static fn (): float => $system->insertionDeg, Unit::Degree, $system->source(),
                'Angle while inserting', 'Bring it into line before it goes in.', Severity::Mend, 'A slanting pipe rolls the gasket.',
            );
        } else {
            $specs[] = ReadingSpec::yesNo('straight', 'In line, level and side, before it is pushed?');
            $rules[] = self::yes(
                'gs.straight', 'straight', 'Straight.', 'Not in line.',
                'Line it up first and deflect only when it is home: a slanting spigot rolls the gasket.', Severity::Mend,
            );
        }
        if ($system->graded || str_starts_with($s->facts->text('service'), 'sewer')) {
            $specs[] = ReadingSpec::yesNo('socket_upstream', 'Socket points upstream?');
            $rules[] = self::yes(
                'gs.upstream', 'socket_upstream', 'Socket upstream.', 'The socket points downstream.',
                'Turn the pipe round: a step in the flow catches what flows.', Severity::Mend,
            );
        }
        if ($system->graded) {
            $specs[] = self::gradeSpec('off_grade_before_mm', 'Off the grade line before pushing, far end');
            $rules[] = self::gradeRule('gs.grade_before', 'off_grade_before_mm', 'Before pushing, off grade by');
        }
        if ($system->topMark) {
            $specs[] = ReadingSpec::number('top_mark_off_deg', 'Top mark off the crown (0 when round reinforced)', Unit::Degree, 0, 180, '', '');
            $rules[] = new NumberAtMost(
                'gs.top_mark', ['top_mark_off_deg'], static fn (Situation $s): ?float => $s->readings->number('top_mark_off_deg'), 'gs.top_mark_deg',
                'Top mark off the crown by', 'Turn the pipe until the mark is up.', Severity::Mend,
                'Elliptical steel carries the load only with its top mark up.',
            );
        }

        return new Step(
            'align', 'Align', 'Bring the spigot to the bell in line; bell recess dug.', $specs, $rules,
            ['Hands off the ends: guide the pipe from the side.'],
        );
    }

    private static function push(Situation $s, Made $made): Step
    {
        $dn = $s->facts->number('dn_mm');
        $material = $made->system->material;
        $method = PushMethod::usual($s, $material);

        return new Step('push', 'Push home', 'Push slowly and evenly, without a jerk. Usual for DN '.(int) $dn.': '.$method.'.', [
            ReadingSpec::choice('push_method', 'Pushed with', PushMethod::ALL, 'Usual here: '.$method)->shared(Shared::Tools),
            ...($made->system->locking ? [ReadingSpec::yesNo('pull_kept', 'Pull kept on, until the joint is locked?')] : []),
            ReadingSpec::yesNo('push_steady', 'It went in evenly, without a jump or unusual force?'),
        ], [
            new PushMethod($material),
            ...($made->system->locking ? [self::yes(
                'gs.pull_kept', 'pull_kept', 'Pull kept on.', 'The pull was let go.',
                'Push home again and keep the pull on while segments and retainer go in.', Severity::Mend,
            )] : []),
            self::yes(
                'gs.steady', 'push_steady', 'Went in evenly.', 'It jumped, or wanted unusual force.',
                'Pull it out and look at the gasket before anything else.', Severity::Mend,
            ),
        ], ['Nobody between the pipes. Chains and hoists under load: stand clear of their line.'], ['push' => $method]);
    }

    public static function gradeSpec(string $key, string $label): ReadingSpec
    {
        return ReadingSpec::number($key, $label, Unit::Millimetre, -500, 500, 'By laser or level; below is minus');
    }

    public static function gradeRule(string $id, string $key, string $subject): NumberAtMost
    {
        return new NumberAtMost(
            $id, [$key], static fn (Situation $s): ?float => ($off = $s->readings->number($key)) === null ? null : abs($off), 'gs.grade_mm', $subject,
            'Bring it to grade with bedding under the barrel, never with a block, and check again.', Severity::Mend,
        );
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise): Confirmed
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }
}
