<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Coupler;

use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Electrofusion\Rules\OvalityAtJoint;
use Diastoma\Core\Electrofusion\Rules\SolventAllowed;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Rules\Confirmed;
use Diastoma\Core\Rulebook\Rules\NumberAtLeast;
use Diastoma\Core\Rulebook\Rules\NumberAtMost;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Marks, scraping, marking again, re-rounding and cleaning: what makes the surface fit to fuse. */
final class Surface
{
    /** @return list<Step> */
    public static function steps(Situation $s): array
    {
        return [self::marks($s), self::scrape(), self::remark($s), self::reRound($s), self::clean($s)];
    }

    private static function marks(Situation $s): Step
    {
        /** @var ?list<Rule> $rules */
        static $rules = null;
        $rules ??= self::markRules();

        return new Step('marks', 'Marks', 'Mark stab depth and scrape length on both ends with a grease-free marker, all round. Then measure the marks.', [
            ...self::bothEnds('stab_mark', 'stab mark from the end', 'marks_ruler'),
            ...self::bothEnds('scrape_mark', 'scrape mark from the end', 'marks_ruler'),
        ], $rules, [], self::markGuide($s));
    }

    /** @return list<Rule> */
    private static function markRules(): array
    {
        return [
            self::stabRule('stab_mark', 'a'), self::stabRule('stab_mark', 'b'),
            ...array_map(static fn (string $end): Rule => new NumberAtLeast(
                "ef.scrape_mark.{$end}", ["scrape_mark_{$end}_mm", 'fitting_length_mm'],
                static fn (Situation $s): ?float => $s->readings->has('fitting_length_mm') ? $s->readings->number("scrape_mark_{$end}_mm") : null,
                'ef.scrape.beyond_stab_mm', 'End '.strtoupper($end).': scrape mark at', 'Draw the scrape mark further back.', Severity::Mend,
                'Past the fitting\'s edge the scraped zone shows that scraping reached all of the joint.',
                static fn (Situation $s): float => Preparation::marks($s)->scrapeMm ?? 0.0, Unit::Millimetre,
            ), ['a', 'b']),
        ];
    }

    private static function scrape(): Step
    {
        /** @var ?Step $step nothing in it depends on the joint */
        static $step = null;

        return $step ??= new Step('scrape', 'Scrape', 'Rotary scraper, one continuous ribbon, to the scrape mark. Measure the mean diameter again with a pi tape or at the same clock positions.', [
            ...self::bothEnds('od_after', 'mean diameter after scraping', 'pi_tape'),
            ReadingSpec::yesNo('ink_gone', 'All ink gone on both ends?'),
            ReadingSpec::choice('ribbon', 'The ribbon came off', ['in one piece', 'in pieces']),
        ], [
            ...array_map(static fn (string $end): Rule => new NumberAtLeast(
                "ef.scrape.{$end}", ["od_after_{$end}_mm", "diameters_{$end}_mm"],
                static function (Situation $s) use ($end): ?float {
                    $before = OvalityAtJoint::roundness($s, $end, false);
                    $after = $s->readings->number("od_after_{$end}_mm");

                    return $before === null || $after === null ? null : ($before->meanMm - $after) / 2;
                },
                'ef.scrape.radial_mm', 'End '.strtoupper($end).': scraped off, radially,', 'Scrape the whole surface once more, then measure again. Watch the gap.', Severity::Mend,
                'Weathered skin does not fuse. Removal is half the difference of mean diameters before and after.',
            ), ['a', 'b']),
            new Confirmed('ef.ink', 'ink_gone', 'All ink gone.', 'Ink is left.', 'Scrape the whole surface again and change the blade.', Severity::Mend, Source::commonPractice(), 'Where ink is left, nothing was taken off.'),
            new class implements Rule
            {
                public function id(): string
                {
                    return 'ef.ribbon';
                }

                public function judge(Situation $situation): ?\Diastoma\Core\Rulebook\Finding
                {
                    $ribbon = $situation->readings->text('ribbon');
                    if ($ribbon === null) {
                        return null;
                    }
                    $whole = $ribbon === 'in one piece';

                    return new \Diastoma\Core\Rulebook\Finding(
                        'ef.ribbon', $whole ? Severity::Go : Severity::Watch, "The ribbon came off {$ribbon}.",
                        $whole ? '' : 'Look for missed patches all round before going on.', Source::commonPractice(), ['ribbon'],
                    );
                }
            },
        ], ['Scraper blades cut: gloves on, hands off the track. Never scrape more to make an oval pipe fit.']);
    }

    private static function remark(Situation $s): Step
    {
        return new Step('remark', 'Mark again', 'Chamfer outside, deburr inside only. Draw the stab mark again on the scraped surface.', [
            ReadingSpec::yesNo('chamfered', 'Chamfered outside, deburred inside?'),
            ...self::bothEnds('stab_remark', 'new stab mark from the end', 'marks_ruler'),
        ], [
            new Confirmed('ef.chamfer', 'chamfered', 'Chamfered and deburred.', 'An edge is left.', 'Chamfer and deburr; an edge can tear the coil.', Severity::Mend, Source::commonPractice()),
            self::stabRule('stab_remark', 'a'), self::stabRule('stab_remark', 'b'),
        ], ['Deburr inside only: never round the scraped outside by hand.'], self::markGuide($s));
    }

