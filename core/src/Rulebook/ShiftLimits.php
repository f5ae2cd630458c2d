<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** What holds of a shift sheet. */
final class ShiftLimits
{
    public const MINUTES = 'shift.minutes';

    /** @return list<Limit> */
    public static function all(): array
    {
        return [
            new Limit(self::MINUTES, 240.0, Unit::Minute, Source::commonPractice('asked twice a shift'), 'An answer of the shift sheet is taken over for'),
        ];
    }
}
