<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** What pressure pushes a bend, a closed end, a branch or a reducer away with, and what holds it. Areas are those of the outside diameter. */
final class Thrust
{
    public const BEND = 'bend';

    public const DEAD_END = 'dead_end';

    public const TEE = 'tee';

    public const REDUCER = 'reducer';

    public const SHAPES = [self::BEND, self::DEAD_END, self::TEE, self::REDUCER];

    /** Share of the resistance that is counted on. Common practice: 1.5 for pipe restrained in soil. */
    public const SAFETY = 1.5;

    /**
     * @param  ?float  $od2Mm  branch of a tee, small end of a reducer
     * @return float kN
     *
     * @throws InvalidInput if a diameter, angle or pressure is missing or cannot be
     */
    public static function forceKn(string $shape, float $odMm, float $pressureKpa, ?float $angleDeg = null, ?float $od2Mm = null): float
    {
        self::mustBeAbove('od_mm', $odMm);
        self::mustBeAbove('pressure_kpa', $pressureKpa);

        return $pressureKpa * match ($shape) {
            self::BEND => 2 * self::area($odMm) * sin(deg2rad(self::angle($angleDeg) / 2)),
            self::TEE => self::area($od2Mm ?? $odMm),
            self::REDUCER => self::ring($odMm, $od2Mm),
            default => self::area($odMm),
        };
    }

    /**
     * Bearing face of a block against undisturbed soil.
     *
     * @return float m²
     *
     * @throws InvalidInput if the soil bears nothing
     */
    public static function blockM2(float $forceKn, float $bearingKpa): float
    {
        self::mustBeAbove('bearing_kpa', $bearingKpa);

        return $forceKn / $bearingKpa;
    }

    /**
     * Length of restrained joints on each side of a bend, or before a dead end, that friction and soil hold.
     *
     * @param  float  $frictionKnM  friction of soil on a metre of pipe
     * @param  float  $bearingKnM  passive resistance of soil on a metre of a leg that moves sideways; half of it counts
     * @return float m
     *
     * @throws InvalidInput if nothing holds it
     */
    public static function restrainedM(
        string $shape, float $odMm, float $pressureKpa, float $frictionKnM, float $bearingKnM = 0.0, ?float $angleDeg = null, float $safety = self::SAFETY,
    ): float {
        self::mustBeAbove('od_mm', $odMm);
        self::mustBeAbove('pressure_kpa', $pressureKpa);
        self::mustBeAbove('friction_kn_m', $frictionKnM);
        $push = $safety * $pressureKpa * self::area($odMm);

        return $shape === self::BEND ? $push * tan(deg2rad(self::angle($angleDeg) / 2)) / ($frictionKnM + $bearingKnM / 2) : $push / $frictionKnM;
    }

    public static function source(): Source
    {
        return Source::arithmetic('bend 2·P·A·sin(θ/2); dead end and tee P·A; reducer P·(A1 − A2); A of the outside diameter');
    }

    /** m² of a circle of so many mm. */
    private static function area(float $odMm): float
    {
        return M_PI / 4 * ($odMm / 1e3) ** 2;
    }

    private static function ring(float $odMm, ?float $smallMm): float
    {
        if ($smallMm === null || $smallMm <= 0.0 || $smallMm >= $odMm) {
            throw InvalidInput::field('od2_mm', 'A reducer wants its small end, less than the large one.', $smallMm, $odMm);
        }

        return self::area($odMm) - self::area($smallMm);
    }

    private static function angle(?float $deg): float
    {
        return $deg !== null && $deg > 0.0 && $deg <= 180.0 ? $deg : throw InvalidInput::field('angle_deg', 'A bend wants its angle, above 0 and up to 180°.',
            $deg, 180);
    }

    private static function mustBeAbove(string $field, float $value): void
    {
        if (! is_finite($value) || $value <= 0.0) {
            throw InvalidInput::field($field, "{$field} is {$value}; it must be more than 0.", $value, 0);
        }
    }
}
