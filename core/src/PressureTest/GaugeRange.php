<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;

/**
 * Whether the gauge that was taken for a test reads the pressures of its plan [common practice]. A gauge above its range bursts or reads nothing; a test
 * that it does not show was not seen.
 */
final class GaugeRange
{
    /** @return array<string, string> what keeps the step of the gauge open, by its id; nothing where the gauge reads it all */
    public static function against(Situation $preparation, TestPlan $plan): array
    {
        $paper = $preparation->readings->record('gauge');
        $low = is_float($paper['range_low'] ?? null) ? $paper['range_low'] : null;
        $high = is_float($paper['range_high'] ?? null) ? $paper['range_high'] : null;
        if ($preparation->version < StoryOf::SINCE || $low === null || $high === null) {
            return [];
        }
        [$least, $most] = [min($plan->judgedKpa, $plan->gaugeKpa), max($plan->judgedKpa, $plan->gaugeKpa)];
        if (Compare::atLeast($least, $low) && Compare::atMost($most, $high)) {
            return [];
        }
        $print = static fn (float $kpa): string => $preparation->print($kpa, Unit::KiloPascal);
        $name = is_string($paper['name'] ?? null) ? $paper['name'] : 'The gauge';
        $wanted = $print($least) === $print($most) ? $print($most) : "{$print($least)} to {$print($most)}";

        return ['gauge' => "{$name} reads {$print($low)} to {$print($high)}; this test needs {$wanted}. Take a gauge whose range covers it."];
    }
}
