<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Clock;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Rules\Confirmed;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The two circuits: preheat, wait, feel the gap, again or go on, fuse. */
final class Sides
{
    /** @return list<Weld> preheat and fusion of side A, then of side B */
    public static function welds(): array
    {
        /** @var ?list<Weld> $welds */
        static $welds = null;

        return $welds ??= [Weld::preheat('pre_a', 'Side A preheat'), Weld::named('side_a', 'Side A', 0.5), Weld::preheat('pre_b', 'Side B preheat'), Weld::named('side_b', 'Side B', 0.5)];
    }

    /** @return non-empty-list<Weld> */
    public static function fusions(): array
    {
        return [self::welds()[1], self::welds()[3]];
    }

    /** @return 'a'|'b' */
    public static function sideOf(Weld $weld): string
    {
        return str_ends_with($weld->name, 'b') ? 'b' : 'a';
    }

    private static function preheat(string $side): Weld
    {
        return self::welds()[$side === 'a' ? 0 : 2];
    }

    public static function belts(): Step
    {
        return new Step('belts', 'Belts', 'Tension belts round both halves of the coupler, tight and even. They stay on to the end of cooling.', [
            ReadingSpec::yesNo('belts_on', 'Belts on, tight and even?'),
            ReadingSpec::yesNo('clamped', 'Alignment clamp on and tight?'),
            ReadingSpec::yesNo('aligned', 'Level on top and on the side, free of stress?'),
        ], [
            new Confirmed('ef.belts', 'belts_on', 'Belts on.', 'Belts missing or slack.', 'Put them on and tighten them evenly before any heat goes in.', Severity::Mend, Source::commonPractice()),
            ...Assembly::alignmentRules(),
        ], ['A ratchet under load bites: keep fingers clear.'], group: 'Together');
    }

    /**
     * @param  'a'|'b'  $side
     * @param  list<Step>  $before
     * @return list<Step>
     */
    public static function steps(Situation $s, string $side, array $before): array
    {
        $preheat = self::preheat($side);
        $weld = self::fusions()[$side === 'a' ? 0 : 1];
        $name = strtoupper($side);
        $group = "Side {$name}";
        $preheatLabel = LabelReading::shortStep($s, $preheat, $preheat->key('label'), 'Preheat label', "Read the preheat code of side {$name}. It is another label than that of the fusion.")->under($group);
        $heat = Fusing::step($s, $preheat, [$preheatLabel], 'Preheat', null, $group);
        $gap = self::gapStep($s, $side, $group);
        $label = $side === 'a' ? LabelReading::step($s, $weld, $weld->key('label'), 'Fusion label')
            : LabelReading::shortStep($s, $weld, $weld->key('label'), 'Fusion label', 'Read the fusion code of side B. Each side has its own.');
        $label = $label->under($group);

        return [$preheatLabel, $heat, $gap, $label, Fusing::step($s, $weld, [...$before, $preheatLabel, $heat, $gap, $label], 'Fuse', null, $group)];
    }

    /** @param  'a'|'b'  $side */
    private static function gapStep(Situation $s, string $side, string $group): Step
    {
        $preheat = self::preheat($side);
        $opens = self::preCooledAt($s, $side);
        $limit = $s->rulebook->limit('ef.gap.preheated_mm');
        $wait = Source::maker('pre-cooling time printed on the fitting')->tag();
        $gate = $opens === null ? new Gate('Side '.strtoupper($side).' has not been preheated yet.', null, $wait) : new Gate('The preheated side is still soft. Wait the pre-cooling time before the feeler goes in.', $opens, $wait);

        return new Step("gap_{$side}", 'Gap', 'Feel the gap all round after the pre-cooling time. Too wide anywhere: preheat this side again. Narrow enough: go on to the fusion.', [
            ReadingSpec::series("gap_{$side}_mm", 'Gap by feeler, from 12 o\'clock', Unit::Millimetre, 0, 20, [8, 12], 'gap_ring'),
        ], [new GapClosed($side)], ['The preheated zone is hot: gloves, and no hand between belts and pipe.'], static fn (): array => ['limit_mm' => $limit->value, 'dn_mm' => $s->facts->number('dn_mm'), 'preheats' => $s->readings->times($preheat->recordKey())],
            stale: self::gapIsStale($s, $side) ? ["gap_{$side}_mm"] : [], gate: $gate, group: $group);
    }

    /**
     * When the feeler may go in; null before the preheat.
     *
     * @param  'a'|'b'  $side
     */
    public static function preCooledAt(Situation $s, string $side): ?\DateTimeImmutable
    {
        $preheat = self::preheat($side);
        $end = $preheat->endedAt($s);
        $minutes = $s->readings->number($preheat->key('precool_min'));

        return $end === null || $minutes === null ? null : $end->setTimestamp($end->getTimestamp() + (int) ceil(60 * $minutes));
    }

    /**
     * Whether the gap was last felt before the last preheat had cooled.
     *
     * @param  'a'|'b'  $side
     */
    public static function gapIsStale(Situation $s, string $side): bool
    {
        $taken = $s->readings->reading("gap_{$side}_mm")?->takenAt;
        $from = self::preCooledAt($s, $side);

        return $taken !== null && ($from === null || $taken < $from);
    }

    /**
     * Whether the gap, felt since the last preheat, is still too wide.
     *
     * @param  'a'|'b'  $side
     */
    public static function gapIsOpen(Situation $s, string $side): bool
    {
        $gaps = $s->readings->series("gap_{$side}_mm");

        return $gaps !== null && $gaps !== [] && ! self::gapIsStale($s, $side) && Compare::atLeast(max($gaps), $s->limit('ef.gap.preheated_mm'));
    }

    /**
     * @param  'a'|'b'  $side
     * @return list<Clock>
     */
    public static function preCooling(Situation $s, string $side): array
    {
        $end = self::preheat($side)->endedAt($s);
        $due = self::preCooledAt($s, $side);

        return $end === null || $due === null || $s->readings->has("gap_{$side}_mm") && ! self::gapIsStale($s, $side) ? []
            : [new Clock("precool_{$side}", 'Side '.strtoupper($side).': pre-cooling', $end, $due, 'Feel the gap all round', Source::maker('pre-cooling time printed on the fitting')->tag())];
    }
}
