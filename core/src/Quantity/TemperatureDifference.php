<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Kelvin inside; a difference has no zero point to shift. */
final readonly class TemperatureDifference extends Quantity
{
    protected static function units(): array
    {
        return [
            'K' => [1.0, 0.0, []],
            '°F diff.' => [5 / 9, 0.0, ['degf']],
        ];
    }
}
