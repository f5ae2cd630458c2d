<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;

/** Before hands go near a broken main: shut, and no pressure left. */
final class PressureOff
{
    public static function step(Situation $s): Step
    {
        return new Step('off', 'Pressure off', 'Shut it off, let the pressure down, and read the gauge nearest to the break.', [
            ReadingSpec::yesNo('isolated', 'Shut off both sides, tagged, and who may open it told?'),
            ReadingSpec::number('first_kpa', 'Pressure left in the line', Unit::KiloPascal, 0, 10000, 'Read at the gauge'),
        ], [
            Confirmed::usual(
                'mc.isolated', 'isolated', 'Shut off and tagged.', 'Somebody may open it.',
                'Shut it, tag it and tell whoever may open it before anybody is near the break.',
                Severity::Stop, 'Water let on against an open end knocks people down.', true,
            ),
            new NumberAtMost(
                'mc.off', ['first_kpa'], static fn (Situation $s): ?float => $s->readings->number('first_kpa'), 'mc.down_kpa', 'Pressure left',
                'Lower it further. Nobody works at the break till then.', Severity::Stop, 'Stored pressure throws what holds it.', watchShare: 1.0,
            ),
        ], ['Trench: protected, ladder near, competent person has looked.', 'No pressure while anybody tightens.']);
    }
}
