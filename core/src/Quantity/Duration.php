<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Seconds inside. */
final readonly class Duration extends Quantity
{
    protected static function units(): array
    {
        return [
            's' => [1.0, 0.0, ['sec']],
            'min' => [60.0, 0.0, []],
            'h' => [3600.0, 0.0, []],
        ];
    }
}
