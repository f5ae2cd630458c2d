<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** Limits of gasketed joints on which both rulebooks agree. What is the maker's for one product stands in its joint system, not here. */
final class GasketLimits
{
    /** @return list<Limit> */
    public static function all(): array
    {
        $practice = Source::commonPractice();
        $memory = Source::fromMemory();

        return [
            new Limit('gs.gasket.min_c', 4.4, Unit::Celsius, $practice, 'Coldest a gasket may be when it is fitted (40 °F)'),
            new Limit('gs.square.share_percent', 1.0, Unit::Percent, $memory, 'Cut spigot out of square, of OD'),
            new Limit('gs.chamfer.angle_tolerance_deg', 5.0, Unit::Degree, $memory, 'Angle of a chamfer off the usual one of its material'),
            new Limit('gs.chamfer.tolerance_mm', 3.0, Unit::Millimetre, $memory, 'Chamfer longer or shorter than wanted: at most'),
            new Limit('gs.mark.tolerance_mm', 3.0, Unit::Millimetre, $memory, 'Insertion mark from its place'),
            new Limit('gs.home.visible_mm', 10.0, Unit::Millimetre, $memory, 'Insertion mark in front of the bell face, when it should just show'),
            new Limit('gs.home.tolerance_mm', 5.0, Unit::Millimetre, $memory, 'Off the home line or homing mark'),
            new Limit('gs.gap.even_mm', 6.0, Unit::Millimetre, $memory, 'Joint gap, widest less narrowest, before deflecting'),
            new Limit('gs.gap.tolerance_mm', 5.0, Unit::Millimetre, $memory, "Mean joint gap off the maker's"),
            new Limit('gs.feeler.tolerance_mm', 5.0, Unit::Millimetre, $practice, 'Feeler deeper than the median: the gasket is rolled or displaced'),
            new Limit('gs.feeler.small_up_to_dn', 400.0, Unit::Millimetre, $practice, 'Largest DN swept at 8 positions; above it 12'),
            new Limit('gs.share_percent', 80.0, Unit::Percent, $practice, 'Share of the allowed deflection that is planned with'),
            new Limit('gs.deflection.planned_deg', 0.3, Unit::Degree, $memory, 'Joint deflection off the planned one'),
            new Limit('gs.band_mm', 50.0, Unit::Millimetre, $practice, 'Far end off its planned place'),
            new Limit('gs.grade_mm', 10.0, Unit::Millimetre, $memory, 'Off the grade line at the far end'),
            new Limit('gs.top_mark_deg', 10.0, Unit::Degree, $memory, 'Top mark of elliptical reinforcement off the crown'),
            new Limit('gs.push.bar_up_to_dn', 250.0, Unit::Millimetre, $memory, 'Largest DN pushed with bar and block'),
            new Limit('gs.push.lever_up_to_dn', 900.0, Unit::Millimetre, $memory, 'Largest DN pulled in with lever hoists or a winch as a rule'),
        ];
    }
}
