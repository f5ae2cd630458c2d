<?php

declare(strict_types=1);

namespace Diastoma\Core\Trench\Backfill;

use Diastoma\Core\Rulebook\Source;

/** How hard a layer is packed: its dry density against the greatest that the laboratory reached. */
final readonly class Density
{
    private function __construct(public float $dryTM3, public float $percent)
    {
    }

    public static function ofDry(float $dryTM3, float $maximumTM3): self
    {
        return new self($dryTM3, 100 * $dryTM3 / $maximumTM3);
    }

    /** @param  float  $moisturePercent  of the dry mass */
    public static function ofWet(float $wetTM3, float $moisturePercent, float $maximumTM3): self
    {
        return self::ofDry($wetTM3 / (1 + $moisturePercent / 100), $maximumTM3);
    }

    public static function source(): Source
    {
        return Source::standard('ASTM D698', 'dry density and degree of compaction');
    }
}
