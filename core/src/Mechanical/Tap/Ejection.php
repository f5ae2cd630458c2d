<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Tap;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** What the water in a main pushes a rod out with. */
final class Ejection
{
    /** @throws InvalidInput if pressure or diameter is not above 0 */
    public static function forceN(float $pressureKpa, float $rodMm): float
    {
        foreach (['pressure_kpa' => $pressureKpa, 'rod_mm' => $rodMm] as $field => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                throw InvalidInput::field($field, "{$field} is {$value}; it must be more than 0.", $value, 0);
            }
        }

        return $pressureKpa * 1e3 * M_PI / 4 * ($rodMm / 1e3) ** 2;
    }

    public static function source(): Source
    {
        return Source::arithmetic('force = pressure × area of the rod\'s outside diameter');
    }
}
