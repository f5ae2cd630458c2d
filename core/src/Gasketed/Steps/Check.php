<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Gasketed\Remade;
use Diastoma\Core\Gasketed\Rules\GapClosedEven;
use Diastoma\Core\Gasketed\Rules\GasketFelt;
use Diastoma\Core\Gasketed\Rules\MarkShows;
use Diastoma\Core\Gasketed\Systems\Home;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What tells whether the joint is home and its gasket where it belongs. */
final class Check
{
    public const BOTH_SHOW = 'both lines show';

    public const ONE_SHOWS = 'one line shows';

    public const NONE_SHOWS = 'no line shows';

    /** @return list<Step> */
    public static function steps(Situation $s, Made $made): array
    {
        return [self::home($s, $made), self::feeler($s, $made)];
    }

    private static function home(Situation $s, Made $made): Step
    {
        $specs = $rules = [];
        foreach ($made->sides() as $side) {
            [$more, $also] = self::homeOf($s, $made, $side);
            array_push($specs, ...$more);
            array_push($rules, ...$also);
        }
        $specs[] = Remade::spec();

        return new Step(
            'home', 'Home?', 'Home when '.$made->system->home->said().'.', $specs, $rules, [],
            ['limit_mm' => $s->limit('gs.gap.even_mm'), 'even' => true, 'mark_mm' => $made->markMm($s), 'home' => $made->system->home->said()],
            gate: $made->system->locking ? Lock::gate($s) : null,
        );
    }

    /** @return array{list<ReadingSpec>, list<Rule>} */
    private static function homeOf(Situation $s, Made $made, string $side): array
    {
        $name = Sided::name($side);
        $id = 'gs.home'.($side === '' ? '' : ".{$side}");
        $lines = Sided::key('lines_show', $side);
        $off = Sided::key('home_off_mm', $side);
        $source = $made->system->source();

        return match ($made->system->home) {
            Home::MarkJustVisible => [
                [ReadingSpec::number($off, $name.'Mark stands clear of the bell by', Unit::Millimetre, -100, 500, 'Minus when it has gone inside')],
                [new MarkShows($id, $off, $name)],
            ],
            Home::BetweenLines => [
                [ReadingSpec::choice($lines, $name.'In front of the bell', [self::BOTH_SHOW, self::ONE_SHOWS, self::NONE_SHOWS])],
                [new ChoiceIs(
                    $id, $lines, $name.'In front of the bell',
                    [
                        self::BOTH_SHOW => [Severity::Mend, 'Not home: push on until the first line has gone in.'],
                        self::NONE_SHOWS => [Severity::Mend, 'Too far: pull back until the second line shows.'],
                    ],
                    $source,
                )],
            ],
            Home::PastBothLines => [
                [
                    ReadingSpec::yesNo(Sided::key('slack_out', $side), $name.'Slack pulled out until the joint locked?'),
                    ReadingSpec::choice($lines, $name.'In front of the bell, slack out', [self::BOTH_SHOW, self::ONE_SHOWS, self::NONE_SHOWS]),
                ],
                [
                    new Confirmed(
                        "gs.slack{$side}", Sided::key('slack_out', $side), $name.'Slack pulled out.', $name.'Slack still in.',
                        'Pull the pipe back until the joint locks, then read the lines: with slack in they say nothing.', Severity::Mend,
                        Source::commonPractice(),
                    ),
                    new ChoiceIs(
                        $id, $lines, $name.'In front of the bell',
                        array_fill_keys(
                            [self::BOTH_SHOW, self::ONE_SHOWS],
                            [Severity::Mend, 'Not home: both lines must be inside the bell. Push on, pull the slack out, read again.'],
                        ),
                        $source,
                    ),
                ],
            ],
            Home::SealantSqueezed => Sealant::home(),
            Home::EvenGap => [
                [
                    ...($made->size($s)?->gapMm === null ? [ReadingSpec::number(
                        'maker_gap_mm', 'Gap of a closed joint by the maker', Unit::Millimetre, 0, 100, "From the maker's instructions",
                    )->shared(Shared::Material)] : []),
                    ReadingSpec::series('home_gaps_mm', 'Gap in the joint, from 12 o\'clock', Unit::Millimetre, 0, 200, [4, 8], 'gap_ring'),
                ],
                [new GapClosedEven($made)],
            ],
            Home::HomingMark, Home::HomeLine => [
                [ReadingSpec::number(
                    $off, $name.($made->system->home === Home::HomingMark ? "Coupler's edge short of the homing mark" : 'Coupling short of the home line'),
                    Unit::Millimetre, -200, 500, 'Minus when it is past',
                )],
                [new NumberAtMost(
                    $id, [$off], static fn (Situation $s): ?float => ($at = $s->readings->number($off)) === null ? null : abs($at), 'gs.home.tolerance_mm',
                    $name.'Off the mark by', 'Short: push on. Past: pull back, or the pipe ends touch when the joint turns.', Severity::Mend, '', null,
                    null, 1.0,
                )],
            ],
        };
    }

    private static function feeler(Situation $s, Made $made): Step
    {
        if (! $made->system->feeler) {
            $look = ReadingSpec::yesNo('gasket_looked', 'Nothing to see of a rolled gasket, soil or misalignment?');

            return new Step('look', 'Look at it', $made->system->lookFor(), [$look], [
                new Confirmed(
                    'gs.looked', 'gasket_looked', 'Nothing to see.', 'A rolled gasket, soil or misalignment shows.',
                    'Pull the joint, clean, fit the gasket again and push home again.', Severity::Stop, Source::commonPractice(),
                    'It costs far more once the line is in service.',
                ),
            ]);
        }
        $counts = Compare::atMost($s->facts->number('dn_mm'), $s->limit('gs.feeler.small_up_to_dn')) ? [8, 12] : [12, 16];
        $name = static fn (string $side): string => Sided::name($side).'Feeler depth, from 12 o\'clock';

        return new Step('feeler', 'Feeler sweep',
            'Push the feeler in at each clock position until it meets the gasket. It meets nothing: enter how far it went.', $made->each(
                static fn (string $side): ReadingSpec => ReadingSpec::series(
                    Sided::key('feeler_mm', $side), $name($side), Unit::Millimetre, 0, 1000, $counts, 'feeler_ring',
                ),
            ), $made->each(static fn (string $side): Rule => new GasketFelt($side)), [], [
                'tolerance_mm' => $s->limit('gs.feeler.tolerance_mm'),
                'sweeps' => (object) array_filter(array_combine($made->sides(), $made->each(static fn (string $side): ?array => GasketFelt::ring($s, $side)))),
                'sides' => $made->sides(),
            ]);
    }
}
