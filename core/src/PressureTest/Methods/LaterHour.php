<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Run\Located;
use Diastoma\Core\PressureTest\TestVerdict;

/**
 * Where neither the tester's marks nor a water meter show when the pump stopped, the judged phase may lie later than its planned time: while the crew still
 * pumped nothing falls.
 * Every later stretch of the record must pass as well.
 */
final class LaterHour
{
    /** Stretches are looked at so many times a phase length. */
    private const STEPS = 4;

    private const MOST = 40;

    /**
     * @param  \Closure(Seen): TestVerdict  $judge
     * @return ?string what a later stretch shows; null where all pass, or where it is known when the pump stopped
     */
    public static function fails(Seen $seen, \Closure $judge): ?string
    {
        $judged = $seen->plan->judged();
        $at = $seen->located->of($judged->id);
        $metered = $seen->trace()->addedAt($seen->trace()->endS()) !== null;
        if ($at === null || $seen->located->marked || $metered || $judged->control !== Control::Shut || self::before($seen)?->control !== Control::Hold) {
            return null;
        }
        $length = 60 * $judged->minutes;
        $step = max($length / self::STEPS, ($seen->trace()->endS() - $at[0]) / self::MOST);
        for ($from = $at[0] + $step; $from + $length <= $seen->trace()->endS() + 30.0; $from += $step) {
            $phases = array_map(
                static fn (array $p): array => $p['id'] === $judged->id ? [
                    'id' => $p['id'], 'from_s' => $from, 'to_s' => min($seen->trace()->endS(), $from + $length),
                ] : ($p['to_s'] === $at[0] ? [...$p, 'to_s' => $from] : $p),
                $seen->located->phases,
            );
            $verdict = $judge(new Seen($seen->run, new Located($phases), $seen->plan, $seen->section, $seen->words));
            foreach ($verdict->findings as $finding) {
                if ($finding->severity->rank() >= 2 && ! str_ends_with($finding->rule, '.reached')) {
                    return 'It is not on record when the pump stopped. From '.$seen->words->minutes($from / 60).' on it does not pass: '.$finding->said;
                }
            }
        }

        return null;
    }

    private static function before(Seen $seen): ?\Diastoma\Core\PressureTest\Phase
    {
        foreach ($seen->plan->phases as $k => $phase) {
            if ($phase->judged) {
                return $seen->plan->phases[$k - 1] ?? null;
            }
        }

        return null;
    }
}