    private static function reRound(Situation $s): Step
    {
        $told = OvalityAtJoint::mustBeReRounded($s);
        $clampedLater = false;
        $dn = $s->facts->number('dn_mm');
        $guide = ['allowed_mm' => OvalityAtJoint::allowedMm($s), 'dn_mm' => $dn];
        $readings = [];
        foreach (['a', 'b'] as $end) {
            $free = OvalityAtJoint::roundness($s, $end, false);
            $guide[$end] = Preparation::dial(OvalityAtJoint::roundness($s, $end, true) ?? $free);
            $guide["clamp_{$end}"] = Preparation::dial($free)['clock'] ?? null;
            $spec = ReadingSpec::series("clamped_diameters_{$end}_mm", 'End '.strtoupper($end).': diameters under the clamp', Unit::Millimetre, 0.8 * $dn, 1.2 * $dn, [2, 4, 6], 'roundness_dial');
            $over = $free !== null && ! \Diastoma\Core\Quantity\Compare::atMost($free->ovalityMm, OvalityAtJoint::allowedMm($s));
            $readings[] = $over ? $spec : $spec->optional();
            $clampedLater = $clampedLater || $over && $s->readings->has('fusion') && ! $s->readings->has($spec->key);
        }

        return new Step('reround', 'Re-round', 'Clamp close to the stab mark and squeeze along the long axis. Let the pipe relax, then measure again under the clamp.', $readings, [
            new OvalityAtJoint('a', true), new OvalityAtJoint('b', true),
        ], ['A clamp under load can jump: stand beside it, not over it.'], $guide, match (true) {
            ! $told => 'Not told: both ends are round enough without a clamp.',
            $clampedLater => 'Too late: the joint was fused without it. Nothing under a clamp can be measured any more.',
            default => '',
        });
    }

    private static function clean(Situation $s): Step
    {
        $dry = $s->rulebook->limit('ef.drying_s');

        return new Step('clean', 'Clean', 'Fresh, lint-free, undyed wipe; once round, never across the ink. Let it dry fully. Do not touch.', [
            ReadingSpec::choice('solvent', 'Cleaning agent', [...($s->rulebook->choices['ef.solvents'] ?? []), 'something else']),
            ReadingSpec::now('wiped_at', 'Wiped'),
            ReadingSpec::now('dry_at', 'Dry'),
            ReadingSpec::yesNo('untouched', 'Nothing and nobody has touched it since?'),
        ], [
            new SolventAllowed,
            new NotBefore('ef.drying', 'dry_at', static fn (Situation $s): ?\DateTimeImmutable => $s->readings->time('wiped_at')?->setTimestamp($s->readings->time('wiped_at')->getTimestamp() + (int) $s->limit('ef.drying_s')), 'Called dry', 'Wait out the drying time, look, and press “Dry” again.', Severity::Mend, $dry->source, 'Solvent shut in the joint boils and blows the melt.'),
            new Confirmed('ef.untouched', 'untouched', 'Not touched.', 'It was touched.', 'Wipe it again and let it dry again.', Severity::Mend, Source::commonPractice()),
        ], ['Solvent vapour burns: no flame, no sparks, air moving. Gloves and glasses on.'], ['drying_s' => $dry->value]);
    }

    /** @return list<ReadingSpec> */
    private static function bothEnds(string $key, string $label, string $instrument): array
    {
        /** @var array<string, list<ReadingSpec>> $known nothing in them depends on the joint */
        static $known = [];

        return $known[$key] ??= array_map(static fn (string $end): ReadingSpec => ReadingSpec::number("{$key}_{$end}_mm", 'End '.strtoupper($end).": {$label}", Unit::Millimetre, 1, 2000, '', $instrument), ['a', 'b']);
    }

    /** @param  'a'|'b'  $end */
    private static function stabRule(string $key, string $end): Rule
    {
        return new NumberAtMost(
            "ef.{$key}.{$end}", ["{$key}_{$end}_mm", 'fitting_length_mm'],
            static function (Situation $s) use ($key, $end): ?float {
                $marks = Preparation::marks($s);
                $at = $s->readings->number("{$key}_{$end}_mm");

                return $marks === null || $at === null ? null : abs($at - $marks->stabMm);
            },
            'ef.stab.tolerance_mm', 'End '.strtoupper($end).': stab mark off its place by', 'Rub it out and mark again at half the coupler\'s length.', Severity::Mend,
            'A mark too short hides a pipe that is not fully in: bare coil overheats.',
        );
    }

    /** @return array<string, mixed> */
    private static function markGuide(Situation $s): array
    {
        $marks = Preparation::marks($s);

        return $marks === null ? [] : ['stab_mm' => $marks->stabMm, 'scrape_mm' => $marks->scrapeMm, 'wash_mm' => $marks->washMm, 'dn_mm' => $s->facts->number('dn_mm'), 'wall_mm' => $s->facts->number('wall_mm')];
    }
}
