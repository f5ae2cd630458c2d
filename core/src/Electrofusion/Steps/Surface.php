<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionStory;
use Diastoma\Core\Electrofusion\Rules\ExpectedGap;
use Diastoma\Core\Electrofusion\Rules\OvalityAtJoint;
use Diastoma\Core\Electrofusion\Rules\RibbonWhole;
use Diastoma\Core\Electrofusion\Rules\SameMean;
use Diastoma\Core\Electrofusion\Rules\ScrapedOff;
use Diastoma\Core\Electrofusion\Rules\SolventAllowed;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Shared;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Marks, scraping, marking again, re-rounding and cleaning: what makes the surface fit to fuse. */
final class Surface
{
    /** @return list<Step> */
    public static function steps(Situation $s, Ends $ends): array
    {
        return [self::marks($s, $ends), self::scrape($s, $ends), self::remark($s, $ends), self::reRound($s, $ends), self::clean($s, $ends)];
    }

    private static function marks(Situation $s, Ends $ends): Step
    {
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= [
            ...$ends->each(static fn (string $end): Rule => self::stabRule('stab_mark', $end)),
            ...$ends->each(static fn (string $end): Rule => self::scrapeMarkRule($end, in_array($end, $ends->slipped, true))),
        ];
        $whole = $ends->slipped === [] ? '' : ' On the spool the scrape mark goes past the coupler\'s full length: it slides on whole.';

        return new Step('marks', 'Marks', 'Mark stab depth and scrape length on every end with a grease-free marker, all round. Then measure the '
            ."marks.{$whole}", [
                ...self::everyEnd($ends, 'stab_mark', 'stab mark from the end', 'marks_ruler'),
                ...self::everyEnd($ends, 'scrape_mark', 'scrape mark from the end', 'marks_ruler'),
            ], $rules[$ends->id], [], static fn (): array => self::markGuide($s, $ends, 'stab_mark'));
    }

    private static function scrapeMarkRule(string $end, bool $slipped): Rule
    {
        return new NumberAtLeast(
            "ef.scrape_mark.{$end}", ["scrape_mark_{$end}_mm", 'fitting_length_mm'],
            static fn (Situation $s): ?float => $s->readings->has('fitting_length_mm') ? $s->readings->number("scrape_mark_{$end}_mm") : null,
            'ef.scrape.beyond_stab_mm', Ends::name($end).': scrape mark at', 'Draw the scrape mark further back.', Severity::Mend,
            'Past the fitting\'s edge the scraped zone shows that scraping reached all of the joint.',
            static fn (Situation $s): float => Preparation::marks($s, $slipped)->scrapeMm ?? 0.0, Unit::Millimetre,
        );
    }

    private static function scrape(Situation $s, Ends $ends): Step
    {
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= self::scrapeRules($ends);

        return new Step('scrape', 'Scrape', 'Rotary scraper, one continuous ribbon, to the scrape '
            .'mark.'.Scribe::instruction($s).' Measure the mean diameter again with a pi tape or at the same clock positions.', [
                ReadingSpec::yesNo('scraper_checked', 'Scraper checked before use: blade sharp, spring and stop as they should be?')->shared(Shared::Tools),
                ...Scribe::specs($s),
                ReadingSpec::number(
                    'fitting_bore_mm', "Fitting's bore", Unit::Millimetre, 16, 2000,
                    "From the maker's sheet, or measured through the open end; says how often the scraper may go round", 'pass_table',
                )->optional(),
                ReadingSpec::number(
                    'ribbon_mm', 'Thickness of one ribbon', Unit::Millimetre, 0.02, 2, 'Depth of one pass, by calliper', 'pass_table',
                )->optional(),
                ...self::everyEnd($ends, 'od_after', 'mean diameter after scraping', 'pi_tape'),
                ReadingSpec::yesNo('ink_gone', 'All ink gone on every end?'),
                ReadingSpec::choice('ribbon', 'The ribbon came off', RibbonWhole::ALL)->usually(RibbonWhole::ALL[0]),
                self::wrapped(),
            ], [
                ...$rules[$ends->id], ...Scribe::rules(),
            ], ['Scraper blades cut: gloves on, hands off the track. Never scrape more to make an oval pipe '
                .'fit.'], static fn (): array => ['passes' => ScraperPasses::guide($s, $ends)]);
    }

    /** Bare it keeps some hours, wrapped a day. */
    public static function wrapped(): ReadingSpec
    {
        return ReadingSpec::yesNo(FusionStory::WRAPPED, 'Wrapped clean until it is wiped?', 'Only where it waits: a bare end gathers dust and skins over')
            ->apart()->optional()->since(StoryOf::SINCE);
    }

