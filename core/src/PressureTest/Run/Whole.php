<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Rounding;

/** Whether a record that was brought holds the whole test: one that was cut off must not be judged as if that were all. */
final class Whole
{
    private const SLACK_S = 60.0;

    /** @return ?string what is missing and what to do; null when nothing is */
    public static function missing(PressureTrace $trace, TestPlan $plan, TestVerdict $verdict): ?string
    {
        $judged = $plan->judged();
        $found = array_column($verdict->phases, null, 'id')[$judged->id] ?? null;
        if ($found === null) {
            $said = array_values(array_filter($verdict->findings, static fn ($f): bool => str_ends_with($f->rule, '.phases')))[0] ?? null;

            return (
                $said === null ? 'The phases of the plan are not in this record.' : $said->said
            ).' Bring the whole record of this test; if it was broken off, say so and why.';
        }
        $short = 60 * $judged->minutes - ($found['to_s'] - $found['from_s']);
        if ($short <= max(self::SLACK_S, 0.02 * 60 * $judged->minutes) || $trace->endS() > $found['to_s'] + self::SLACK_S) {
            return null;
        }
        $words = new Words;

        return 'The record ends '.$words->minutes($short / 60, Rounding::Up)
            ." before “{$judged->title}” is over. Bring the whole record; if the test was broken off, say so and why.";
    }
}
