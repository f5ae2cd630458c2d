<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

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
use Diastoma\Core\Rulebook\Source;

/**
 * The circuits of a coupler: preheat, wait, feel the gap, again or go on, fuse. Two circuits are the sides a and b; one circuit is the whole coupler, felt
 * at both ends.
 *
 * @phpstan-type Side 'a'|'b'|'whole'
 */
final class Sides
{
    public const WHOLE = 'whole';

    /** @return list<Weld> preheat and fusion of side A, then of side B */
    public static function welds(): array
    {
        return [self::preheat('a'), self::fusion('a'), self::preheat('b'), self::fusion('b')];
    }

    /** @param  Side  $side */
    public static function preheat(string $side): Weld
    {
        /** @var array<string, Weld> $welds */
        static $welds = [];

        return $welds[$side] ??= Weld::preheat(
            $side === self::WHOLE ? 'pre' : "pre_{$side}", $side === self::WHOLE ? 'Preheat' : 'Side '.strtoupper($side).' preheat',
        );
    }

    /** @param  Side  $side */
    public static function fusion(string $side): Weld
    {
        /** @var array<string, Weld> $welds */
        static $welds = [];

        return $welds[$side] ??= $side === self::WHOLE ? Weld::only() : Weld::named("side_{$side}", 'Side '.strtoupper($side), 0.5);
    }

    /** @return Side */
    public static function sideOf(Weld $weld): string
    {
        return match (true) {
            str_ends_with($weld->name, '_a') => 'a', str_ends_with($weld->name, '_b') => 'b', default => self::WHOLE
        };
    }

    /**
     * Readings of the gap: one at each side, or both ends of a coupler with one circuit.
     *
     * @param  Side  $side
     * @return non-empty-array<string, string> label by key
     */
    public static function gaps(string $side): array
    {
        return $side === self::WHOLE ? [
            'gap_a_mm' => 'End A: gap by feeler, from 12 o\'clock', 'gap_b_mm' => 'End B: gap by feeler, from 12 o\'clock',
        ] : ["gap_{$side}_mm" => 'Gap by feeler, from 12 o\'clock'];
    }

    /**
     * @param  Side  $side
     * @param  list<Step>  $before
     * @param  bool  $first  whether the whole label of the fitting is read here
     * @return list<Step>
     */
    public static function steps(Situation $s, string $side, array $before, bool $preheated, bool $first): array
    {
        $weld = self::fusion($side);
        $group = $side === self::WHOLE ? 'Fusion' : 'Side '.strtoupper($side);
        $heating = $preheated ? self::heating($s, $side, $group) : [];
        $label = ($first ? LabelReading::step($s, $weld, $weld->key('label'), 'Fusion label')
            : LabelReading::shortStep(
                $s, $weld, $weld->key('label'), 'Fusion label', 'Read the fusion code of side '.strtoupper($side).'. Each side has its own.',
            ))->under($group);

        return [...$heating, $label, Fusing::step($s, $weld, [...$before, ...$heating, $label], 'Fuse', null, $group)];
    }

    /**
     * Preheat label, preheat and gap of one circuit.
     *
     * @param  Side  $side
     * @return list<Step>
     */
    public static function heating(Situation $s, string $side, string $group): array
    {
        $preheat = self::preheat($side);
        $of = $side === self::WHOLE ? '' : ' of side '.strtoupper($side);
        $label = LabelReading::shortStep(
            $s, $preheat, $preheat->key('label'), 'Preheat label', "Read the preheat code{$of}. It is another label than that of the fusion.",
        )->under($group);

        return [$label, Fusing::step($s, $preheat, [$label], 'Preheat', null, $group), self::gapStep($s, $side, $group)];
    }

    /** @param  Side  $side */
    private static function gapStep(Situation $s, string $side, string $group): Step
    {
        $preheat = self::preheat($side);
        $opens = self::preCooledAt($s, $side);
        $limit = $s->rulebook->limit('ef.gap.preheated_mm');
        $wait = Source::maker('pre-cooling time printed on the fitting')->tag();
        $gate = $opens === null ? new Gate(($side === self::WHOLE ? 'It' : 'Side '.strtoupper($side)).' has not been preheated yet.', null, $wait) : new Gate(
            'The preheated coupler is still soft. Wait the pre-cooling time before the feeler goes in.', $opens, $wait,
        );
        $specs = $rules = $stale = [];
        foreach (self::gaps($side) as $key => $label) {
            $specs[] = ReadingSpec::series($key, $label, Unit::Millimetre, 0, 20, [8, 12], 'gap_ring');
            $rules[] = new GapClosed($side, $key);
            $stale = [...$stale, ...(self::isStale($s, $side, $key) ? [$key] : [])];
        }

        return new Step($side === self::WHOLE ? 'gap' : "gap_{$side}", 'Gap',
            'Feel the gap all round after the pre-cooling time. Too wide anywhere: preheat again. Narrow enough: go on to the fusion.', $specs, $rules,
            ['The preheated zone is hot: gloves, and no hand between belts and pipe.'], static fn (): array => [
                'limit_mm' => $limit->value, 'dn_mm' => $s->facts->number('dn_mm'), 'preheats' => $s->readings->times($preheat->recordKey()),
            ], stale: $stale, gate: $gate, group: $group);
    }

    /**
     * When the feeler may go in; null before the preheat.
     *
     * @param  Side  $side
     */
    public static function preCooledAt(Situation $s, string $side): ?\DateTimeImmutable
    {
        $preheat = self::preheat($side);
        $end = $preheat->endedAt($s);
        $minutes = $s->readings->number($preheat->key('precool_min'));

        return $end === null || $minutes === null ? null : $end->setTimestamp($end->getTimestamp() + (int) ceil(60 * $minutes));
    }

    /**
     * Whether a gap was last felt before the last preheat had cooled.
     *
     * @param  Side  $side
     */
    public static function isStale(Situation $s, string $side, string $key): bool
    {
        $taken = $s->readings->reading($key)?->takenAt;
        $from = self::preCooledAt($s, $side);

        return $taken !== null && ($from === null || $taken < $from);
    }

    /**
     * Whether a gap, felt since the last preheat, is still too wide.
     *
     * @param  Side  $side
     */
    public static function gapIsOpen(Situation $s, string $side): bool
    {
        foreach (array_keys(self::gaps($side)) as $key) {
            $gaps = $s->readings->series($key);
            if ($gaps !== null && $gaps !== [] && ! self::isStale($s, $side, $key) && Compare::atLeast(max($gaps), $s->limit('ef.gap.preheated_mm'))) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  Side  $side
     * @return list<Clock>
     */
    public static function preCooling(Situation $s, string $side): array
    {
        $end = self::preheat($side)->endedAt($s);
        $due = self::preCooledAt($s, $side);
        $key = array_key_first(self::gaps($side));

        return $end === null || $due === null || $s->readings->has($key) && ! self::isStale($s, $side, $key) ? []
            : [new Clock(
                $side === self::WHOLE ? 'precool' : "precool_{$side}", $side === self::WHOLE ? 'Pre-cooling' : 'Side '.strtoupper($side).': pre-cooling',
                $end, $due, 'Feel the gap all round', Source::maker('pre-cooling time printed on the fitting')->tag(),
            )];
    }
}
