<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;

/** What raising the pressure tells: water taken against pressure is straight in an air-free pipe, and bows at low pressure when there is air. */
final class Raise
{
    private const FEWEST = 6;

    /** Free air is told only where it is so many times its uncertainty, and this for each reading that is missing to a dozen. */
    private const SURE = 3.0;

    /** Share of the highest pressure at which the raising is over. */
    private const RAISED = 0.995;

    /**
     * Free air in percent of the volume, from water = w0 + C·p − V_air·p_atm/(p + p_atm) + r·∫√p·dt (r: what a hole loses meanwhile).
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @return ?float null without a water meter, or with too few readings
     */
    public static function airPercent(array $samples, Section $section): ?float
    {
        $perKpa = $section->pipe(Water::at(12.0)->bulkModulusGpa)->elasticL(1.0);
        $rows = $taken = [];
        $highest = max([1.0, ...array_column($samples, 'p')]);
        $hours = 0.0;
        $before = null;
        $raised = false;
        foreach ($samples as $s) {
            if ($raised) {
                break; // from there on topping up and creep tell nothing of air
            }
            $raised = $s['p'] >= self::RAISED * $highest;
            $hours += $before === null ? 0.0 : ($s['t'] - $before) / 3600 * sqrt(max(0.0, $s['p'] / $highest));
            $before = $s['t'];
            if ($s['added'] === null) {
                return null;
            }
            $rows[] = [1.0, -FilledPipe::ATMOSPHERE_KPA / (max(0.0, $s['p']) + FilledPipe::ATMOSPHERE_KPA), $hours];
            $taken[] = $s['added'] - $perKpa * $s['p'];
        }
        if (count($rows) < self::FEWEST) {
            return null;
        }
        $fit = LeastSquares::of($rows, $taken);

        if ($fit === null) {
            return null;
        }
        $sure = count($rows) >= 12 || $fit->values[1] > self::SURE * $fit->deviations[1];

        return $sure ? max(0.0, $fit->values[1]) / (10 * $section->volumeM3()) : null;
    }
}
