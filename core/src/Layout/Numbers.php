<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/** Numbers of joints: no two on a job have the same, so that a number called across the trench means one joint. */
final class Numbers
{
    /**
     * The first of so many numbers in a row that are free: behind those of the main where there is room, else on a hundred of its own.
     *
     * @param  ?int  $last  the greatest number of this main; null where it has none
     * @param  list<int>  $others  numbers of the job's other mains
     */
    public static function next(?int $last, int $count, array $others): int
    {
        $most = max([0, (int) $last, ...$others]);
        $fresh = (int) (ceil(($most + 1) / 100) * 100) + 1;
        if ($last === null) {
            return $fresh;
        }
        foreach ($others as $other) {
            if ($other > $last && $other <= $last + $count) {
                return $fresh;
            }
        }

        return $last + 1;
    }
}
