<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Kilograms inside. The pound is 0.45359237 kg exactly. */
final readonly class Mass extends Quantity
{
    protected static function units(): array
    {
        return [
            'kg' => [1.0, 0.0, ['kg']],
            'lb' => [0.45359237, 0.0, ['lbs']],
        ];
    }
}
