<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** After a preheat the gap must be less than the limit everywhere; equal does not pass here. A gap felt before the last preheat says nothing. */
final readonly class GapClosed implements Rule
{
    /** @param  'a'|'b'|'whole'  $side */
    public function __construct(private string $side, private string $key)
    {
    }

    /** Name of the rule that judges a gap, by the key of its reading. */
    public static function of(string $key): string
    {
        return 'ef.preheated_'.substr($key, 0, -3);
    }

    public function id(): string
    {
        return self::of($this->key);
    }

    public function judge(Situation $situation): ?Finding
    {
        $gaps = $situation->readings->series($this->key);
        if ($gaps === null || $gaps === [] || Sides::isStale($situation, $this->side, $this->key)) {
            return null;
        }
        $limit = $situation->rulebook->limit('ef.gap.preheated_mm');
        $largest = max($gaps);
        $open = Compare::atLeast($largest, $limit->value);
        $times = $situation->readings->times(Sides::preheat($this->side)->recordKey());
        [$measured, $wanted] = $situation->pair($largest, $limit->value, Unit::Millimetre);

        return new Finding(
            $this->id(), $open ? Severity::Mend : ($largest > 0.8 * $limit->value ? Severity::Watch : Severity::Go),
            (
                $this->side === Sides::WHOLE ? 'End '.strtoupper(substr($this->key, 4, 1)) : 'Side '.strtoupper($this->side)
            ).": largest gap {$measured} after ".($times === 1 ? 'one preheat' : "{$times} preheats").'; less than '.$wanted.' wanted.',
            $open ? 'Preheat it again, wait the pre-cooling time, and feel it again.' : '',
            $limit->source, [$this->key], $largest, $limit->value, $limit->value - $largest, Unit::Millimetre,
            'Melt must bridge the gap before it can press and fuse.',
        );
    }
}
