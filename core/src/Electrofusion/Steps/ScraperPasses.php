<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Steps;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\Rules\ExpectedGap;
use Diastoma\Core\Electrofusion\Rules\OvalityAtJoint;
use Diastoma\Core\Electrofusion\Scrape;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Situation;

/** How often the scraper may go round each end, before anybody scrapes. */
final class ScraperPasses
{
    /**
     * @return list<array{end: string, max_passes: int, passes_needed: int, feasible: bool, gap_after_mm: list<float>}> empty until bore, ribbon and diameters
     *     are known
     */
    public static function guide(Situation $s, Ends $ends): array
    {
        $bore = $s->readings->number('fitting_bore_mm');
        $depth = $s->readings->number('ribbon_mm');
        if ($bore === null || $depth === null) {
            return [];
        }
        $rows = [];
        foreach ($ends->letters as $end) {
            $round = OvalityAtJoint::roundness($s, $end, true) ?? OvalityAtJoint::roundness($s, $end, false);
            if ($round === null) {
                continue;
            }
            try {
                $rows[] = [
                    'end' => strtoupper($end),
                    ...Scrape::passes(
                        $round->meanMm - $round->ovalityMm / 2, $bore, $depth, $s->limit(ExpectedGap::limitId($s)), $s->limit('ef.scrape.radial_mm'),
                    ),
                ];
            } catch (InvalidInput) {
                continue;
            }
        }

        return $rows;
    }
}
