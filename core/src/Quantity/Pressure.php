<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Pascals inside, as gauge pressure. The psi is lbf/in² with g = 9.80665 m/s² exactly. */
final readonly class Pressure extends Quantity
{
    protected static function units(): array
    {
        return [
            'kPa' => [1e3, 0.0, ['kpa']],
            'bar' => [1e5, 0.0, []],
            'mbar' => [1e2, 0.0, []],
            'MPa' => [1e6, 0.0, ['mpa']],
            'psi' => [4.4482216152605 / 0.00064516, 0.0, []],
        ];
    }
}
