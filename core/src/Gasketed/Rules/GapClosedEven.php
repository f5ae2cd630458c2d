<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Rules;

use Diastoma\Core\Gasketed\Made;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** A joint without a mark is home when its gap is the maker's and even all round. */
final readonly class GapClosedEven implements Rule
{
    public function __construct(private Made $made)
    {
    }

    public function id(): string
    {
        return 'gs.home';
    }

    public function judge(Situation $situation): ?Finding
    {
        $gaps = $situation->readings->series('home_gaps_mm');
        if ($gaps === null || $gaps === []) {
            return null;
        }
        $even = $situation->rulebook->limit('gs.gap.even_mm');
        $spread = max($gaps) - min($gaps);
        $mean = array_sum($gaps) / count($gaps);
        $makers = $this->made->size($situation)->gapMm ?? $situation->readings->number('maker_gap_mm');
        $off = $makers === null ? 0.0 : abs($mean - $makers);
        $rough = ! Compare::atMost($spread, $even->value);
        [$uneven, $allowed] = $situation->pair($spread, $even->value, Unit::Millimetre);
        $far = ! Compare::atMost($off, $situation->limit('gs.gap.tolerance_mm'));

        return new Finding(
            $this->id(), $rough || $far ? Severity::Mend : (Compare::atMost($spread, 0.8 * $even->value) ? Severity::Go : Severity::Watch),
            "Gap {$situation->print(min($gaps), Unit::Millimetre)} to {$situation->print(max($gaps), Unit::Millimetre)}: uneven by "
                ."{$uneven}; {$allowed} allowed."
                .($makers === null ? '' : " Mean {$situation->print($mean, Unit::Millimetre)}, the maker's {$situation->print($makers, Unit::Millimetre)}."),
            match (true) {
                $rough => 'Pull it, look at the ring, and push home again in line: a ring that rolled unevenly leaks.',
                $far => 'Not closed to the maker\'s gap: push on, or pull back, and measure again.',
                default => '',
            },
            $even->source, ['home_gaps_mm'], $spread, $even->value, $even->value - $spread, Unit::Millimetre,
        );
    }
}
