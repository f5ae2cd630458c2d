<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Methods\Seen;

/** The rise after a draw-off, read every few minutes. */
final class RiseSteps
{
    /** Of its own readings a logger may miss so many at the edges of a phase: one at its beginning, half of one at its end. */
    private const INTERVALS = 1.5;

    /** @return list<array{float, float}> minute and kPa; a fall within the scatter of the gauge is none */
    public static function of(Seen $seen, float $longestMin, float $stepMin, float $slackMin): array
    {
        [$from, $to] = [$seen->from('main'), min($seen->to('main'), $seen->from('main') + 60 * $longestMin)];
        $points = [];
        $highest = -INF;
        $trace = $seen->trace();
        $interval = $trace->count() < 2 ? 0.0 : ($trace->endS() - $trace->t[0]) / ($trace->count() - 1);
        $slackS = max(60 * $slackMin, self::INTERVALS * $interval); // a logger that reads once a minute sees neither edge of a phase
        for ($t = $from; $t <= $to + $slackS; $t += 60 * $stepMin) { // half a minute short still counts as whole
            $near = $seen->trace()->pressures($t - 30.0, $t + 30.0);
            sort($near);
            $kpa = $near[intdiv(count($near), 2)] ?? $seen->trace()->at($t) ?? 0.0;
            $scatter = $near === [] ? 0.0 : max($seen->section->gaugeResolutionKpa, ($near[count($near) - 1] - $near[0]) / 2);
            $kpa = $kpa < $highest && $kpa > $highest - $scatter ? $highest : $kpa;
            $highest = max($highest, $kpa);
            $points[] = [($t - $from) / 60, $kpa];
        }

        return $points;
    }
}
