<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;

/**
 * How round one pipe end is, from diameters at equal clock angles over half a turn, the first at 12–6 o'clock.
 *
 * Three diameters, 60° apart, give the ellipse whichever way it lies, where two see nothing of one that lies between them; of three the ovality is that of
 * the ellipse, never less than largest less smallest reading [arithmetic].
 *
 * Ovality is largest less smallest reading, as percentage of the nominal diameter [form of EN 12201-2 and ISO 11922-1].
 * With three or more angles d(θ) = d0 + a·cos 2θ + b·sin 2θ is fitted by least squares; at equal angles over half a turn the
 * three terms are orthogonal, so a = 2/n·Σ d·cos 2θ and b = 2/n·Σ d·sin 2θ exactly [arithmetic].
 */
final readonly class Roundness
{
    /** What is left of a reading beside the fitted ellipse counts as a flat or a dent from here on, mm. Common practice: no figure published. */
    private const NOT_OVAL_MM = 0.3;

    /** @param  ?float  $longAxisDeg clockwise from 12 o'clock, 0 up to 180; null with fewer than three readings or no measurable ellipse */
    private function __construct(
        public float $meanMm,
        public float $ovalityMm,
        public float $ovalityPercent,
        public float $ovalityPercentOfMean,
        public ?float $longAxisDeg,
        public ?float $amplitudeMm,
        public ?float $residualMm,
    ) {
    }

    /**
     * @param  list<float>  $diametersMm
     *
     * @throws InvalidInput with fewer than two diameters, or one that is not a positive number
     */
    public static function of(array $diametersMm, float $nominalMm): self
    {
        $n = count($diametersMm);
        if ($n < 2) {
            throw InvalidInput::field('diameters_mm', 'Ovality needs at least two diameters. Measure 12–6 and 3–9 o\'clock.', $n, 2);
        }
        foreach ($diametersMm as $i => $d) {
            if (! is_finite($d) || $d <= 0.0) {
                throw InvalidInput::field('diameters_mm', 'Diameter '.($i + 1)." is {$d} mm. A diameter is more than 0: measure it again.", $d, 0);
            }
        }
        if (! is_finite($nominalMm) || $nominalMm <= 0.0) {
            throw InvalidInput::field('nominal_od_mm', "The nominal outside diameter is {$nominalMm} mm. Give the pipe's dn, more than 0.", $nominalMm, 0);
        }
        $mean = array_sum($diametersMm) / $n;
        $ovality = max($diametersMm) - min($diametersMm);
        [$axis, $amplitude, $residual] = $n < 3 ? [null, null, null] : self::fit($diametersMm, $mean);
        $ovality = $n === 3 ? max($ovality, 2 * (float) $amplitude) : $ovality;

        return new self($mean, $ovality, 100 * $ovality / $nominalMm, 100 * $ovality / $mean, $axis, $amplitude, $residual);
    }

    /** Whether more than an ellipse is wrong: a flat, or a dent. */
    public function isNotOval(): bool
    {
        return $this->residualMm !== null && $this->residualMm > self::NOT_OVAL_MM;
    }

    /**
     * @param  non-empty-list<float>  $d
     * @return array{?float, float, float} axis deg, amplitude mm, residual mm
     */
    private static function fit(array $d, float $mean): array
    {
        $n = count($d);
        $a = $b = 0.0;
        foreach ($d as $i => $value) {
            $a += 2 / $n * $value * cos(2 * M_PI * $i / $n);
            $b += 2 / $n * $value * sin(2 * M_PI * $i / $n);
        }
        $residual = 0.0;
        foreach ($d as $i => $value) {
            $fitted = $mean + $a * cos(2 * M_PI * $i / $n) + $b * sin(2 * M_PI * $i / $n);
            $residual = max($residual, abs($value - $fitted));
        }
        $amplitude = hypot($a, $b);
        $residual = $residual < 1e-9 * $mean ? 0.0 : $residual;
        if ($amplitude < 1e-9 * $mean) {
            return [null, 0.0, $residual];
        }
        $axis = fmod(rad2deg(atan2($b, $a)) / 2 + 360.0, 180.0);

        return [min($axis, 180.0 - $axis) < 1e-9 ? 0.0 : $axis, $amplitude, $residual];
    }

    /** The long axis as a crew says it, to the nearest half hour: "2–8 o'clock". */
    public static function clockFace(float $axisDeg): string
    {
        $half = (int) round($axisDeg / 15) % 12;
        $name = static function (int $half): string {
            $hour = intdiv($half, 2) % 12;

            return ($hour === 0 ? 12 : $hour).($half % 2 === 1 ? ':30' : '');
        };

        return $name($half).'–'.$name($half + 12).' o\'clock';
    }
}
