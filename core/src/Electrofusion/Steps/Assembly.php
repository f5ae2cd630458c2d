<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\Rules\ExpectedGap;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Putting pipe and fitting together. */
final class Assembly
{
    /** @param  bool  $gaps  whether the gap is felt now; a fitting with a preheat is felt after it */
    public static function step(Situation $s, Ends $ends, bool $gaps = true): Step
    {
        $limit = ExpectedGap::limitId($s);
        $key = $ends->id.$limit.($gaps ? '' : '-');
        /** @var array<string, list<Rule>> $rules by the ends and the limit that applies to the size */
        static $rules = [];
        $rules[$key] ??= [
            ...Unpack::insertion(),
            ...! $gaps ? [] : $ends->each(static fn (string $end): Rule => self::gapRule("gap_{$end}_mm", "ef.gap.{$end}", $limit, Ends::name($end))),
            ...self::alignmentRules(),
        ];

        /** @var array<string, list<ReadingSpec>> $specs by the ends */
        static $specs = [];
        $specs[$key] ??= [
            ReadingSpec::yesNo('marks_at_edge', "Both stab marks at the fitting's edge?"),
            ...! $gaps ? [] : $ends->each(static fn (string $end): ReadingSpec => ReadingSpec::series(
                "gap_{$end}_mm", Ends::name($end).': gap by feeler, from 12 o\'clock', Unit::Millimetre, 0, 20, [4, 8], 'gap_ring',
            )),
            ReadingSpec::yesNo('clamped', 'Alignment clamp on and tight?'),
            ReadingSpec::yesNo('aligned', 'Level on top and on the side, free of stress?'),
        ];

        return new Step(
            'assemble', 'Assemble',
            'Push every end to its mark, clamp and align without stress.'.($gaps ? ' Feel the gap all round.' : ' The gap is felt after the preheat.'),
            $specs[$key], $rules[$key], ['No hammering, no wedging. Fingers out between fitting and clamp.'],
            ['limit_mm' => $s->limit($limit), 'dn_mm' => $s->facts->number('dn_mm')],
        );
    }

    /** @return list<Rule> */
    public static function alignmentRules(): array
    {
        return [
            new Confirmed(
                'ef.clamped', 'clamped', 'Clamped.', 'Not clamped.', 'Put the alignment clamp on: the joint may not move until it has cooled.',
                Severity::Mend, Source::commonPractice(),
            ),
            new Confirmed(
                'ef.aligned', 'aligned', 'Aligned without stress.', 'Out of line or under stress.', 'Support and align the pipes, then clamp again.',
                Severity::Mend, Source::commonPractice(),
            ),
        ];
    }

    /** The largest of the gaps felt round one end, against a limit. */
    public static function gapRule(
        string $reading, string $id, string $limit, string $name,
        string $todo = 'Take it apart. Re-round or change the pipe end; never fill the gap and never wedge.', Severity $wide = Severity::Mend,
    ): Rule {
        return new NumberAtMost(
            $id, [$reading],
            static function (Situation $s) use ($reading): ?float {
                $gaps = $s->readings->series($reading);

                return $gaps === null || $gaps === [] ? null : max($gaps);
            },
            $limit, "{$name}: largest gap", $todo, $wide, 'Melt must bridge the gap before it can press and fuse.',
        );
    }
}
