<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** Tells a pipe end that has shrunk in (cut a short piece off) from a pipe that is too small or too large throughout (reject it). */
enum ToeIn: string
{
    case Ok = 'ok';
    case ToeIn = 'toe_in';
    case Undersize = 'undersize';
    case Oversize = 'oversize';

    /**
     * Mean diameters at the end and about one diameter (or 100 mm) back, against the smallest and largest the pipe standard allows. Equal passes.
     *
     * A barrel above the largest allowed diameter is oversize whatever its end says: it is the wrong pipe.
     *
     * @throws InvalidInput if a diameter is not above 0, or the smallest is above the largest
     */
    public static function judge(float $endMm, float $backMm, float $smallestMm, float $largestMm): self
    {
        foreach (['end_od_mm' => $endMm, 'back_od_mm' => $backMm, 'od_min_mm' => $smallestMm, 'od_max_mm' => $largestMm] as $key => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                throw InvalidInput::field($key, "{$key} is {$value}; a diameter is more than 0.", $value, 0);
            }
        }
        if ($smallestMm > $largestMm) {
            throw InvalidInput::field(
                'od_min_mm', "The smallest diameter, {$smallestMm} mm, is above the largest, {$largestMm} mm. Exchange them.", $smallestMm, $largestMm,
            );
        }

        return match (true) {
            ! Compare::atMost($endMm, $largestMm), ! Compare::atMost($backMm, $largestMm) => self::Oversize,
            ! Compare::atLeast($backMm, $smallestMm) => self::Undersize,
            ! Compare::atLeast($endMm, $smallestMm) => self::ToeIn,
            default => self::Ok,
        };
    }

    public static function source(): Source
    {
        return Source::commonPractice('end and one diameter back');
    }
}
