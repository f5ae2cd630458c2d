<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Pipe\PeDimensions;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The mean diameter of the main under a saddle against the pipe standard: a barrel cannot be cut back, so outside is stop. */
final readonly class MainDiameter implements Rule
{
    public function id(): string
    {
        return 'ef.main_od';
    }

    public function judge(Situation $situation): ?Finding
    {
        $mean = Place::meanOd($situation);
        if ($mean === null) {
            return null;
        }
        $low = PipeSize::smallestOdMm($situation);
        $high = $situation->facts->number('od_largest_mm');
        $inside = Compare::atLeast($mean, $low) && Compare::atMost($mean, $high);
        $print = static fn (float $mm): string => $situation->print($mm, Unit::Millimetre);

        return new Finding(
            $this->id(), $inside ? Severity::Go : Severity::Stop,
            "Mean diameter of the main {$print($mean)}, from the tape; {$print($low)} to {$print($high)} by the pipe standard.",
            $inside ? ''
                : 'Another pipe than the drawing says, or not measured square round it. Measure again and read the print line; do not fuse a saddle of '
                    .'another size.',
            PeDimensions::source(), ['circumference_mm'], $mean, $mean < $low ? $low : $high, min($mean - $low, $high - $mean), Unit::Millimetre,
            'A tape cannot see ovality: that is what the diameters are for.',
        );
    }
}
