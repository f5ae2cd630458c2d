<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;

/** What was measured at the ends. */
final class Measured
{
    /** Mean outside diameter of an end, mm; null while it has not been measured. */
    public static function odMm(Situation $s, string $side): ?float
    {
        $series = $s->readings->series(Sided::key('od_mm', $side));

        return $series === null || $series === [] ? null : array_sum($series) / count($series);
    }

    /**
     * @param  list<string>  $sides
     * @return non-empty-list<float>|null null until every end has been measured
     */
    public static function odsMm(Situation $s, array $sides): ?array
    {
        $ods = [];
        foreach ($sides as $side) {
            $od = self::odMm($s, $side);
            if ($od === null) {
                return null;
            }
            $ods[] = $od;
        }

        return $ods === [] ? null : $ods;
    }

    /**
     * Widest less narrowest of what was measured round a joint; null while it has not been measured.
     *
     * @return \Closure(Situation): ?float
     */
    public static function spread(string $series): \Closure
    {
        return static function (Situation $s) use ($series): ?float {
            $measured = $s->readings->series($series);

            return $measured === null || $measured === [] ? null : max($measured) - min($measured);
        };
    }

    /** How far the fitting was pushed over an end: to the mark, less what the mark stands clear of its face; mm. */
    public static function insertedMm(Situation $s, string $side): ?float
    {
        $mark = $s->readings->number(Sided::key('mark_mm', $side));
        $clear = $s->readings->number(Sided::key('face_mm', $side));

        return $mark === null || $clear === null ? null : $mark - $clear;
    }
}
