<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\PressureTest\Medium;

/** What can be wrong in a simulated pressure test. */
enum PressureFault: string
{
    case None = 'none';
    /** 2 % of the volume is air. */
    case Air = 'air';
    /** A hole well above what any method allows. */
    case Leak = 'leak';
    /** Water, or air, warms by 2 K an hour. */
    case Warming = 'warming';
    /** The gauge jumps once and stays there. */
    case Gauge = 'gauge';

    public function title(): string
    {
        return match ($this) {
            self::None => 'tight',
            self::Air => 'with air in it',
            self::Leak => 'with a leak',
            self::Warming => 'with sun on it',
            self::Gauge => 'with a gauge that jumps',
        };
    }

    /** @return list<self> that can be in a section filled with this */
    public static function in(Medium $medium): array
    {
        return array_values(array_filter(self::cases(), static fn (self $f): bool => $f !== self::Air || $medium === Medium::Water));
    }
}
