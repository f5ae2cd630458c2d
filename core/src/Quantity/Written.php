<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/**
 * Figures as they leave the core: to 1e-6, so that the last bit of one machine's sine does not show on another. Measured: sin, cos, atan2 and hypot of
 * two C libraries differ there, and nowhere else. Zero has no sign.
 */
final class Written
{
    private const PLACES = 6;

    /**
     * @template T
     *
     * @param  T  $value
     * @return T
     */
    public static function rounded(mixed $value): mixed
    {
        if (is_float($value)) {
            return is_finite($value) ? round($value, self::PLACES) + 0.0 : $value; // @phpstan-ignore return.type (a float as it came)
        }

        return is_array($value) ? array_map(self::rounded(...), $value) : $value; // @phpstan-ignore return.type (the same shape)
    }
}
