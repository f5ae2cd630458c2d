<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench;

/** Words that a crew chooses between, and what they mean to a rule. */
final class Ways
{
    public const LOCATED = 'located and marked, exposed by hand where they cross';

    public const NOT_EXPOSED = 'located and marked, not exposed';

    public const NOT_LOCATED = 'not located';

    public const OCCASIONS = ['before work', 'after rain', 'after the ground changed'];

    public const ROCK = 'stable rock';

    public const SOIL = 'soil';

    public const SLOPED = 'sides laid back';

    public const BENCHED = 'benches';

    public const SHIELDED = 'shield or box';

    public const SHORED = 'shores';

    public const ENGINEERED = "an engineer's design";

    public const BARE = 'nothing';

    public const PROTECTIONS = [self::SLOPED, self::BENCHED, self::SHIELDED, self::SHORED, self::ENGINEERED, self::BARE];

    public const NO_HAZARD = 'no hazard here';

    public const AIR_GOOD = 'tested, good';

    public const AIR_UNTESTED = 'may be bad, not tested';

    public const FIRM = 'firm and dry';

    public const SOFT = 'soft';

    public const WET = 'wet';

    public const ON_ROCK = 'rock';

    public const ORGANIC = 'topsoil or organic';

    public const FROZEN = 'frozen';

    public const HAND = 'tamped by hand';

    public const LIGHT = 'light plate or rammer';

    public const MEDIUM = 'trench roller';

    public const HEAVY = 'heavy roller or machine';

    public const PLANT = [self::HAND, self::LIGHT, self::MEDIUM, self::HEAVY];

    public const DENSITY_BY = ['sand cone', 'nuclear gauge', 'other'];

    public static function isLight(string $plant): bool
    {
        return in_array($plant, [self::HAND, self::LIGHT], true);
    }
}
