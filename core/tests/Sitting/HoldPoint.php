<?php

declare(strict_types=1);

namespace Core\Tests\Sitting;

use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;

/** Work on a stretch with a hold point that a supervisor signs, and bolts that are read row by row behind it. */
final class HoldPoint extends Procedure
{
    public function id(): string
    {
        return 'hold';
    }

    public function title(): string
    {
        return 'Hold point';
    }

    public function kind(): string
    {
        return 'stretch';
    }

    public function steps(Situation $situation): array
    {
        $bolts = ReadingSpec::row(
            'bolts', 'Bolts', [ReadingSpec::number('bolt', 'Bolt', Unit::None, 1, 24), ReadingSpec::number('torque_nm', 'Torque', Unit::None, 0, 500)],
        );

        return [
            new Step('hold', 'Hold', '', [ReadingSpec::signature('hold', 'Hold point', ['supervisor'])]),
            new Step('bolts', 'Bolts', '', [$bolts], gate: Gate::untilSigned($situation->readings, 'hold', 'the supervisor', 'The bolting', 'common practice')),
        ];
    }

    public function clocks(Situation $situation): array
    {
        return [];
    }
}
