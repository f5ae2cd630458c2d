<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\Measured;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The measured deflection against the planned one: a joint inside its limit can still take the line off its course. */
final readonly class AsPlanned implements Rule
{
    public function id(): string
    {
        return 'gs.deflection.planned';
    }

    public function judge(Situation $situation): ?Finding
    {
        try {
            $measured = Measured::of($situation);
        } catch (InvalidInput) {
            return null; // DeflectionWithin says it
        }
        $h = $situation->facts->maybe('planned_h_deg');
        $v = $situation->facts->maybe('planned_v_deg');
        if ($measured === null || $h === null || $v === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('gs.deflection.planned_deg');
        $off = hypot($measured->horizontalDeg - $h, $measured->verticalDeg - $v);
        [$away, $kept] = Rounding::pair($off, $limit->value, 2, true);
        $over = ! Compare::atMost($off, $limit->value);

        return new Finding(
            $this->id(), $over ? Severity::Watch : Severity::Go,
            "Off the planned deflection by {$away}°; {$kept}° is kept to.",
            $over ? 'Correct it now while the pipe is free, or plan the rest again from here.' : '',
            $limit->source, Measured::keys($situation), $off, $limit->value, $limit->value - $off, Unit::Degree,
        );
    }
}
