<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** What scraping took off one end: half the difference of its mean diameters before and after. */
final readonly class ScrapedOff implements Rule
{
    public function __construct(private string $end)
    {
    }

    public function id(): string
    {
        return "ef.scrape.{$this->end}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $before = OvalityAtJoint::roundness($situation, $this->end, false)?->meanMm;
        $after = $situation->readings->number("od_after_{$this->end}_mm");
        if ($before === null || $after === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('ef.scrape.radial_mm');
        $removed = ($before - $after) / 2;
        $fine = Compare::atLeast($removed, $limit->value);
        $grew = $removed < 0.0;
        $name = Ends::name($this->end);
        [$measured, $wanted] = $situation->pair($removed, $limit->value, Unit::Millimetre, false);
        $most = self::mostMm($situation, $limit->value);
        if ($situation->version >= StoryOf::SINCE && ! Compare::atMost($removed, $most)) {
            [$measured, $allowed] = $situation->pair($removed, $most, Unit::Millimetre);

            return new Finding(
                $this->id(), Severity::Mend, "{$name}: scraped off, radially, {$measured}; at most {$allowed} allowed.",
                'Cut the end off and scrape a new one: what is taken off leaves a gap, and a thinner wall. Or measure both again, with the same tape.',
                $situation->rulebook->limit('ef.scrape.most_percent')->source, ["od_after_{$this->end}_mm", "diameters_{$this->end}_mm"], $removed, $most,
                $most - $removed, Unit::Millimetre, 'Melt must bridge the gap that scraping leaves, whatever the bore of the fitting.',
            );
        }

        return new Finding(
            $this->id(), $fine ? Severity::Go : Severity::Mend,
            $grew ? "{$name} measures {$situation->print(-2 * $removed, Unit::Millimetre)} more than before it was scraped."
                : "{$name}: scraped off, radially, {$measured}; at least {$wanted} wanted.",
            match (true) {
                $fine => '', $grew => 'That cannot be: measure both again at the same clock positions, with the same tape.',
                default => 'Scrape the whole surface once more, then measure again. Watch the gap.'
            },
            $limit->source, ["od_after_{$this->end}_mm", "diameters_{$this->end}_mm"], $removed, $limit->value, $removed - $limit->value, Unit::Millimetre,
            'Weathered skin does not fuse. Removal is half the difference of mean diameters before and after.',
        );
    }

    /** No more than a share of the wall, nor than the gap that melt can bridge; a thin wall may still lose what every pipe must. */
    private static function mostMm(Situation $s, float $leastMm): float
    {
        $ofWall = $s->limit('ef.scrape.most_percent') / 100 * $s->facts->number('wall_mm');

        return max(2 * $leastMm, min($ofWall, $s->limit(ExpectedGap::limitId($s))));
    }
}
