<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Steps\Marks;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** What the reading at the face means: the body at its mark, not past the gasket, or too deep. */
final readonly class InsertedEnough implements Rule
{
    public function __construct(private Product $product, private string $side)
    {
    }

    public function id(): string
    {
        return "mc.face.{$this->side}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $key = Sided::key('face_mm', $this->side);
        $clear = $situation->readings->number($key);
        $in = Measured::insertedMm($situation, $this->side);
        $nominal = Marks::nominalMm($situation, $this->product);
        if ($clear === null || $in === null || $nominal === null) {
            return null;
        }
        $limit = $situation->rulebook->limit('mc.face_mm');
        $least = $this->product->figure($situation, 'insertion_min_mm');
        $off = $in - $nominal;
        $name = Sided::name($this->side);
        $is = $situation->print($in, Unit::Millimetre);
        [$measured, $allowed] = $situation->pair(abs($off), $limit->value, Unit::Millimetre);
        [$severity, $said, $todo] = match (true) {
            $least !== null && ! Compare::atLeast($in, $least) => [
                Severity::Mend, "{$is} in: not past the gasket; {$situation->print($least, Unit::Millimetre)} at the least.",
                'Slide the body further on before any bolt is turned.',
            ],
            Compare::atMost(abs($off), $limit->value) => [Severity::Go, "Face {$measured} off its place; {$allowed} allowed.", ''],
            $off < 0 => [Severity::Mend, "{$is} in, {$measured} short; {$allowed} allowed.",
                'Slide the body back between the two marks: so far it may not be past the gasket.'],
            default => [Severity::Mend, "{$is} in, {$measured} too deep; {$allowed} allowed.",
                'Slide the body back to the middle: too deep the other side hangs free, or the ends touch.'],
        };

        return new Finding($this->id(), $severity, $name.$said, $todo, $limit->source, [$key], abs($off), $limit->value, $limit->value - abs($off),
            Unit::Millimetre);
    }
}
