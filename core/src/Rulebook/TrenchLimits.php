<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** Limits of trench, bedding and backfill. Both rulebooks have them; where they differ each has its own value. */
final class TrenchLimits
{
    /** Under US public-works practice a layer is at most 6 in. */
    private const US_LAYER_MM = 152.4;

    /** @return list<Limit> */
    public static function all(bool $isUs = false): array
    {
        $practice = Source::commonPractice();
        $memory = Source::fromMemory();
        $osha = static fn (string $clause): Source => Source::standard('29 CFR 1926', $clause);

        return [
            new Limit('tr.inspection_h', 12.0, Unit::None, $osha('651(k): daily, before work and after rain; a shift of 12 h is common practice'),
                'Hours that an inspection of the trench holds'),
            new Limit('tr.protect_m', 1.524, Unit::Metre, $osha('652(a)(1)'), 'Depth from which on the sides are sloped, shored or shielded (5 ft)'),
            new Limit('tr.ladder_depth_m', 1.2192, Unit::Metre, $osha('651(c)(2)'), 'Depth from which on a ladder stands in the trench (4 ft)'),
            new Limit('tr.ladder_m', 7.62, Unit::Metre, $osha('651(c)(2)'), 'Way to the nearest ladder (25 ft)'),
            new Limit('tr.spoil_m', 0.6096, Unit::Metre, $osha('651(j)(2)'), 'Spoil back from the edge (2 ft)'),
            new Limit('tr.bedding_mm', 100.0, Unit::Millimetre, $practice, 'Bedding under the pipe, at the least'),
            new Limit('tr.bedding_most_mm', 150.0, Unit::Millimetre, $practice, 'Bedding under the pipe, loose, at the most'),
            new Limit('tr.grade_mm', 10.0, Unit::Millimetre, $memory, 'Invert off the level of the drawing'),
            new Limit('tr.layer_mm', $isUs ? self::US_LAYER_MM : 300.0, Unit::Millimetre, $practice, 'Thickness of a layer, loose, at the most'),
            new Limit('tr.plant_cover_mm', 300.0, Unit::Millimetre, $practice, 'Cover over the crown before anything but hand and light plant'),
            new Limit('tr.heavy_cover_mm', 900.0, Unit::Millimetre, $practice, 'Cover over the crown before heavy plant (3 ft)'),
            new Limit('tr.density_percent', 90.0, Unit::Percent, $memory,
                'Least density of a layer, of the greatest of the laboratory: the owner says which'),
            new Limit('tr.stiffness', 2.0, Unit::None, $memory, 'Stiffness class SN of a pipe that soil is packed beside, kN/m², at the least'),
            new Limit('tr.rise_percent', 1.0, Unit::Percent, $practice, 'Crown risen while the sides are compacted'),
            new Limit('tr.plastic_percent', 5.0, Unit::Percent, $practice, 'Deflection of PVC and PE gravity pipe at full cover'),
            new Limit('tr.plastic_late_percent', 7.5, Unit::Percent, Source::standard('ASTM D3034', 'appendix'), 'The same after 30 days'),
            new Limit('tr.grp_percent', 3.0, Unit::Percent, Source::fromMemory('AWWA M45'), 'Deflection of GRP pipe at full cover'),
            new Limit('tr.grp_late_percent', 5.0, Unit::Percent, Source::fromMemory('AWWA M45'), 'The same after 30 days'),
            new Limit('tr.lined_percent', 3.0, Unit::Percent, $practice, 'Deflection of cement-lined iron'),
            new Limit('tr.wire_mm', 150.0, Unit::Millimetre, $practice, 'Tracer wire off the pipe (6 in)'),
        ];
    }
}
