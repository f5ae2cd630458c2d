<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Electrofusion\Marks;
use Diastoma\Core\Electrofusion\Rules\OvalityAtJoint;
use Diastoma\Core\Electrofusion\Rules\RibbonWhole;
use Diastoma\Core\Electrofusion\Rules\SameMean;
use Diastoma\Core\Electrofusion\Rules\SizedAsDrawn;
use Diastoma\Core\Electrofusion\Rules\Washed;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Scribe;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The place on the main: looked at, washed, measured, marked, scraped. */
final class Place
{
    /** @return list<Step> */
    public static function steps(Situation $s): array
    {
        return [self::inspect($s), self::wash(), self::measure($s), self::reRound($s), self::marks($s), self::scrape($s)];
    }

    private static function inspect(Situation $s): Step
    {
        $wall = $s->facts->number('wall_mm');

        return new Step('inspect', 'Inspect', 'Choose the place: clear of joints, other fittings and damage. Read the print line and feel round it.', [
            ReadingSpec::yesNo('print_line_ok', 'Print line agrees with the drawing (material, size, SDR)?', instrument: ReadingSpec::PRINT_LINE)->visible(),
            Preparation::conventionSpec(),
            ReadingSpec::number('gouge_a_mm', 'Deepest gouge under the fitting', Unit::Millimetre, 0, $wall, '0 when there is none'),
            ReadingSpec::yesNo('surface_sound', 'No bruise, flat or embedded stone in the zone?'),
        ], [
            new SizedAsDrawn,
            new Confirmed(
                'ef.print_line', 'print_line_ok', 'Print line agrees.', 'The print line does not agree with the drawing.',
                'Do not join. Find out what lies here before going on.', Severity::Stop, Source::commonPractice(),
            ),
            new NumberAtMost(
                'ef.gouge.a', ['gouge_a_mm'],
                static fn (Situation $s): ?float => ($depth = $s->readings->number('gouge_a_mm')) === null ? null : 100 * $depth / $s->facts->number('wall_mm'),
                'ef.gouge.share_percent', 'Gouge takes, of the wall,', 'Take another place: this one cannot be cut off.',
            ),
            new Confirmed(
                'ef.surface', 'surface_sound', 'Surface sound.', 'The surface is damaged.', 'Take another place.', Severity::Mend, Source::commonPractice(),
            ),
        ], [], ['wall_mm' => $wall]);
    }

    private static function wash(): Step
    {
        return new Step('wash', 'Wash',
            'Measure the fitting\'s width along the pipe. Wash that and one width to each side, all round where it will sit, and dry it.', [
                ReadingSpec::number(
                    'footprint_mm', "Fitting's width along the pipe", Unit::Millimetre, 20, 2000, 'Measure through the bag; leave it closed', 'rule',
                ),
                ReadingSpec::number('wash_length_mm', 'Washed length along the pipe', Unit::Millimetre, 0, 10000),
                ReadingSpec::number('piece_mm', 'Length of the pipe, where it is shorter than the wash', Unit::Millimetre, 20, 10000, '', 'rule')->optional(),
                ReadingSpec::yesNo('mud_gone', 'No mud or film left to feel or see?'),
            ], [
                new Washed('footprint_mm'),
                new Confirmed('ef.mud', 'mud_gone', 'No mud left.', 'Mud or film is left.', 'Wash again and dry.', Severity::Mend, Source::commonPractice()),
            ]);
    }

    private static function measure(Situation $s): Step
    {
        $dn = $s->facts->number('dn_mm');

        return new Step('measure', 'Diameters',
            'Pi tape round the main for the mean, then diameters at clock positions under the base. First 12–6, then on round by equal steps.', [
                ReadingSpec::number(
                    'circumference_mm', 'Circumference, or π × what a pi tape reads', Unit::Millimetre, M_PI * 0.8 * $dn, M_PI * 1.2 * $dn, '', 'pi_tape',
                ),
                ReadingSpec::series('diameters_a_mm', 'Outside diameters under the base', Unit::Millimetre, 0.8 * $dn, 1.2 * $dn, [3, 2, 4, 6],
                    'roundness_dial'),
            ], [
                new MainDiameter, new OvalityAtJoint('a', false),
                new SameMean(
                    'ef.main_mean', ['diameters_a_mm', 'circumference_mm'],
                    static fn (Situation $s): ?float => OvalityAtJoint::roundness($s, 'a', false)?->meanMm, self::meanOd(...), 'Tape and diameters',
                ),
            ], [], static fn (): array => Preparation::dialsOf($s, ['a']));
    }

