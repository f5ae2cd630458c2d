<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Rulebook\Limit;

/**
 * The figures that the pressure test methods work by: test pressures, times, bands and allowances, the same in both rulebooks. Each has a range beyond
 * which it would be unsafe or say nothing; within that a job may change it, with a name and a reason.
 */
final class TestLimits
{
    /** @var array<string, Ranged>|null by id */
    private static ?array $known = null;

    /** @return list<Limit> */
    public static function all(): array
    {
        return array_values(array_map(static fn (Ranged $r): Limit => $r->limit, self::known()));
    }

    public static function of(string $id): ?Ranged
    {
        return self::known()[$id] ?? null;
    }

    /** @return array<string, Ranged> */
    private static function known(): array
    {
        if (self::$known === null) {
            $all = [
                ...RunLimits::all(), ...En805Limits::all(), ...WaterLimits::all(), ...SewerLimits::all(), ...GasLimits::all(), ...CompositeLimits::all(),
            ];
            self::$known = array_combine(array_map(static fn (Ranged $r): string => $r->limit->id, $all), $all);
        }

        return self::$known;
    }
}
