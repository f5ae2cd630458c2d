<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/**
 * The angle between the axes of two pipes at a joint: from gaps, from the far end's offset, in two planes, and the curve that it makes.
 * All angles in degrees. Work from the angle: printed offsets and radii are rounded unevenly, some to the unsafe side.
 */
final readonly class JointDeflection
{
    /**
     * @param  ?float  $widestGapDeg  clock angle of the widest gap, 0 at 12 and clockwise; null where it cannot be told
     * @param  float  $residualMm  largest difference of a gap from the fitted tilt: spread that no deflection explains
     */
    private function __construct(public float $angleDeg, public ?float $widestGapDeg, public float $residualMm = 0.0)
    {
    }

    /**
     * From the widest and narrowest gap on opposite sides: θ = atan((max − min)/OD).
     *
     * @throws InvalidInput if the diameter is not positive or the gaps are the wrong way round
     */
    public static function fromGaps(float $largestMm, float $smallestMm, float $odMm): self
    {
        self::positive('od_mm', $odMm, 'The outside diameter');
        if ($largestMm < $smallestMm) {
            throw InvalidInput::field(
                'gap_max_mm', "The widest gap ({$largestMm} mm) is less than the narrowest ({$smallestMm} mm). Change them over.", $largestMm, $smallestMm,
            );
        }

        return new self(rad2deg(atan(($largestMm - $smallestMm) / $odMm)), null);
    }

    /**
     * From gaps at n ≥ 4 equal clock angles, the first at 12: least squares of g(φ) = g0 + a·cos φ + b·sin φ. The gap opens by OD·tan θ from one side to
     * the other.
     *
     * @param  list<float>  $gapsMm
     *
     * @throws InvalidInput if there are fewer than 4 gaps or the diameter is not positive
     */
    public static function fitted(array $gapsMm, float $odMm): self
    {
        self::positive('od_mm', $odMm, 'The outside diameter');
        $n = count($gapsMm);
        if ($n < 4) {
            throw InvalidInput::field(
                'gaps_mm', "{$n} gaps are too few to tell the direction. Measure at 4 clock positions or more, equally spaced from 12.", $n, 4,
            );
        }
        $a = $b = 0.0;
        foreach ($gapsMm as $k => $gap) {
            $a += 2 / $n * $gap * cos(2 * M_PI * $k / $n);
            $b += 2 / $n * $gap * sin(2 * M_PI * $k / $n);
        }
        $mean = array_sum($gapsMm) / $n;
        $residual = 0.0;
        foreach ($gapsMm as $k => $gap) {
            $residual = max($residual, abs($gap - $mean - $a * cos(2 * M_PI * $k / $n) - $b * sin(2 * M_PI * $k / $n)));
        }
        $tilt = hypot($a, $b);

        return new self(rad2deg(atan(2 * $tilt / $odMm)), $tilt < 1e-9 ? null : fmod(rad2deg(atan2($b, $a)) + 360.0, 360.0), $residual);
    }

    /**
     * From how far the far end of the pipe lies off the straight line on: θ = asin(y/L).
     *
     * @throws InvalidInput if the length is not positive or the offset is longer than the pipe
     */
    public static function fromOffset(float $offsetMm, float $lengthM): self
    {
        self::positive('length_m', $lengthM, 'The length of the pipe');
        $ratio = $offsetMm / 1000 / $lengthM;
        if (abs($ratio) > 1.0) {
            throw InvalidInput::field(
                'offset_mm', "An offset of {$offsetMm} mm is more than the pipe is long ({$lengthM} m). Check the units.", $offsetMm, $lengthM * 1000,
            );
        }

        return new self(rad2deg(asin(abs($ratio))), null);
    }

    /** Horizontal and vertical parts of one joint together: tan²θ = tan²θh + tan²θv. */
    public static function combined(float $horizontalDeg, float $verticalDeg): float
    {
        return rad2deg(atan(hypot(tan(deg2rad($horizontalDeg)), tan(deg2rad($verticalDeg)))));
    }

    /** The side to which the pipe turns: away from the widest gap. */
    public function turnsToDeg(): ?float
    {
        return $this->widestGapDeg === null ? null : fmod($this->widestGapDeg + 180.0, 360.0);
    }

    /** @return array{horizontal_deg: float, vertical_deg: float}|null parts of a fitted angle: right and up are positive */
    public function parts(): ?array
    {
        $to = $this->turnsToDeg();
        if ($to === null) {
            return $this->angleDeg < 1e-9 ? ['horizontal_deg' => 0.0, 'vertical_deg' => 0.0] : null;
        }
        $tan = tan(deg2rad($this->angleDeg));

        return ['horizontal_deg' => rad2deg(atan($tan * sin(deg2rad($to)))), 'vertical_deg' => rad2deg(atan($tan * cos(deg2rad($to))))];
    }

    /** How far the far end of a pipe swings: L·sin θ, mm. */
    public static function offsetMm(float $lengthM, float $angleDeg): float
    {
        return 1000 * $lengthM * sin(deg2rad($angleDeg));
    }

    /** Radius of the curve that equal deflections make: L/(2·tan(θ/2)), m; null for a straight line. */
    public static function radiusM(float $lengthM, float $angleDeg): ?float
    {
        return abs($angleDeg) < 1e-12 ? null : $lengthM / (2 * tan(deg2rad($angleDeg) / 2));
    }

    /** Deflection of each joint that keeps pipes of one length on a radius: the inverse of radiusM. */
    public static function onRadiusDeg(float $lengthM, float $radiusM): float
    {
        return rad2deg(2 * atan($lengthM / (2 * $radiusM)));
    }

    /** Joints for a turn: total/each rounded up, without tripping over floating point (21° by 1.4° is 15). */
    public static function jointsFor(float $totalDeg, float $eachDeg): int
    {
        $exact = $totalDeg / $eachDeg;

        return (int) ceil($exact - 1e-9 * max(1.0, $exact));
    }

    public static function gapSource(): Source
    {
        return Source::arithmetic('θ = atan((widest gap − narrowest gap) / OD)');
    }

    public static function curveSource(): Source
    {
        return Source::arithmetic('offset = L·sin θ; R = L / (2·tan(θ/2))');
    }

    private static function positive(string $field, float $value, string $what): void
    {
        if (! is_finite($value) || $value <= 0.0) {
            throw InvalidInput::field($field, "{$what} is {$value}; it must be more than 0.", $value, 0);
        }
    }
}
