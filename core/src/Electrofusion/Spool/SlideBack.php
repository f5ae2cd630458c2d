<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Spool;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\Rules\ExpectedGap;
use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Both couplers whole onto the spool, the spool into the gap, the couplers back until each is centred between its two marks. */
final class SlideBack
{
    public static function step(Situation $s, Ends $ends): Step
    {
        $limit = ExpectedGap::limitId($s);
        /** @var array<string, list<Rule>> $rules by the limit that applies to the size */
        static $rules = [];
        $rules[$limit] ??= [
            ...Unpack::insertion(),
            new Confirmed(
                'ef.slid_on', 'slid_on', 'Couplers went whole onto the spool.', 'A coupler did not slide on whole.',
                'Take it off. Find the burr or the oval place: no hammering, and no more scraping than the fit stands.', Severity::Mend,
                Source::commonPractice(),
            ),
            ...array_map(
                static fn (string $side): Rule => new NumberAtMost(
                    "ef.centred.{$side}", ["off_centre_{$side}_mm"], static fn (Situation $s): ?float => $s->readings->number("off_centre_{$side}_mm"),
                    'ef.spool.centre_mm', ucfirst($side).' coupler off its marks by', 'Slide it until both marks show alike at its edges.', Severity::Stop,
                    'Off centre, one side fuses on half its depth and the coil lies bare on the other.',
                ),
                ['left', 'right'],
            ),
            ...$ends->each(static fn (string $end): Rule => Assembly::gapRule("gap_{$end}_mm", "ef.gap.{$end}", $limit, Ends::name($end))),
            ...Assembly::alignmentRules(),
        ];

        return new Step('assemble', 'Slide back',
            'Slide each coupler whole onto the spool. Set the spool in, slide them back over the joints, and centre each by its two marks.', [
                ReadingSpec::yesNo('slid_on', 'Both couplers slid whole onto the spool by hand?'),
                ReadingSpec::yesNo('marks_at_edge', 'All four stab marks at the edges?'),
                ReadingSpec::number('off_centre_left_mm', 'Left coupler: off its marks', Unit::Millimetre, 0, 500, '0 when both marks show alike'),
                ReadingSpec::number('off_centre_right_mm', 'Right coupler: off its marks', Unit::Millimetre, 0, 500, '0 when both marks show alike'),
                ...$ends->each(static fn (string $end): ReadingSpec => ReadingSpec::series(
                    "gap_{$end}_mm", Ends::name($end).': gap by feeler, from 12 o\'clock', Unit::Millimetre, 0, 20, [4, 8], 'gap_ring',
                )),
                ReadingSpec::yesNo('clamped', 'Alignment clamps on and tight?'),
                ReadingSpec::yesNo('aligned', 'Level on top and on the side, free of stress?'),
            ], $rules[$limit], ['No hammering, no wedging. Fingers out between coupler and clamp.'], [
                'limit_mm' => $s->limit($limit), 'dn_mm' => $s->facts->number('dn_mm'),
            ]);
    }
}
