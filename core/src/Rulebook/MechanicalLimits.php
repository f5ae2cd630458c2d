<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

use Diastoma\Core\Quantity\Unit;

/** Limits of bolted and stabbed fittings on which both rulebooks agree. What is a product's own stands on its card, not here. */
final class MechanicalLimits
{
    /** @return list<Limit> */
    public static function all(): array
    {
        $practice = Source::commonPractice();
        $memory = Source::fromMemory();

        return [
            new Limit('mc.ovality_percent', 1.5, Unit::Percent, $memory, 'Largest less smallest outside diameter under a seal, of the mean'),
            new Limit('mc.mark_mm', 5.0, Unit::Millimetre, $memory, 'Insertion mark off its place'),
            new Limit('mc.gap_mm', 10.0, Unit::Millimetre, $memory, 'Gap between the pipe ends off the setting gap'),
            new Limit('mc.face_mm', 10.0, Unit::Millimetre, $memory, 'Face of the body off its place, from either mark'),
            new Limit('mc.bolt.tolerance_percent', 10.0, Unit::Percent, $practice, 'Torque of a bolt off its target'),
            new Limit('mc.bolt.scatter_percent', 15.0, Unit::Percent, $memory, 'Highest less lowest torque of the last round, of the mean'),
            new Limit('mc.bolt.pace_s', 1.0, Unit::Second, $memory, 'Fastest that bolts are turned, s a bolt'),
            new Limit('mc.wrench.off_percent', 4.0, Unit::Percent, Source::fromMemory('ISO 6789', 'permissible deviation'),
                'Wrench set off the torque of the pass'),
            new Limit('mc.down_kpa', 5.0, Unit::KiloPascal, $memory, 'Pressure left at which bolts may be touched'),
            new Limit('mc.chamfer_deg', 45.0, Unit::Degree, $practice, 'Least angle of the chamfer for a large coupling'),
            new Limit('mc.chamfer_mm', 20.0, Unit::Millimetre, $practice, 'Least length of the chamfer for a large coupling'),
            new Limit('mc.square_mm', 5.0, Unit::Millimetre, $memory, 'Cut end out of square'),
            new Limit('mc.centring_mm', 5.0, Unit::Millimetre, $practice, 'Centring bolts backed off, at the least'),
            new Limit('mc.turns_apart', 2.0, Unit::None, $practice, 'Turns that the nuts of one band may lie apart'),
            new Limit('mc.fins_apart_mm', 5.0, Unit::Millimetre, $memory, 'Fins, widest less narrowest distance'),
            new Limit('mc.flange.parallel_mm', 2.0, Unit::Millimetre, $memory, 'Gap between flanges, widest less narrowest, before bolting'),
            new Limit('mc.stab_mm', 3.0, Unit::Millimetre, $practice, 'Stab mark from the face of the fitting (1/8 in)'),
            new Limit('mc.saddle.maximum_nm', 13.6, Unit::SmallTorque, $practice, 'Greatest torque of the bolts of a gas tapping saddle (120 in·lb)'),
            new Limit('mc.wrap.centred_mm', 10.0, Unit::Millimetre, $memory, 'Wrapped coupling off the middle between its marks'),
            new Limit('mc.cut_mm', 5.0, Unit::Millimetre, $memory, 'Cut off the place that was worked out'),
            new Limit('mc.tap.rod_percent', 50.0, Unit::Percent, $memory, 'Rod of a live tap, of the outside diameter of the main'),
            new Limit('mc.tap.hand_n', 250.0, Unit::Newton, $memory, 'Ejection force that one person may hold by hand'),
        ];
    }
}
