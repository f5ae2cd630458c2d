<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** Limits that came after a rulebook was stored: without one that rules ask for by now it works by that of the rulebook that ships. */
final class Later
{
    /** @return array<string, Limit> by id */
    public static function all(bool $isUs): array
    {
        /** @var array<string, array<string, Limit>> $known */
        static $known = [];

        return $known[$isUs ? 'us' : ''] ??= ($isUs ? Rulebooks::us() : Rulebooks::iso())->all();
    }
}
