<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Cooling, release, and the look at the cold joint. */
final class After
{
    /**
     * @param  non-empty-list<Weld>  $welds  all must have cooled before anything is released
     * @return list<Step>
     */
    public static function steps(array $welds): array
    {
        /** @var array<string, list<Step>> $steps by the welds; nothing else in them depends on the joint */
        static $steps = [];

        return $steps[implode(',', array_map(static fn (Weld $w): string => $w->name, $welds))] ??= [self::cool(), self::release($welds), self::look()];
    }

    public static function cool(): Step
    {
        return new Step('cool', 'Cool', 'Nobody moves the pipes, nothing leans on them, no water to cool them. Write the release time on the fitting.', [
            ReadingSpec::yesNo('release_written', 'Release time written on the fitting?'),
        ], [
            new Confirmed(
                'ef.release_written', 'release_written', 'Release time is on the fitting.', 'Nobody can see on the fitting when it may be released.',
                'Write it there now.', Severity::Mend, Source::commonPractice(),
            ),
        ], ['The fitting is hot: gloves.']);
    }

    /** @param  non-empty-list<Weld>  $welds */
    public static function release(array $welds, string $what = 'clamps'): Step
    {
        return new Step('release', 'Release', "When the release time has come: {$what} off.", [
            ReadingSpec::yesNo('undisturbed', 'Undisturbed the whole time?'),
            ReadingSpec::now('released_at', ucfirst($what).' off'),
        ], [
            new Confirmed(
                'ef.undisturbed', 'undisturbed', 'Cooled undisturbed.', 'It was moved while it cooled.', 'Cut the joint out.', Severity::Stop,
                Source::commonPractice(), 'A melt that moves while it sets tears inside.',
            ),
            new NotBefore(
                'ef.cooling', 'released_at', static fn (Situation $s): ?\DateTimeImmutable => self::releaseAt($s, $welds), 'Released',
                'The joint is lost: cut it out.', Severity::Stop, Source::maker('cooling time printed on the fitting'),
                'No clamp comes off before the cooling time has run.',
            ),
        ]);
    }

    /**
     * When the last of the welds has cooled; null until all have been fused.
     *
     * @param  list<Weld>  $welds
     */
    public static function releaseAt(Situation $s, array $welds): ?\DateTimeImmutable
    {
        $last = null;
        foreach ($welds as $weld) {
            $at = $weld->clocks($s)?->releaseAt;
            if ($at === null) {
                return null;
            }
            $last = $last === null ? $at : max($last, $at);
        }

        return $last;
    }

    public static function look(): Step
    {
        return new Step('look', 'Look at it', 'Look at the cold joint all round.', [
            ReadingSpec::yesNo('indicators_up', 'Melt indicators up on both sides?'),
            ReadingSpec::yesNo('no_melt_outside', 'No melt outside the fitting?'),
            ReadingSpec::yesNo('marks_still_at_edge', 'Marks still at the edge?'),
            ReadingSpec::yesNo('still_aligned', 'Still in line?'),
        ], [
            self::stop(
                'ef.indicators', 'indicators_up', 'Indicators up.', 'A melt indicator did not come up.',
                'Cut the joint out: no melt pressure was built up.',
            ),
            self::stop('ef.melt', 'no_melt_outside', 'No melt outside.', 'Melt came out.', 'Cut the joint out: the coil lay bare or the gap was too large.'),
            self::stop('ef.marks_after', 'marks_still_at_edge', 'Marks still at the edge.', 'A pipe has moved out.', 'Cut the joint out.'),
            self::stop('ef.aligned_after', 'still_aligned', 'Still in line.', 'Out of line now.', 'Cut the joint out: it moved while it was melt.'),
        ], ['A release of clamps can let stressed pipes spring: stand clear.']);
    }

    public static function stop(string $id, string $reading, string $yes, string $no, string $todo, string $why = ''): Rule
    {
        return new Confirmed($id, $reading, $yes, $no, $todo, Severity::Stop, Source::commonPractice(), $why);
    }
}
