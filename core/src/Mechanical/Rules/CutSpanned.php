<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What was cut out holds all of the damage and is spanned by the sliding fitting, with both stabs at their depth. */
final readonly class CutSpanned implements Rule
{
    public function __construct(private Product $product)
    {
    }

    public function id(): string
    {
        return 'mc.cut';
    }

    public function judge(Situation $situation): ?Finding
    {
        [$collapsed, $extended, $stab] = array_map(fn (string $field): ?float => $this->product->figure($situation, $field),
            ['collapsed_mm', 'extended_mm', 'stab_mm']);
        $damage = $situation->readings->number('damage_mm');
        $cut = $situation->readings->number('cut_mm');
        if ($collapsed === null || $extended === null || $stab === null || $damage === null || $cut === null) {
            return null;
        }
        $least = $collapsed - 2 * $stab;
        $greatest = $extended - 2 * $stab;
        $print = static fn (float $mm): string => $situation->print($mm, Unit::Millimetre);
        [$severity, $said, $todo] = match (true) {
            ! Compare::atLeast($cut, $damage) => [Severity::Mend, "Cut out {$print($cut)}; the damage reaches to {$print($damage)}.",
                'Cut on to sound pipe, if the fitting still spans it.'],
            ! Compare::atMost($cut, $greatest) => [
                Severity::Stop, "Cut out {$print($cut)}; this fitting spans {$print($greatest)} at most.",
                'Take a longer fitting: drawn out so far it has no stab left.',
            ],
            ! Compare::atLeast($cut, $least) => [Severity::Mend, "Cut out {$print($cut)}; pushed together the fitting wants {$print($least)}.",
                'Cut back until it goes in.'],
            ! Compare::atMost(abs($cut - ($collapsed - $stab)), $situation->limit('mc.cut_mm')) => [
                Severity::Watch, "Cut out {$print($cut)}; {$print($collapsed - $stab)} was worked out.",
                'It spans, but with less to spare: look at both stab marks.',
            ],
            default => [Severity::Go, "Cut out {$print($cut)}; the fitting spans {$print($least)} to {$print($greatest)}.", ''],
        };

        return new Finding(
            $this->id(), $severity, $said, $todo, Source::arithmetic('pushed together − 2 × stab ≤ cut-out ≤ drawn out − 2 × stab'), ['cut_mm', 'damage_mm'],
            $cut, $greatest,
            $greatest - $cut, Unit::Millimetre,
        );
    }
}
