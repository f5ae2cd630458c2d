<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\Rules\ExpectedGap;
use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Drawing the pipes into a large coupler, and belting it. */
final class Together
{
    /** @param  bool  $restrained  drawn on fused restraints: only when every one of them is cold */
    public static function pull(Situation $s, bool $restrained): Step
    {
        return new Step('pull', 'Pull together', $restrained
            ? 'Hook a hoist to each pair of restraints, and draw the ends in evenly to both marks.'
            : 'Sling hoists or clamps round both pipes, and draw the ends in evenly to both marks.', [
                ReadingSpec::yesNo('nylon_slings', 'Nylon slings only, no chain on the pipe?'),
                ReadingSpec::now('pulled_at', 'Pull begun'),
                ReadingSpec::yesNo('marks_at_edge', "Both stab marks at the fitting's edge?"),
            ], self::pullRules($restrained), [
                'Hoists under load: nobody in line with a hoist, a sling or a restraint. Hands off the gap.',
            ], [], gate: $restrained ? Restraints::gate($s) : null, group: 'Together');
    }

    /** @return list<Rule> */
    private static function pullRules(bool $restrained): array
    {
        return [
            new Confirmed(
                'ef.slings', 'nylon_slings', 'Nylon slings only.', 'Chain or wire is on the pipe.',
                'Take it off: nylon slings only. Look for notches; a notched pipe is cut back.', Severity::Stop, Source::commonPractice(),
                'A chain notches PE, and a notch grows under pressure.',
            ),
            ...($restrained ? [new NotBefore(
                'ef.pull', 'pulled_at', Restraints::coldAt(...), 'Pulled',
                'Stop pulling. A restraint pulled warm may let go under load: cut it off and fuse a new one.', Severity::Stop,
                Source::maker('cooling time of each restraint'), 'A lug that lets go flies.',
            )] : []),
            new Confirmed(
                'ef.insertion', 'marks_at_edge', 'Both pipes fully in.', 'A pipe is not fully in.',
                'Do not heat. Pull on until both marks are at the edge; no hammering.', Severity::Stop, Source::commonPractice(),
                'Bare coil overheats; melt escapes and can ignite.',
            ),
        ];
    }

    /** @param  bool  $gaps  whether the gap is felt now; a preheated fitting is felt after the preheat */
    public static function belts(Situation $s, Ends $ends, bool $gaps): Step
    {
        $limit = ExpectedGap::limitId($s);

        return new Step('belts', 'Belts',
            'Tension belts round both halves of the coupler, tight and even. They stay on to the end of cooling.'.($gaps ? ' Feel the gap all round.' : ''), [
                ReadingSpec::yesNo('belts_on', 'Belts on, tight and even?'),
                ReadingSpec::yesNo('clamped', 'Alignment clamp on and tight?'),
                ReadingSpec::yesNo('aligned', 'Level on top and on the side, free of stress?'),
                ...! $gaps ? [] : $ends->each(static fn (string $end): ReadingSpec => ReadingSpec::series(
                    "gap_{$end}_mm", Ends::name($end).': gap by feeler, from 12 o\'clock', Unit::Millimetre, 0, 20, [8, 12], 'gap_ring',
                )),
            ], [
                new Confirmed(
                    'ef.belts', 'belts_on', 'Belts on.', 'Belts missing or slack.', 'Put them on and tighten them evenly before any heat goes in.',
                    Severity::Mend, Source::commonPractice(),
                ),
                ...Assembly::alignmentRules(),
                ...! $gaps ? [] : $ends->each(static fn (string $end): Rule => Assembly::gapRule("gap_{$end}_mm", "ef.gap.{$end}", $limit, Ends::name($end))),
            ], ['A ratchet under load bites: keep fingers clear.'], $gaps ? [
                'limit_mm' => $s->limit($limit), 'dn_mm' => $s->facts->number('dn_mm'),
            ] : [], group: 'Together');
    }
}