    /** @return list<Rule> */
    private static function scrapeRules(Ends $ends): array
    {
        return [
            ...$ends->each(static fn (string $end): Rule => new ScrapedOff($end)),
            new Confirmed(
                'ef.scraper', 'scraper_checked', 'Scraper checked.', 'The scraper was not checked.',
                'Check it now: blade, spring, stop. Then scrape the whole surface once more.', Severity::Mend, Source::commonPractice(),
                'A blunt or tilted blade rubs the skin in instead of taking it off.',
            ),
            ...$ends->each(static fn (string $end): Rule => new ExpectedGap($end)),
            new Confirmed(
                'ef.ink', 'ink_gone', 'All ink gone.', 'Ink is left.', 'Scrape the whole surface again and change the blade.', Severity::Mend,
                Source::commonPractice(), 'Where ink is left, nothing was taken off.',
            ),
            new RibbonWhole,
        ];
    }

    private static function remark(Situation $s, Ends $ends): Step
    {
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= [
            new Confirmed(
                'ef.chamfer', 'chamfered', 'Chamfered and deburred.', 'An edge is left.', 'Chamfer and deburr; an edge can tear the coil.', Severity::Mend,
                Source::commonPractice(),
            ),
            ...$ends->each(static fn (string $end): Rule => self::stabRule('stab_remark', $end)),
        ];

        return new Step('remark', 'Mark again', 'Chamfer outside, deburr inside only. Draw the stab mark again on the scraped surface.', [
            ReadingSpec::yesNo('chamfered', 'Chamfered outside, deburred inside?'),
            ...self::everyEnd($ends, 'stab_remark', 'new stab mark from the end', 'marks_ruler'),
        ], $rules[$ends->id], ['Deburr inside only: never round the scraped outside by hand.'],
            static fn (): array => self::markGuide($s, $ends, 'stab_remark'));
    }

    private static function reRound(Situation $s, Ends $ends): Step
    {
        $told = OvalityAtJoint::mustBeReRounded($s, $ends);
        $tooLate = false;
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= array_merge(...$ends->each(static fn (string $end): array => [new OvalityAtJoint($end, true), self::sameUnderClamp($end)]));
        $readings = [];
        foreach ($ends->letters as $end) {
            [$spec, $optional] = self::clampedSpecs($end, $s->facts->number('dn_mm'));
            $over = $told && OvalityAtJoint::isOval($s, $end);
            $readings[] = $over ? $spec : $optional;
            $tooLate = $tooLate || $over && $s->readings->has('fusion') && ! $s->readings->has($spec->key);
        }

        return new Step('reround', 'Re-round', 'Clamp close to the stab mark and squeeze along the long axis. Let the pipe relax (a large hydraulic '
            .'clamp: several minutes), then measure again under the clamp.', $readings,
            $rules[$ends->id], [
                'A clamp under load can jump: stand beside it, not over it.'], static fn (): array => self::clampGuide($s, $ends), match (true) {
                    ! $told => 'Not needed: every end is round enough without a clamp.',
                    $tooLate => 'Too late: the joint was fused without it. Nothing under a clamp can be measured any more.',
                    default => '',
                });
    }

    public static function sameUnderClamp(string $end): Rule
    {
        return new SameMean("ef.clamped_mean.{$end}", [
            "clamped_diameters_{$end}_mm", "diameters_{$end}_mm",
        ], static fn (Situation $s): ?float => OvalityAtJoint::roundness($s, $end, true)?->meanMm,
            static fn (Situation $s): ?float => OvalityAtJoint::roundness($s, $end, false)?->meanMm, Ends::name($end).', free and under the clamp');
    }

    /** @return array{ReadingSpec, ReadingSpec} asked for and not */
    private static function clampedSpecs(string $end, float $dn): array
    {
        /** @var array<string, array{ReadingSpec, ReadingSpec}> $known by end and size */
        static $known = [];
        if (isset($known[$end.$dn])) {
            return $known[$end.$dn];
        }
        $spec = ReadingSpec::series(
            "clamped_diameters_{$end}_mm", Ends::name($end).': diameters under the clamp', Unit::Millimetre, 0.8 * $dn, 1.2 * $dn, [3, 2, 4, 6],
            'roundness_dial',
        );

        return $known[$end.$dn] = [$spec, $spec->optional()];
    }

    /** @return array<string, mixed> */
    private static function clampGuide(Situation $s, Ends $ends): array
    {
        return Preparation::dialsOf($s, $ends->letters, true);
    }

