<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
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
}
