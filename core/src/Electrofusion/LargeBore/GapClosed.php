<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Severity;

/** After a preheat the gap must be less than the limit everywhere; equal does not pass here. A gap felt before the last preheat says nothing. */
final readonly class GapClosed implements Rule
{
    /** @param  'a'|'b'  $side */
    public function __construct(private string $side)
    {
    }

    public function id(): string
    {
        return "ef.preheated_gap.{$this->side}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $gaps = $situation->readings->series("gap_{$this->side}_mm");
        if ($gaps === null || $gaps === [] || Sides::gapIsStale($situation, $this->side)) {
            return null;
        }
        $limit = $situation->rulebook->limit('ef.gap.preheated_mm');
        $largest = max($gaps);
        $open = Sides::gapIsOpen($situation, $this->side);
        $times = $situation->readings->times("pre_{$this->side}_fusion");

        return new Finding(
            $this->id(), $open ? Severity::Mend : ($largest > 0.8 * $limit->value ? Severity::Watch : Severity::Go),
            'Side '.strtoupper($this->side).': largest gap '.$situation->print($largest, Unit::Millimetre, Rounding::Up).' after '.($times === 1 ? 'one preheat' : "{$times} preheats").'; less than '.$situation->print($limit->value, Unit::Millimetre).' wanted.',
            $open ? 'Preheat this side again, wait the pre-cooling time, and feel it again.' : '',
            $limit->source, ["gap_{$this->side}_mm"], $largest, $limit->value, $limit->value - $largest, Unit::Millimetre,
            'Melt must bridge the gap before it can press and fuse.',
        );
    }
}
