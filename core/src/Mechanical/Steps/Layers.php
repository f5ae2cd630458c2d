<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Fit;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Range;
use Diastoma\Core\Mechanical\Rules\LayersAlike;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;

/** Inner layer of the gasket left in or taken out: the measured ends decide, and both ends alike. */
final class Layers
{
    public const LEFT_IN = 'left in';

    public const TAKEN_OUT = 'taken out';

    /**
     * @param  list<string>  $sides
     * @return list<Step> none where the gasket has one layer
     */
    public static function steps(Situation $s, Product $product, array $sides): array
    {
        if (! $product->hasTwoLayers($s)) {
            return [];
        }
        $ods = Measured::odsMm($s, $sides);
        $layer = $ods === null ? null : Fit::of($ods, $product->ranges($s))->layer;
        $upper = $product->figure($s, 'upper_min_mm');
        $said = match (true) {
            $layer === Range::OUT && $upper !== null => 'Take the inner layer out, at both ends: '.$s->print(max($ods ?? [0.0]), Unit::Millimetre)
                .' lies in the upper range, from '.$s->print($upper, Unit::Millimetre).' on.',
            $layer === Range::IN => 'Leave the inner layer in, at both ends: both measured ends lie in the lower range.',
            default => 'Measure both ends first.',
        };

        return [new Step(
            'layers', 'Inner layer', $said,
            array_map(static fn (string $side): ReadingSpec => ReadingSpec::choice(
                Sided::key('layer', $side), Sided::name($side).'Inner layer', [self::LEFT_IN, self::TAKEN_OUT],
            ), $sides),
            [new LayersAlike($product, $sides)],
        )];
    }
}
