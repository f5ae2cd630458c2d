<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;

/** Ends that slide under the lips of a large coupling: square, and chamfered so that no lip is cut or turned under. */
final class CutEnds
{
    /** @param  list<string>  $sides */
    public static function step(Situation $s, array $sides): Step
    {
        $specs = $rules = [];
        foreach ($sides as $side) {
            array_push($specs, ...self::specs($side));
            array_push($rules, ...self::rules($side));
        }
        $long = $s->print($s->limit('mc.chamfer_mm'), Unit::Millimetre);

        return new Step('cut', 'Chamfer', "Cut square. Chamfer at least {$s->limit('mc.chamfer_deg')}° and {$long} long, no edge left.", $specs, $rules, [
            'Cutting: guard on, second hand clear of the blade, mask against dust. Asbestos cement never dry.',
        ]);
    }

    /** @return list<ReadingSpec> */
    private static function specs(string $side): array
    {
        $name = Sided::name($side);

        return [
            ReadingSpec::number(Sided::key('out_of_square_mm', $side), $name.'Out of square', Unit::Millimetre, 0, 200, 'Largest gap under a wrap strap'),
            ReadingSpec::number(Sided::key('chamfer_deg', $side), $name.'Angle of the chamfer', Unit::Degree, 0, 90, 'By bevel gauge'),
            ReadingSpec::number(Sided::key('chamfer_mm', $side), $name.'Length of the chamfer', Unit::Millimetre, 0, 300, 'Along the pipe'),
        ];
    }

    /** @return list<Rule> */
    private static function rules(string $side): array
    {
        $name = Sided::name($side);
        $of = static fn (string $key): \Closure => static fn (Situation $s): ?float => $s->readings->number(Sided::key($key, $side));
        $dot = $side === '' ? '' : ".{$side}";
        $why = 'A steep or short edge cuts the lip of the gasket.';

        return [
            new NumberAtMost(
                'mc.square'.$dot, [Sided::key('out_of_square_mm', $side)], $of('out_of_square_mm'), 'mc.square_mm', $name.'Out of square', 'Cut again, square.',
            ),
            new NumberAtLeast(
                'mc.chamfer_deg'.$dot, [Sided::key('chamfer_deg', $side)], $of('chamfer_deg'), 'mc.chamfer_deg', $name.'Chamfer', 'File it to the angle.',
                why: $why,
            ),
            new NumberAtLeast(
                'mc.chamfer_mm'.$dot, [Sided::key('chamfer_mm', $side)], $of('chamfer_mm'), 'mc.chamfer_mm', $name.'Chamfer', 'File it further back.',
                why: $why,
            ),
        ];
    }
}
