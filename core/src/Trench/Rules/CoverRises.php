<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Rules;

use Diastoma\Core\Procedure\Row;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Trench\Stretch;

/** The cover over the crown grows from layer to layer, by no more than a layer, up to the depth of the trench. */
final readonly class CoverRises implements Rule
{
    /** What a levelling by hand may be off, mm. Common practice: no figure published. */
    private const OFF_MM = 50.0;

    public function id(): string
    {
        return 'tr.over.cover';
    }

    public function judge(Situation $situation): ?Finding
    {
        $before = 0.0;
        foreach ($rows = Row::of($situation->readings, 'over') as $k => $row) {
            $cover = $row->number('cover_mm') ?? 0.0;
            $thick = $row->number('thickness_mm') ?? 0.0;
            if (! Compare::atMost($before, $cover) || ! Compare::atMost($cover, $before + $thick + self::OFF_MM)) {
                $said = 'Layer '.($k + 1).': '.$situation->print($cover, Unit::Millimetre).' over the crown cannot be, with '
                    .$situation->print($before, Unit::Millimetre).' before and a layer of '.$situation->print($thick, Unit::Millimetre).'.';

                return $this->finding(Severity::Mend, $said, 'Measure the cover over the crown again and re-enter the layer.', $cover);
            }
            $before = $cover;
        }
        $full = 1000 * (new Stretch($situation))->fullCoverM();
        if ($rows === []) {
            return null;
        }
        [$has, $wanted] = $situation->pair($before, $full, Unit::Millimetre, false);

        return Compare::atMost(self::lacksMm($situation), 0.0) ? $this->finding(Severity::Go, "Full: {$has} over the crown.", '', $before)
            : $this->finding(Severity::Mend, "{$has} over the crown so far; {$wanted} when it is full.", 'Go on, layer by layer.', $before);
    }

    /** What lacks over the crown to the surface, mm; nothing once it is as near as a level by hand tells. */
    public static function lacksMm(Situation $s): float
    {
        $rows = Row::of($s->readings, 'over');
        $has = $rows === [] ? 0.0 : $rows[count($rows) - 1]->number('cover_mm') ?? 0.0;

        return 1000 * (new Stretch($s))->fullCoverM() - self::OFF_MM - $has;
    }

    private function finding(Severity $severity, string $said, string $todo, float $cover): Finding
    {
        return new Finding($this->id(), $severity, $said, $todo, Source::arithmetic('depth less bedding and pipe'), ['over', 'depth_m'], $cover);
    }
}
