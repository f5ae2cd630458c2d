<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/** What a trace may show; several at once are possible. */
enum Cause: string
{
    case Tight = 'tight';
    case Leak = 'leak';
    case Air = 'trapped_air';
    case Creep = 'pe_creep';
    case Temperature = 'temperature_drift';
    case Gauge = 'gauge_fault';

    public function todo(): string
    {
        return match ($this) {
            self::Tight => 'Nothing: judge it by its method.',
            self::Leak => 'Lower the pressure first. Look at fittings, ends and vents, then walk the joints; mend, rest where the method asks for it, and '
                .'test again.',
            self::Air => 'Lower the pressure, vent every high point until no air comes, fill again slowly, and test again.',
            self::Creep => 'This is the pipe, not a leak: use a method that allows for it, and never top up during its test phase.',
            self::Temperature => 'Cover the pipe or wait for the evening; judge by the corrected pressure only where the method allows it.',
            self::Gauge => 'Check gauge, hose and logger against another gauge; a disturbed record proves nothing: test again.',
        };
    }
}
