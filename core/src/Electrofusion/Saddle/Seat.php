<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Putting the saddle on its place. */
final class Seat
{
    public static function step(Situation $s): Step
    {
        return new Step('assemble', 'Seat it',
            'Set the fitting between the marks. Tighten under-clamp or spider evenly until a feeler finds no gap anywhere round the base.', [
                ReadingSpec::yesNo('between_marks', 'Scraped pipe shows all round the base?'),
                ReadingSpec::yesNo('clamped', 'Under-clamp or spider on and tight?'),
                ReadingSpec::series(
                    'feeler_before_mm', 'Under the base by feeler, from 12 o\'clock of the outlet', Unit::Millimetre, 0, 20, [8, 4, 12], 'gap_ring',
                    '0 where the thinnest leaf does not go in',
                ),
            ], [
                new Confirmed(
                    'ef.between_marks', 'between_marks', 'Between the marks.', 'It sits on unscraped pipe.',
                    'Do not fuse. Take it off, scrape to past the footprint, clean again.', Severity::Stop, Source::commonPractice(),
                    'Unscraped skin does not fuse.',
                ),
                new Confirmed(
                    'ef.clamped', 'clamped', 'Clamped down.', 'Not clamped.', 'Fit and tighten the under-clamp or spider: melt needs pressure.', Severity::Mend,
                    Source::commonPractice(),
                ),
                Assembly::gapRule(
                    'feeler_before_mm', 'ef.feeler_before', 'ef.saddle.gap_mm', 'Under the base',
                    'Do not fuse yet. Tighten the under-clamp or spider evenly; if the base still does not sit, take it off, look for dirt and flats under '
                        .'it, re-round the main, and seat it again.',
                ),
            ], ['Fingers out from under the saddle before the clamp is tightened.'], ['limit_mm' => $s->limit('ef.saddle.gap_mm')]);
    }
}