    private static function reRound(Situation $s): Step
    {
        $dn = $s->facts->number('dn_mm');
        $oval = OvalityAtJoint::isOval($s, 'a');
        $spec = ReadingSpec::series('clamped_diameters_a_mm', 'Diameters under the clamp', Unit::Millimetre, 0.8 * $dn, 1.2 * $dn, [3, 2, 4, 6],
            'roundness_dial');

        return new Step('reround', 'Re-round',
            'Clamp on both sides of the base and squeeze along the long axis. Let the pipe relax, then measure again.', [$oval ? $spec : $spec->optional()],
            [
                new OvalityAtJoint('a', true), Surface::sameUnderClamp('a'),
            ], ['A clamp under load can jump: stand beside it, not over it.'],
            static fn (): array => Preparation::dialsOf($s, ['a'], true), $oval ? '' : 'Not needed: the main is round enough under the base.');
    }

    private static function marks(Situation $s): Step
    {
        return new Step('marks', 'Marks',
            'Hold the fitting, in its bag, on its place and mark just outside its footprint, all round, with a grease-free marker.', [
                ReadingSpec::number('marked_mm', 'Between the marks, along the pipe', Unit::Millimetre, 10, 4000, '', 'marks_ruler'),
            ], [
                new NumberAtLeast(
                    'ef.footprint_mark', ['marked_mm', 'footprint_mm'],
                    static fn (Situation $s): ?float => $s->readings->has('footprint_mm') ? $s->readings->number('marked_mm') : null,
                    'ef.wash.fitting_lengths', 'Marked', 'Mark again, just outside the footprint.', Severity::Mend,
                    'Scraped pipe must show all round the fitting.', static fn (Situation $s): float => self::footprint($s)->scrapeMm ?? 0.0, Unit::Millimetre,
                ),
            ], [], static fn (): array => self::footprint($s) === null ? [] : [
                'footprint_mm' => self::footprint($s)->scrapeMm, 'wash_mm' => self::footprint($s)->washMm, 'dn_mm' => $s->facts->number('dn_mm'),
                'wall_mm' => $s->facts->number('wall_mm'),
            ]);
    }

    private static function scrape(Situation $s): Step
    {
        return new Step('scrape', 'Scrape',
            'Scrape the whole footprint to the marks.'.Scribe::instruction($s).' Measure the ribbon: on a barrel it tells the depth.', [
                ReadingSpec::yesNo('scraper_checked', 'Scraper checked before use: blade sharp, spring and stop as they should be?'),
                ...Scribe::specs($s),
                ReadingSpec::number('ribbon_mm', 'Thickness of the ribbon', Unit::Millimetre, 0, 3, 'Where it is thinnest, by calliper'),
                ReadingSpec::yesNo('ink_gone', 'All ink gone, right to the marks?'),
                ReadingSpec::choice('ribbon', 'The ribbon came off', RibbonWhole::ALL), Surface::wrapped(),
            ], [
                new NumberAtLeast(
                    'ef.scrape.a', ['ribbon_mm'], static fn (Situation $s): ?float => $s->readings->number('ribbon_mm'), 'ef.scrape.radial_mm',
                    'Scraped off, radially,', 'Scrape the whole footprint once more.', Severity::Mend, 'Weathered skin does not fuse.',
                ),
                new Confirmed(
                    'ef.ink', 'ink_gone', 'All ink gone.', 'Ink is left.', 'Scrape the whole footprint again and change the blade.', Severity::Mend,
                    Source::commonPractice(), 'Where ink is left, nothing was taken off.',
                ),
                new NumberAtMost(
                    'ef.scrape_deep.a', ['ribbon_mm'],
                    static fn (Situation $s): ?float => ($mm = $s->readings->number('ribbon_mm')) === null ? null : 100 * $mm / $s->facts->number('wall_mm'),
                    'ef.gouge.share_percent', 'The ribbon takes, of the wall,', 'Too deep for a main that is in use: take another place, or ask the engineer.',
                    Severity::Mend, 'A barrel cannot be cut back.',
                ),
                new RibbonWhole,
                new Confirmed(
                    'ef.scraper', 'scraper_checked', 'Scraper checked.', 'The scraper was not checked.',
                    'Check it now: blade, spring, stop. Then scrape the whole footprint once more.', Severity::Mend, Source::commonPractice(),
                    'A blunt or tilted blade rubs the skin in instead of taking it off.',
                ),
                ...Scribe::rules(),
            ], ['Scraper blades cut: gloves on, hands off the track.']);
    }

    private static function footprint(Situation $s): ?Marks
    {
        return $s->once('footprint', static function () use ($s): ?Marks {
            $width = $s->readings->number('footprint_mm');

            return $width === null ? null : Marks::ofSaddle($width, $s->rulebook);
        });
    }

    /** Mean diameter of the main from the tape, against the pipe standard. */
    public static function meanOd(Situation $s): ?float
    {
        $round = $s->readings->number('circumference_mm');

        return $round === null ? null : $round / M_PI;
    }
}
