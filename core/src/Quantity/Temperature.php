<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Kelvin inside. */
final readonly class Temperature extends Quantity
{
    protected static function units(): array
    {
        return [
            '°C' => [1.0, 273.15, ['c', 'degc']],
            '°F' => [5 / 9, 459.67, ['f', 'degf']],
            'K' => [1.0, 0.0, []],
        ];
    }
}
