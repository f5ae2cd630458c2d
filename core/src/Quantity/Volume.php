<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Cubic metres inside. The US gallon is 231 in³ exactly. */
final readonly class Volume extends Quantity
{
    protected static function units(): array
    {
        return [
            'L' => [0.001, 0.0, ['l']],
            'm³' => [1.0, 0.0, ['m3']],
            'US gal' => [231 * 0.0254 ** 3, 0.0, ['gal']],
        ];
    }
}
