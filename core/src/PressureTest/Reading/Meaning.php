<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;

/** What the judged phase of a test most looks like: advice beside the verdict, never instead of it. */
final class Meaning
{
    /** @return ?array<string, mixed> null where pipe or trace do not tell */
    public static function of(PressureTrace $trace, TestPlan $plan, TestVerdict $verdict, TestSection $section): ?array
    {
        $judged = array_column($verdict->phases, null, 'id')[$plan->judged()->id] ?? null;
        if ($judged === null) {
            return null;
        }
        try {
            if ($plan->medium === Medium::Air) {
                return AirReading::of($trace->rows($judged['from_s'], $judged['to_s'], Diagnosis::MOST), $section->volumeM3(), self::allowedAir($plan, $section));
            }
            $rows = $trace->thinned(Diagnosis::MOST)->rows();

            return Diagnosis::ofWindow(ShutIn::between($rows, $judged['from_s'], $judged['to_s']), $section->asOnePipe(), $plan->makeUp['l_per_h'] ?? self::allowedWater($plan, $section))->toArray();
        } catch (InvalidInput) {
            return null; // too few readings: nothing is said
        }
    }

    /** The fall that the method allows in its time, as water in L/h; null where the judged phase allows none. */
    private static function allowedWater(TestPlan $plan, TestSection $section): ?float
    {
        $judged = $plan->judged();
        $fall = $judged->targetKpa - $judged->lowKpa;
        $litres = $section->filled(Water::at(min(60.0, max(0.0, $section->waterC)))->bulkModulusGpa)->elasticL(max(0.0, $fall));

        return $litres > 0.0 ? $litres / max(1e-6, $judged->minutes / 60) : null;
    }

    /** The drop that the method allows in its time, as free air in L/h. */
    private static function allowedAir(TestPlan $plan, TestSection $section): float
    {
        $judged = $plan->judged();
        $drop = $plan->gaugeKpa > 100.0 ? 2 * $section->gaugeResolutionKpa : $judged->targetKpa - $judged->lowKpa;

        return 1000 * $section->volumeM3() * $drop / FilledPipe::ATMOSPHERE_KPA / max(1e-6, $judged->minutes / 60);
    }
}
