<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** The one place where a measured value meets a limit. Equal passes; 1e-9 relative counts as equal. */
final class Compare
{
    private const RELATIVE = 1e-9;

    /** @pure */
    public static function atMost(float $value, float $limit): bool
    {
        return $value <= $limit + self::RELATIVE * max(abs($value), abs($limit), 1e-6);
    }

    /** @pure */
    public static function atLeast(float $value, float $limit): bool
    {
        return self::atMost($limit, $value);
    }
}