    /** Each end is wiped and dried by itself: the last one wiped is not dry when the first is. */
    public static function clean(Situation $s, Ends $ends): Step
    {
        $dry = $s->rulebook->limit('ef.drying_s');
        /** @var array<string, list<Rule>> $rules by the ends */
        static $rules = [];
        $rules[$ends->id] ??= [
            new SolventAllowed,
            ...$ends->each(static fn (string $end): Rule => Wipe::rule(
                "ef.drying.{$end}", "wiped_{$end}_at", "dry_{$end}_at", $ends->prefix($end).'called dry',
            )),
            new Confirmed(
                'ef.untouched', 'untouched', 'Not touched.', 'It was touched.', 'Wipe it again and let it dry again.', Severity::Mend,
                Source::commonPractice(),
            ),
        ];

        return new Step('clean', 'Clean', 'Fresh, lint-free, undyed wipe for each; once round, never across the ink. Let it dry fully. Do not touch.', [
            ReadingSpec::choice('solvent', 'Cleaning agent', [...($s->rulebook->choices['ef.solvents'] ?? []), 'something else'])->shared(Shared::Cleaning),
            ...array_merge(...$ends->each(static fn (string $end): array => Wipe::specs("wiped_{$end}_at", "dry_{$end}_at", $ends->prefix($end)))),
            ReadingSpec::yesNo('untouched', 'Nothing and nobody has touched it since?'),
        ], $rules[$ends->id], ['Solvent vapour burns: no flame, no sparks, air moving. Gloves and glasses on.'], ['drying_s' => $dry->value]);
    }

    /** @return list<ReadingSpec> */
    private static function everyEnd(Ends $ends, string $key, string $label, string $instrument): array
    {
        /** @var array<string, list<ReadingSpec>> $known nothing in them depends on the joint */
        static $known = [];

        return $known[$ends->id.$key] ??= $ends->each(static fn (string $end): ReadingSpec => ReadingSpec::number(
            "{$key}_{$end}_mm", Ends::name($end).": {$label}", Unit::Millimetre, 1, 2000, '', $instrument,
        ));
    }

    private static function stabRule(string $key, string $end): Rule
    {
        return new NumberAtMost(
            "ef.{$key}.{$end}", ["{$key}_{$end}_mm", 'fitting_length_mm'],
            static function (Situation $s) use ($key, $end): ?float {
                $marks = Preparation::marks($s);
                $at = $s->readings->number("{$key}_{$end}_mm");

                return $marks?->stabMm === null || $at === null ? null : abs($at - $marks->stabMm);
            },
            'ef.stab.tolerance_mm', Ends::name($end).': stab mark off its place by',
            'Rub it out and mark again at half the coupler\'s length, or at the depth of its centre stop.', Severity::Mend,
            'A mark too short hides a pipe that is not fully in: bare coil overheats.',
        );
    }

    /**
     * @param  string  $mark  name of the reading of a stab mark
     * @return array<string, mixed> one ruler for the ends that are marked alike; a coupler that slides on whole wants its own
     */
    private static function markGuide(Situation $s, Ends $ends, string $mark): array
    {
        $marks = Preparation::marks($s);
        if ($marks === null) {
            return [];
        }
        $still = array_values(array_diff($ends->letters, $ends->slipped));

        return [
            'stab_mm' => $marks->stabMm, 'wash_mm' => $marks->washMm, 'dn_mm' => $s->facts->number('dn_mm'), 'wall_mm' => $s->facts->number('wall_mm'),
            'rulers' => $ends->slipped === [] ? [self::ruler($ends->letters, '', $marks->scrapeMm, $mark)] : [
                self::ruler($still, 'On the main, ends %s', $marks->scrapeMm, $mark),
                self::ruler($ends->slipped, 'On the spool, ends %s: the coupler slides on whole', Preparation::marks($s, true)?->scrapeMm, $mark),
            ],
        ];
    }

    /**
     * @param  list<string>  $letters  ends that are marked alike
     * @return array{title: string, scrape_mm: ?float, ends: list<array{end: string, reading: string}>}
     */
    private static function ruler(array $letters, string $title, ?float $scrapeMm, string $mark): array
    {
        return [
            'title' => sprintf($title, implode(' and ', array_map(strtoupper(...), $letters))), 'scrape_mm' => $scrapeMm,
            'ends' => array_map(static fn (string $end): array => ['end' => strtoupper($end), 'reading' => "{$mark}_{$end}_mm"], $letters),
        ];
    }
}
