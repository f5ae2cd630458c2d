<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Cubic metres inside. The US gallon is 231 in³ exactly, the yard 0.9144 m. */
final readonly class Volume extends Quantity
{
    protected static function units(): array
    {
        return [
            'L' => [0.001, 0.0, ['l']],
            'm³' => [1.0, 0.0, ['m3']],
            'yd³' => [0.9144 ** 3, 0.0, ['yd3']],
            'US gal' => [231 * 0.0254 ** 3, 0.0, ['gal']],
        ];
    }
}
