<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Tap\Ejection;
use Diastoma\Core\Mechanical\Tap\Stages;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The rod is held by something that is stronger than the water behind it. */
final readonly class HeldAgainstEjection implements Rule
{
    public function __construct(private Product $product)
    {
    }

    public function id(): string
    {
        return 'mc.tap.ejection';
    }

    public function judge(Situation $situation): ?Finding
    {
        $kpa = $situation->readings->number('main_kpa');
        $rod = $this->product->figure($situation, 'rod_mm');
        $by = $situation->readings->text('rod_held');
        if ($kpa === null || $rod === null || $by === null) {
            return null;
        }
        $force = Ejection::forceN($kpa, $rod);
        $limit = $situation->rulebook->limit('mc.tap.hand_n');
        $holds = $by !== Stages::BY_HAND || Compare::atMost($force, $limit->value);
        $held = $by === Stages::BY_HAND ? 'hand' : $by;
        $most = $this->product->figure($situation, 'pressure_kpa');
        $isBeyond = $most !== null && ! Compare::atMost($kpa, $most);
        $print = static fn (float $value, Unit $unit): string => $situation->print($value, $unit);

        return new Finding(
            $this->id(), $holds && ! $isBeyond ? Severity::Go : Severity::Stop,
            $isBeyond ? "The main has {$print($kpa, Unit::KiloPascal)}; this tap is made for "
            .$print($most,
                Unit::KiloPascal).'.' : "The rod is pushed out with {$print($force, Unit::Newton)}, held by {$held}; by hand at most "
                .$print($limit->value, Unit::Newton).'.',
            $holds && ! $isBeyond ? '' : 'Do not unlock it. Hold it by the device, or lower the pressure in the main.', Ejection::source(),
            ['main_kpa', 'rod_held'], $force,
            $limit->value, $limit->value - $force, Unit::Newton, 'A rod that is let go breaks arms and skulls.', true,
        );
    }
}
