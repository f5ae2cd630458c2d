<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Rulebook\Tests\TestLimits;

/** Limits that came after the first rulebooks were stored: a rulebook without them works by those that ship. */
final class Later
{
    /** @return array<string, Limit> by id */
    public static function all(bool $isUs): array
    {
        /** @var array<string, array<string, Limit>> $known */
        static $known = [];

        return $known[$isUs ? 'us' : ''] ??= array_column(array_map(static fn (Limit $limit): array => [$limit->id, $limit], [
            ...MechanicalLimits::all(), ...TrenchLimits::all($isUs), ...YardLimits::all(), ...ShiftLimits::all(), ...TestLimits::all(), ...StoryLimits::all(),
        ]), 1, 0);
    }
}
