<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** Limits of the yard: how pipe and gaskets are kept. The maker's sheet governs over all of them. */
final class YardLimits
{
    /** @return list<Limit> */
    public static function all(): array
    {
        $memory = Source::fromMemory();

        return [
            new Limit('yd.stack_m', 1.5, Unit::Metre, $memory, 'Height of a stack of pipe'),
            new Limit('yd.gasket_max_c', 25.0, Unit::Celsius, $memory, 'Warmest that gaskets are kept'),
            new Limit('yd.gasket_min_c', -10.0, Unit::Celsius, $memory, 'Coldest that gaskets are kept'),
            new Limit('yd.sun_days', 365.0, Unit::None, $memory, 'Days that PE pipe may lie in the sun'),
        ];
    }
}
