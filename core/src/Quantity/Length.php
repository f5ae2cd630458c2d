<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Metres inside. The inch is 25.4 mm exactly [international yard and pound agreement, 1959]. */
final readonly class Length extends Quantity
{
    protected static function units(): array
    {
        return [
            'mm' => [0.001, 0.0, []],
            'm' => [1.0, 0.0, []],
            'in' => [0.0254, 0.0, ['"', 'inch', 'inches']],
            'ft' => [0.3048, 0.0, ["'", 'feet']],
        ];
    }
}
