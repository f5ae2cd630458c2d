<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Stab;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;

/** A PE end that is stabbed into a fitting: cut square, clean, chamfered by gauge, marked, pushed in to the mark. */
final class StabEnd
{
    public const STATIC = 'PE gas pipe carries static: earth it, wet it, no ignition source.';

    /** @return array{list<ReadingSpec>, list<Rule>} the end made ready */
    public static function ready(Product $product, string $side): array
    {
        $name = Sided::name($side);
        $mark = Sided::key('mark_mm', $side);
        $dot = $side === '' ? '' : ".{$side}";

        return [[
            ReadingSpec::yesNo(Sided::key('square', $side), $name.'Cut square, clean, no scratch where the seal lies?'),
            ReadingSpec::yesNo(Sided::key('gauge', $side), $name.'Chamfered until the gauge\'s ring begins to enter?'),
            ReadingSpec::number($mark, $name.'Stab mark from the end', Unit::Millimetre, 0, 1000, '', 'setting_gap'),
        ], [
            Confirmed::usual(
                'mc.square'.$dot, Sided::key('square', $side), $name.'Square and clean.', $name.'Not square, not clean, or scratched.',
                'Cut it back and clean it.',
            ),
            Confirmed::usual(
                'mc.gauge'.$dot, Sided::key('gauge', $side), $name.'Chamfered by the gauge.', $name.'The gauge does not enter.',
                'Chamfer on: a sharp edge cuts the seal.',
            ),
            new NumberAtMost(
                'mc.stab_mark'.$dot, [$mark], $product->off($mark, 'stab_mm'), 'mc.stab_mm', $name.'Stab mark off the stab depth by',
                'Rub it out and mark it again.',
                why: 'The mark is the only thing that shows how far the pipe is in.'),
        ]];
    }

    /** @return array{ReadingSpec, Rule} how the mark lies to the face once it is stabbed */
    public static function stabbed(string $side): array
    {
        $name = Sided::name($side);
        $face = Sided::key('face_mm', $side);

        return [
            ReadingSpec::number($face, $name.'Stab mark from the face of the fitting', Unit::Millimetre, -200, 500, 'Minus when it has gone inside',
                'setting_gap'),
            new NumberAtMost(
                'mc.stab'.($side === '' ? '' : ".{$side}"), [$face],
                static fn (Situation $s): ?float => ($at = $s->readings->number($face)) === null ? null : abs($at),
                'mc.stab_mm', $name.'Mark from the face', 'Push it on until the mark is at the face. Where it does not go, take it off and look.',
                why: 'Short of its stab the '
                    .'grip holds half, and the pipe creeps out.',
            ),
        ];
    }

    /** @return array<string, mixed> */
    public static function guide(Situation $s, Product $product, string $side): array
    {
        return ['stab' => [
            'depth_mm' => $product->figure($s, 'stab_mm'), 'mark_mm' => $s->readings->number(Sided::key('mark_mm', $side)),
            'face_mm' => $s->readings->number(Sided::key('face_mm', $side)), 'within_mm' => $s->limit('mc.stab_mm'),
        ]];
    }

    /** The end made ready and stabbed, in one step. */
    public static function step(Situation $s, Product $product, string $side, string $id, string $title, string $instruction): Step
    {
        [$specs, $rules] = self::ready($product, $side);
        [$spec, $rule] = self::stabbed($side);

        return new Step($id, $title, $instruction, [...$specs, $spec], [...$rules, $rule], [self::STATIC], self::guide($s, $product, $side));
    }
}
