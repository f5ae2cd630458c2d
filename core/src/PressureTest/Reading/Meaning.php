<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;

/** What the judged phase of a test most looks like: advice beside the verdict, never instead of it. */
final class Meaning
{
    /** Share of the test pressure below which a main has emptied itself before it was judged: from memory, no method lets a wall creep so far. */
    private const GONE = 0.5;

    /** @return ?array<string, mixed> null where pipe or trace do not tell */
    public static function of(PressureTrace $trace, TestPlan $plan, TestVerdict $verdict, TestSection $section): ?array
    {
        $judged = array_column($verdict->phases, null, 'id')[$plan->judged()->id] ?? null;
        if ($judged === null) {
            return null;
        }
        try {
            if ($plan->medium === Medium::Air) {
                $allowed = self::allowedAir($plan, $section);
                $read = AirReading::of(
                    $trace->rows($judged['from_s'], $judged['to_s'], Diagnosis::MOST), $section->volumeM3(), $allowed, self::fallAir($plan, $section),
                );

                return $read === null ? null : [...$read, 'allowed_l_per_h' => $allowed];
            }
            $rows = $trace->thinned(Diagnosis::MOST)->rows();
            $judged = self::beforeItEmptied($rows, $judged, $plan, $verdict);

            $allowed = self::allowedLPerH($plan, $section);

            return [
                ...Diagnosis::ofWindow(ShutIn::between($rows, $judged['from_s'], $judged['to_s']), $section->asOnePipe(), $allowed)->toArray(),
                'allowed_l_per_h' => $allowed,
            ];
        } catch (InvalidInput) {
            return null; // too few readings: nothing is said
        }
    }

    /**
     * The stretch to read. Where most of the pressure was gone before the judged phase began, that phase says nothing of the main: what is left does not
     * leak. The shut phase before it is read then.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $rows
     * @param  array{id: string, from_s: float, to_s: float}  $judged
     * @return array{id: string, from_s: float, to_s: float}
     */
    private static function beforeItEmptied(array $rows, array $judged, TestPlan $plan, TestVerdict $verdict): array
    {
        $at = array_values(array_filter($rows, static fn (array $row): bool => $row['t'] >= $judged['from_s']))[0]['p'] ?? INF;
        if ($at >= self::GONE * $plan->gaugeKpa) {
            return $judged;
        }
        $shut = array_map(
            static fn (Phase $p): string => $p->id,
            array_values(array_filter($plan->phases, static fn (Phase $p): bool => $p->control === Control::Shut && ! $p->judged)),
        );
        $before = array_values(array_filter(
            $verdict->phases, static fn (array $p): bool => in_array($p['id'], $shut, true) && $p['to_s'] <= $judged['from_s'] + 1.0,
        ));

        return $before[count($before) - 1] ?? $judged;
    }

    /** What a method of water lets leave a main, in L/h, whatever it measures; null where it allows none. */
    public static function allowedLPerH(TestPlan $plan, TestSection $section): ?float
    {
        return $plan->makeUp['l_per_h'] ?? self::allowedMakeUp($plan) ?? self::allowedWater($plan, $section);
    }

    /** What may be added in all while a pressure is held, in L/h. */
    private static function allowedMakeUp(TestPlan $plan): ?float
    {
        $judged = $plan->judged();

        return $judged->control === Control::Hold && $plan->makeUp['litres'] !== null ? $plan->makeUp['litres'] / max(1e-6, $judged->minutes / 60) : null;
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
        return 1000 * $section->volumeM3() * self::fallAir($plan, $section) / FilledPipe::ATMOSPHERE_KPA / max(1e-6, $plan->judged()->minutes / 60);
    }

    /** That drop, kPa. */
    private static function fallAir(TestPlan $plan, TestSection $section): float
    {
        return $plan->gaugeKpa > 100.0 ? 2 * $section->gaugeResolutionKpa : $plan->judged()->targetKpa - $plan->judged()->lowKpa;
    }
}
