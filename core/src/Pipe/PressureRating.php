<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Rulebook\Source;

/** PN = 20·MRS / (C·(SDR − 1)) in bar, MRS in MPa [ISO 4427-1; the form of ISO 161-1]. */
final class PressureRating
{
    /** @pure */
    public static function bar(float $mrsMpa, float $sdr, float $designCoefficient): float
    {
        return 20 * $mrsMpa / ($designCoefficient * ($sdr - 1));
    }

    public static function source(): Source
    {
        return Source::standard('ISO 4427-1');
    }
}
