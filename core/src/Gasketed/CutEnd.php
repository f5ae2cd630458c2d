<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** What a pipe cut on site needs before it can be pushed into a socket, and how a gasket is folded to go into its groove. */
final class CutEnd
{
    /** Usual angle of the chamfer by the pipe's material, degrees: PVC common practice, iron and GRP from memory. */
    public const USUAL_DEG = ['pvc' => 15.0, 'ductile_iron' => 30.0, 'grp' => 20.0];

    /** Length of the bevel on ductile iron, mm, at DN 150 to 300: common practice, from memory. */
    public const IRON_MM = 6.0;

    /**
     * The chamfer takes off half the wall: length along the pipe (e/2)/tan of its angle, and no more.
     *
     * @return array{length_mm: float, depth_mm: float}
     *
     * @throws InvalidInput if the wall is not positive or the angle not between 0 and 90°
     */
    public static function chamfer(float $wallMm, float $angleDeg): array
    {
        if ($wallMm <= 0.0 || ! is_finite($wallMm)) {
            throw InvalidInput::field('wall_mm', "The wall is {$wallMm} mm; it must be more than 0.", $wallMm, 0);
        }
        if ($angleDeg <= 0.0 || $angleDeg >= 90.0) {
            throw InvalidInput::field('angle_deg', "A chamfer of {$angleDeg}° cannot be made. About 15° is usual.", $angleDeg, [0, 90]);
        }

        return ['length_mm' => $wallMm / 2 / tan(deg2rad($angleDeg)), 'depth_mm' => $wallMm / 2];
    }

    public static function chamferSource(): Source
    {
        return Source::commonPractice('PVC 15° to half the wall: length = (e/2)/tan 15°; iron about 30° and some 6 mm, GRP about 20°, both from memory');
    }

    /**
     * Loops formed in a ductile iron gasket to seat it: one on small sizes, two on 20 and 24 in, three on 30 and 36 in. Above that three at least, the maker's
     * number governs [value from memory].
     */
    public static function loops(float $sizeIn): int
    {
        return match (true) {
            $sizeIn >= 30.0 => 3,
            $sizeIn >= 20.0 => 2,
            default => 1,
        };
    }

    public static function loopsSource(): Source
    {
        return Source::commonPractice('one loop on small sizes, two from 20 in, three from 30 in; above 36 in from memory');
    }
}
