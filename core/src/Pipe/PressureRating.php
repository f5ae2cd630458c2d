<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Rulebook\Source;

/** What pressure a PE pipe is rated for, from its strength and its ratio of diameter to wall. */
final class PressureRating
{
    /**
     * PN = 20·MRS / (C·(SDR − 1)) in bar, MRS in MPa [ISO 4427-1; the form of ISO 161-1].
     *
     * @pure
     */
    public static function bar(float $mrsMpa, float $sdr, float $designCoefficient): float
    {
        return 20 * $mrsMpa / ($designCoefficient * ($sdr - 1));
    }

    /**
     * PR = 2·HDS·F / (DR − 1) in psi [AWWA C906; ASTM D3035]. HDS already holds the design factor of the material (0.63 for PE 4710 in
     * water); F is any further factor of the job, 1 for water.
     *
     * @pure
     */
    public static function psi(float $hdsPsi, float $dr, float $designFactor): float
    {
        return 2 * $hdsPsi * $designFactor / ($dr - 1);
    }

    public static function source(): Source
    {
        return Source::standard('ISO 4427-1');
    }

    public static function usSource(): Source
    {
        return Source::fromMemory('AWWA C906 / ASTM D3035');
    }
}
