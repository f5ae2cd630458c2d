<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Newton metres inside. The pound-force is 4.4482216152605 N and the foot 0.3048 m exactly; the kilogram-force is 9.80665 N exactly. */
final readonly class Torque extends Quantity
{
    private const POUND_FORCE_N = 4.4482216152605;

    protected static function units(): array
    {
        return [
            'N·m' => [1.0, 0.0, ['nm', 'n m', 'n·m', 'n·m small']],
            'ft·lb' => [self::POUND_FORCE_N * 0.3048, 0.0, ['ft-lb', 'ftlb', 'ft lb', 'lbf·ft', 'lb-ft', 'ft·lbf']],
            'in·lb' => [self::POUND_FORCE_N * 0.0254, 0.0, ['in-lb', 'inlb', 'in lb', 'lbf·in', 'lb-in', 'in·lbf']],
            'kgf·m' => [9.80665, 0.0, ['kgf m', 'kgm', 'kg·m', 'kgf·m']],
        ];
    }
}
