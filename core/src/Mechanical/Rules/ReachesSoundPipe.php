<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Insertion;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The wrapped body is long enough: break and sound pipe under both seals. */
final readonly class ReachesSoundPipe implements Rule
{
    public function __construct(private Product $product)
    {
    }

    public function id(): string
    {
        return 'mc.wrap';
    }

    public function judge(Situation $situation): ?Finding
    {
        $break = $situation->readings->number('break_mm');
        $length = $this->product->figure($situation, 'length_mm');
        $margin = $this->product->figure($situation, 'seal_margin_mm');
        if ($break === null || $length === null || $margin === null) {
            return null;
        }
        $needed = $break + 2 * $margin;
        $fits = Insertion::wrap($length, $break, $margin)['fits'];
        [$wants, $has] = $situation->pair($needed, $length, Unit::Millimetre);

        return new Finding(
            $this->id(), $fits ? Severity::Go : Severity::Stop, "Break and seals want {$wants}; the body is {$has} long.",
            $fits ? '' : 'Take a longer one, or cut the break out and set in a spool.', $this->product->card->source(), ['break_mm'], $needed, $length,
            $length - $needed,
            Unit::Millimetre, 'A seal that lies on the break does not seal.',
        );
    }
}
