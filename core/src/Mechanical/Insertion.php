<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** Lengths of couplings, spools and closures. */
final class Insertion
{
    /** @throws InvalidInput if the gap is not below the length */
    public static function eachSideMm(float $lengthMm, float $gapMm): float
    {
        if ($gapMm < 0.0 || $gapMm >= $lengthMm) {
            throw InvalidInput::field('gap_mm', "A gap of {$gapMm} mm does not fit into a coupling of {$lengthMm} mm.", $gapMm, $lengthMm);
        }

        return ($lengthMm - $gapMm) / 2;
    }

    /** @throws InvalidInput if nothing is left of it */
    public static function spoolMm(float $cutOutMm, float $gapMm): float
    {
        $spool = $cutOutMm - 2 * $gapMm;

        return $gapMm >= 0.0 && $spool > 0.0 ? $spool : throw InvalidInput::field(
            'gap_mm', "Two gaps of {$gapMm} mm leave no spool in a cut-out of {$cutOutMm} mm.", $gapMm, $cutOutMm / 2,
        );
    }

    /**
     * Closure piece between two sockets: it reaches into both, less the gap left at the bottom of each.
     *
     * @param  list<float>  $socketDepthsMm
     * @param  list<float>  $endGapsMm
     *
     * @throws InvalidInput if there are not two of each, or nothing is left
     */
    public static function closureMm(float $faceToFaceMm, array $socketDepthsMm, array $endGapsMm): float
    {
        if (count($socketDepthsMm) !== 2 || count($endGapsMm) !== 2) {
            throw InvalidInput::field('socket_depths_mm', 'Give the depth of both sockets and the gap at the end of both.', count($socketDepthsMm), 2);
        }
        foreach ([0, 1] as $k) {
            if ($socketDepthsMm[$k] <= 0.0 || $endGapsMm[$k] < 0.0 || $endGapsMm[$k] >= $socketDepthsMm[$k]) {
                throw InvalidInput::field(
                    'end_gaps_mm', "A gap of {$endGapsMm[$k]} mm does not fit into a socket of {$socketDepthsMm[$k]} mm.", $endGapsMm[$k], $socketDepthsMm[$k],
                );
            }
        }
        $length = $faceToFaceMm + array_sum($socketDepthsMm) - array_sum($endGapsMm);

        return $faceToFaceMm > 0.0 ? $length : throw InvalidInput::field('face_to_face_mm', 'The sockets must lie apart.', $faceToFaceMm, 0);
    }

    /**
     * Where a sliding fitting, pushed together and stabbed onto the first cut, says the second cut is; and whether it then spans what is cut out.
     *
     * @param  float  $damageMm  least length that must be cut out, from the first cut to the far end of the damage
     * @return array{cut_at_mm: float, fits: bool, least_mm: float, greatest_mm: float} from the first cut
     *
     * @throws InvalidInput if it is not longer drawn out than pushed together, or not longer than its stabs
     */
    public static function secondCut(float $collapsedMm, float $extendedMm, float $stabMm, float $damageMm): array
    {
        if ($extendedMm <= $collapsedMm) {
            throw InvalidInput::field('extended_mm', 'Drawn out it must be longer than pushed together.', $extendedMm, $collapsedMm);
        }
        if ($stabMm <= 0.0 || 2 * $stabMm >= $collapsedMm) {
            throw InvalidInput::field('stab_mm', 'Both stabs must fit into the fitting as it is pushed together.', $stabMm, $collapsedMm / 2);
        }
        $least = $collapsedMm - 2 * $stabMm;
        $greatest = $extendedMm - 2 * $stabMm;
        $cut = $collapsedMm - $stabMm; // the end of the fitting, stabbed at the first cut and laid beside the pipe

        return ['cut_at_mm' => $cut, 'fits' => $damageMm >= 0.0 && $damageMm <= $cut && $cut <= $greatest, 'least_mm' => $least, 'greatest_mm' => $greatest];
    }

    /**
     * Marks either side of the middle of a break that a wrapped coupling is centred between, and whether its seals reach sound pipe.
     *
     * @return array{half_mm: float, fits: bool}
     */
    public static function wrap(float $lengthMm, float $breakWidthMm, float $sealMarginMm): array
    {
        return ['half_mm' => $lengthMm / 2, 'fits' => $breakWidthMm + 2 * $sealMarginMm <= $lengthMm];
    }

    public static function source(): Source
    {
        return Source::arithmetic('insertion each side = (length − gap) / 2; spool = cut-out − 2 × gap');
    }
}
