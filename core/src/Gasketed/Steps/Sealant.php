<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Steps;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Flexible plastic sealant in place of a ring, on plain tongue and groove [common practice]. */
final class Sealant
{
    public const EVEN = 'out evenly all round';

    public const PATCHY = 'out in places';

    public const NOWHERE = 'nowhere';

    public static function received(): Step
    {
        return new Step('gasket', 'Sealant', 'Take the sealant from its box just before it is laid.', [
            ReadingSpec::yesNo('sealant_right', 'Sealant and primer of the specification, in date?'),
            ReadingSpec::number('gasket_c', 'Temperature of the sealant', Unit::Celsius, -40, 60, 'Cold months: keep it in the warm cab'),
            ReadingSpec::yesNo('sealant_clean', 'Clean, its paper still on?'),
        ], [
            self::yes(
                'gs.sealant_right', 'sealant_right', 'The right sealant.', 'Not the sealant of the specification.', 'Do not lay it: fetch the right one.',
                Severity::Stop,
            ),
            new NumberAtLeast(
                'gs.gasket_c', ['gasket_c'], static fn (Situation $s): ?float => $s->readings->number('gasket_c'), 'gs.gasket.min_c', 'Sealant at',
                'Warm it and lay it at once.', Severity::Mend, 'Cold sealant does not stick and does not flow.',
            ),
            self::yes(
                'gs.sealant_clean', 'sealant_clean', 'Clean.', 'Dirty, or its paper off.', 'Take a clean one: what is dusty does not stick.',
                Severity::Mend,
            ),
        ]);
    }

    public static function laid(string $how): Step
    {
        return new Step('seat', 'Lay sealant', 'Lay the sealant all round the clean, dry tongue, press it on, take the paper off last.', [
            ReadingSpec::yesNo('sealant_all_round', ucfirst($how).'?'),
        ], [
            self::yes(
                'gs.sealant_all_round', 'sealant_all_round', 'All round.', 'A place without sealant.', 'Lay it again: one gap leaks for ever.',
                Severity::Mend,
            ),
        ]);
    }

    /** @return array{list<ReadingSpec>, list<Rule>} what tells that the joint is home */
    public static function home(): array
    {
        return [
            [
                ReadingSpec::choice('sealant_squeezed', 'Sealant squeezed', [self::EVEN, self::PATCHY, self::NOWHERE]),
                ReadingSpec::yesNo('no_spalling', 'No spalling at tongue or groove?'),
            ],
            [
                new ChoiceIs('gs.home', 'sealant_squeezed', 'Sealant squeezed', [
                    self::PATCHY => [Severity::Mend, 'Pull on evenly until it shows all round; where it does not come, pull the joint and lay it again.'],
                    self::NOWHERE => [Severity::Mend, 'Not home: pull on until it squeezes out all round.'],
                ], Source::commonPractice()),
                self::yes(
                    'gs.no_spalling', 'no_spalling', 'No spalling.', 'Concrete has spalled.',
                    'Pull the joint apart and show it to the engineer: a spalled edge leaks and breaks on.', Severity::Stop,
                ),
            ],
        ];
    }

    private static function yes(string $id, string $reading, string $yes, string $no, string $todo, Severity $otherwise): Confirmed
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }
}
