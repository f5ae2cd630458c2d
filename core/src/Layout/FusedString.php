<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Path\Turn;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** A fused PE string has no joints that turn: it is bent cold, and every curve of its alignment must be as wide as its least bending radius. */
final class FusedString
{
    /** Times the outside diameter [common practice: 25 to 30 by SDR; thinner walls kink sooner]. */
    public const FACTOR_THICK = 25.0;

    public const FACTOR_THIN = 30.0;

    /** SDR up to which the smaller factor serves: from memory. */
    private const THICK_UP_TO_SDR = 17.0;

    public static function factor(float $sdr): float
    {
        return Compare::atMost($sdr, self::THICK_UP_TO_SDR) ? self::FACTOR_THICK : self::FACTOR_THIN;
    }

    public static function source(): Source
    {
        return Source::commonPractice('cold bend of PE: 25 to 30 × OD by SDR, at 20 °C and away from fittings');
    }

    /**
     * @return array{least_radius_m: float, source: string, complete: bool, places: list<array{from_station_m: float, to_station_m: float, turn_deg: float,
     *     radius_m: float, plane: string, said: string}>} places that are too tight
     *
     * @throws InvalidInput if diameter or factor is not positive
     */
    public static function check(Alignment $alignment, float $odMm, float $factor, float $bandMm): array
    {
        foreach (['od_mm' => $odMm, 'factor' => $factor, 'band' => $bandMm] as $field => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                throw InvalidInput::field($field, "{$field} is {$value}; it must be more than 0.", $value, 0);
            }
        }
        $least = $odMm / 1000 * $factor;
        $places = [];
        foreach ([['plan', $alignment->plan->turns()], ['profile', $alignment->profile->turns($alignment->to())]] as [$plane, $turns]) {
            foreach ($turns as $turn) {
                $radius = self::radius($turn, $bandMm / 1000);
                if (! Compare::atLeast($radius, $least)) {
                    $at = round($turn->from, 1).($turn->length() > 0.0 ? ' to '.round($turn->to, 1) : '');
                    $places[] = [
                        'from_station_m' => $turn->from, 'to_station_m' => $turn->to, 'turn_deg' => rad2deg($turn->angle), 'radius_m' => $radius,
                        'plane' => $plane,
                        'said' => "At station {$at} m the string would be bent to ".round($radius, 1).' m; at least '.round($least, 1)
                            .' m wanted. Draw a wider curve, or fuse in a bend.',
                    ];
                }
            }
        }

        return ['least_radius_m' => $least, 'source' => self::source()->tag(), 'complete' => $places === [], 'places' => $places];
    }

    /** Of an arc its own, with what the band gives; of a corner the widest arc that stays within the band of it: b·cos(T/2)/(1 − cos(T/2)). */
    private static function radius(Turn $turn, float $band): float
    {
        $half = abs($turn->angle) / 2;
        $rounding = $half < 1e-9 ? INF : $band * cos($half) / (1 - cos($half));

        return $turn->length() > 0.0 ? max($turn->length() / abs($turn->angle), $rounding) : $rounding;
    }
}
