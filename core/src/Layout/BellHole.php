<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Rulebook\Source;

/** The hole under a bell or coupling: dug so much below the pipe's outside that the barrel carries and the bell is free. */
final class BellHole
{
    /** Common practice: 100 to 150 mm of bedding; the deeper of both. */
    public const DEPTH_MM = 150.0;

    /** Level to dig to, from the invert level of the joint. */
    public static function digLevelM(float $invertLevelM, float $wallMm): float
    {
        return $invertLevelM - ($wallMm + self::DEPTH_MM) / 1000;
    }

    public static function source(): Source
    {
        return Source::commonPractice('bell hole 150 mm below the outside of the barrel; levels are inverts');
    }
}
