<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Situation;

/** By which convention a PE pipe is sized, and what follows for its outside diameter and for the size printed on a fitting. */
final class PipeSize
{
    public const METRIC = 'ISO metric (dn)';

    public const IPS = 'IPS (iron pipe size)';

    public const DIPS = 'DIPS (ductile iron pipe size)';

    public const ALL = [self::METRIC, self::IPS, self::DIPS];

    /** The convention of the drawing: metric where nothing else is said. */
    public static function convention(Situation $s): string
    {
        $told = $s->facts->text('size_convention');

        return in_array($told, self::ALL, true) ? $told : self::METRIC;
    }

    /** Smallest mean outside diameter by the pipe standard, mm: dn itself for metric pipe. */
    public static function smallestOdMm(Situation $s): float
    {
        return $s->facts->maybe('od_smallest_mm') ?? $s->facts->number('dn_mm');
    }

    /** The size a fitting for this pipe carries in print, mm: dn, or the nominal inches of IPS and DIPS. */
    public static function printedMm(Situation $s): float
    {
        return $s->facts->maybe('label_size_mm') ?? $s->facts->number('dn_mm');
    }
}
