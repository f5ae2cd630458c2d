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

/** The gap that bore and scraped pipe will leave, its widest place on the short axis of an oval pipe, before anything is put together. */
final readonly class ExpectedGap implements Rule
{
    public function __construct(private string $end)
    {
    }

    public function id(): string
    {
        return "ef.expected_gap.{$this->end}";
    }

    /** Id of the limit that applies to the size. */
    public static function limitId(Situation $s): string
    {
        return $s->facts->number('dn_mm') <= $s->limit('ef.gap.small_up_to_dn') ? 'ef.gap.small_mm' : 'ef.gap.large_mm';
    }

    public function judge(Situation $situation): ?Finding
    {
        $bore = $situation->readings->number('fitting_bore_mm');
        $after = $situation->readings->number("od_after_{$this->end}_mm");
        if ($bore === null || $after === null) {
            return null;
        }
        $round = OvalityAtJoint::roundness($situation, $this->end, true) ?? OvalityAtJoint::roundness($situation, $this->end, false);
        $gap = ($bore - ($after - ($round->ovalityMm ?? 0.0) / 2)) / 2;
        $limit = $situation->rulebook->limit(self::limitId($situation));
        $over = ! Compare::atMost($gap, $limit->value);
        $tight = $gap < 0.0;
        [$measured, $allowed] = $situation->pair($gap, $limit->value, Unit::Millimetre);

        return new Finding(
            $this->id(), $over || $tight ? Severity::Mend : (Compare::atMost($gap, 0.8 * $limit->value) ? Severity::Go : Severity::Watch),
            Ends::name($this->end).": widest gap to expect {$measured}; at most {$allowed} allowed.",
            match (true) {
                $over => 'Re-round it, or take another pipe or fitting: nothing can be put back on.',
                $tight => 'It will not go in. Check both measures; one more pass only if the scraper table allows it.',
                default => '',
            },
            $limit->source, ["od_after_{$this->end}_mm", 'fitting_bore_mm'], $gap, $limit->value, $limit->value - $gap, Unit::Millimetre,
            'Half of bore less diameter, and a quarter of the ovality more on the short axis.',
        );
    }
}
