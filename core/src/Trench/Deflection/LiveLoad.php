<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Deflection;

use Diastoma\Core\Rulebook\Source;

/** Pressure of an HS-20 truck on a pipe, by its cover. */
final class LiveLoad
{
    /** @return non-empty-list<array{float, float}> cover, ft, and pressure with impact, psi; between two rows on the straight line: above the curve */
    private static function hs20(): array
    {
        return [[1.0, 12.50], [2.0, 5.56], [3.0, 4.17], [4.0, 2.78], [5.0, 1.74], [6.0, 1.39], [7.0, 1.22], [8.0, 0.69], [10.0, 0.0]];
    }

    /** @return ?float psi; null below a foot of cover, where no table holds and no truck belongs */
    public static function hs20Psi(float $coverFt): ?float
    {
        [$before, $more] = self::hs20()[0];
        if ($coverFt < $before) {
            return null;
        }
        foreach (self::hs20() as [$ft, $psi]) {
            if ($coverFt <= $ft) {
                return $ft > $before ? $more + ($psi - $more) * ($coverFt - $before) / ($ft - $before) : $psi;
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
