<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Run\Located;
use Diastoma\Core\PressureTest\TestVerdict;

/**
 * Where no water meter shows when the pump stopped, the judged phase may lie later than its planned time, and later than the tester marked it: while the crew
 * still pumped nothing falls. Every later stretch of the record, until it was let down, must pass as well.
 */
final class LaterHour
{
    /** Stretches are looked at so many times a phase length. */
    private const STEPS = 4;

    private const MOST = 40;

    /** A mark may be set by hand so much of the phase too early: the minute that somebody walks from the pump. From memory. */
    private const NEAR = 0.1;

    /** Nearer than this two stretches are the same one, s. */
    private const SAME_S = 30.0;

    /** Below this share of the pressure it was let down: no leak that a test is ended with falls so far. From memory. */
    private const OPEN = 0.5;

    /** A valve lets it fall faster than this share a minute. From memory. */
    private const VALVE = 0.007;

    /**
     * @param  \Closure(Seen): TestVerdict  $judge
     * @return ?string what a later stretch shows; null where all pass, or where it is known when the pump stopped
     */
    public static function fails(Seen $seen, \Closure $judge): ?string
    {
        $judged = $seen->plan->judged();
        $at = $seen->located->of($judged->id);
        $metered = $seen->trace()->addedAt($seen->trace()->endS()) !== null;
        if ($at === null || $metered || $judged->control !== Control::Shut || self::before($seen)?->control !== Control::Hold) {
            return null;
        }
        $length = 60 * $judged->minutes;
        $end = self::letDown($seen, $at[0]);
        $step = max($length / self::STEPS, ($end - $at[0]) / self::MOST);
        $starts = [];
        for ($from = $at[0] + $step; $from + $length < $end; $from += $step) {
            $starts[] = $from;
        }
        $last = $end - $length;
        foreach ([...$starts, ...($last > $at[0] + max(self::SAME_S, $seen->located->marked ? self::NEAR * $length : 0.0) ? [$last] : [])] as $from) {
            $phases = array_map(
                static fn (array $p): array => $p['id'] === $judged->id ? [
                    'id' => $p['id'], 'from_s' => $from, 'to_s' => min($end, $from + $length),
                ] : ($p['to_s'] === $at[0] ? [...$p, 'to_s' => $from] : $p),
                $seen->located->phases,
            );
            $verdict = $judge(new Seen($seen->run, new Located($phases), $seen->plan, $seen->section, $seen->words));
            foreach ($verdict->findings as $finding) {
                // a stretch that begins while it was still pumped falls late: only the last one tells whether the fall slows
                $isMixed = str_ends_with($finding->rule, '.slowing') && $from < $last;
                if ($finding->severity->rank() >= 2 && ! $isMixed && ! str_ends_with($finding->rule, '.reached')) {
                    return ($seen->located->marked ? 'No meter shows that the pump stopped when it was marked. From '
                        : 'It is not on record when the pump stopped. From ')
                        .$seen->words->minutes($from / 60).' on it does not pass: '.$finding->said;
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

    /** When somebody opened a valve, s; the end of the record where nobody did. */
    private static function letDown(Seen $seen, float $from): float
    {
        $trace = $seen->trace();
        $start = $trace->index($from);
        $open = null;
        for ($k = $start + 1, $n = $trace->count(); $k < $n && $open === null; $k++) {
            $open = $trace->p[$k] < self::OPEN * $trace->p[$start] ? $k : null;
        }
        if ($open === null) {
            return $trace->endS();
        }
        while ($open > $start + 1 && 60 * ($trace->p[$open - 1] - $trace->p[$open]) / max(1e-6,
            $trace->t[$open] - $trace->t[$open - 1]) > self::VALVE * $trace->p[$start]) {
            $open--;
        }

        return $trace->t[$open - 1];
    }
}
