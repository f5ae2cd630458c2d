<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Exception\InvalidInput;

/** What an instrument reads: from and to, in the unit of its kind. */
final readonly class Range
{
    private function __construct(public float $low, public float $high)
    {
    }

    /**
     * @return ?self null where neither is given
     *
     * @throws InvalidInput where only one is given, or the range is none
     */
    public static function of(?float $low, ?float $high): ?self
    {
        if ($low === null && $high === null) {
            return null;
        }
        if ($low === null || $high === null) {
            throw InvalidInput::field($low === null ? 'range_low' : 'range_high', 'Give both ends of the range, as they stand on the instrument.', null);
        }
        if (! is_finite($low) || ! is_finite($high) || $low < 0.0 || $high <= $low) {
            throw InvalidInput::field('range_high', 'The range ends above where it begins, and begins at 0 or above.', $high);
        }

        return new self($low, $high);
    }
}
