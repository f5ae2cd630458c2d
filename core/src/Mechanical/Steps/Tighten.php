<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/** Bolts to their torque, one by one, on the wheel. */
final class Tighten
{
    public const PRESSURE = 'Never tighten under pressure: lower it first.';

    /**
     * @param  list<ReadingSpec>  $also
     * @param  list<Rule>  $more
     */
    public static function step(
        Situation $s, Bolts $bolts, string $id = 'bolts', string $title = 'Bolts', string $instruction = '', array $also = [], array $more = [],
        ?Gate $gate = null,
    ): Step {
        $plan = $bolts->plan($s);
        $instruction = $instruction !== '' ? $instruction : 'Go by the wheel: the next bolt is lit. Rising passes in a star, then a round at full torque.';

        return new Step(
            $id, $title, $plan === null ? 'Read the label first: bolts and torque follow from it.' : $instruction, [...$bolts->specs($s), ...$also],
            [...$bolts->rules(), ...$more], [self::PRESSURE, 'Stand beside the fitting, not over it; hands off the other end of the wrench.'],
            static fn (): array => ['wheel' => $bolts->wheel($s)], stale: $bolts->unfinished($s), gate: $gate,
        );
    }
}
