<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Rulebook\Source;

/** Pressure of an HS-20 truck on a pipe, by its cover. */
final class LiveLoad
{
    /** Cover, ft, and pressure with impact, psi. Between two rows on the straight line, which lies above the curve. */
    private const HS20 = [[1.0, 12.50], [2.0, 5.56], [3.0, 4.17], [4.0, 2.78], [5.0, 1.74], [6.0, 1.39], [7.0, 1.22], [8.0, 0.69], [10.0, 0.0]];

    /** @return ?float psi; null below a foot of cover, where no table holds and no truck belongs */
    public static function hs20Psi(float $coverFt): ?float
    {
        if ($coverFt < self::HS20[0][0]) {
            return null;
        }
        /** @var non-empty-list<array{float, float}> $rows */
        $rows = self::HS20;
        [$before, $more] = $rows[0];
        foreach ($rows as [$ft, $psi]) {
            if ($coverFt <= $ft) {
                return $ft === $before ? $psi : $more + ($psi - $more) * ($coverFt - $before) / ($ft - $before);
            }
            [$before, $more] = [$ft, $psi];
        }

        return 0.0;
    }

    public static function source(): Source
    {
        return Source::fromMemory('AASHTO', 'HS-20 with impact, handbook table');
    }
}
