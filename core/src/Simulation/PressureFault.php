<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

/** What can be wrong in a simulated pressure test. */
enum PressureFault: string
{
    case None = 'none';
    /** 2 % of the volume is air. */
    case Air = 'air';
    /** A hole that passes about 25 L/h at test pressure. */
    case Leak = 'leak';
    /** The water warms by 2 K an hour. */
    case Warming = 'warming';

    public function title(): string
    {
        return match ($this) {
            self::None => 'tight',
            self::Air => 'air in the pipe',
            self::Leak => 'a leak',
            self::Warming => 'sun on the pipe',
        };
    }
}
