<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** Spoolable composite lines: all common practice, the maker's instructions govern. */
final class CompositeLimits
{
    /** @return list<Ranged> */
    public static function all(): array
    {
        $practice = Source::commonPractice('the maker’s instructions govern');
        $memory = Source::fromMemory();

        return [
            Ranged::of('test.rtp.step_kpa', 3450.0, Unit::KiloPascal, 'Composite line: step (500 psi)', $practice, 100.0, 5000.0),
            Ranged::of('test.rtp.overshoot_kpa', 1400.0, Unit::KiloPascal, 'Composite line: above the test pressure while settling', $practice, 0.0, 2000.0),
            Ranged::percent('test.rtp.ramp_percent', 20.0, 'Composite line: fastest rise, of rated a minute', $practice, 1.0, 50.0),
            Ranged::minutes('test.rtp.settle_min', 30.0, 'Composite line: settling up to its short length', $practice),
            Ranged::of(
                'test.rtp.short_m', 1500.0, Unit::Metre, 'Composite line: short length, beyond it settling grows in proportion', $practice, 10.0, 10000.0,
            ),
            Ranged::minutes('test.rtp.step_hold_min', 10.0, 'Composite line: hold of a step, as planned', $practice),
            Ranged::minutes('test.rtp.step_least_min', 5.0, 'Composite line: hold of a step, at least', $practice),
            Ranged::percent('test.rtp.sag_percent', 3.0, 'Composite line: sag of a held step', $memory, most: 10.0),
            Ranged::times('test.rtp.least_factor', 1.2, 'Composite line: at the end of the hold, of rated', $practice, 1.5),
            Ranged::of('test.rtp.settling_kpa_h', 170.0, Unit::KiloPascal, 'Composite line: fall at the end of settling, an hour', $practice, 1.0, 500.0),
            Ranged::minutes('test.rtp.longest_min', 1440.0, 'Composite line: hold where it does not decide, at most', $memory),
            Ranged::percent('test.rtp.slower_percent', 50.0, 'Composite line: second half of the hold, of the fall of the first', $memory, 1.0, 90.0),
        ];
    }
}
