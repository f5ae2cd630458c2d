<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Run;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;

/**
 * Finds the phases of a plan in a trace. What the tester marked counts; where nothing was marked they are read off the pressure:
 * a raise ends when the target is reached, a hold that is followed by letting out ends when the pressure falls to the lower target for good, letting out
 * ends when the fall is no longer that of a valve, and whatever leaves no trace of its own lasts as long as planned.
 */
final readonly class Locate
{
    /** How far below a target still counts as having reached it [from memory]. */
    private const REACHED = 0.02;

    /** A section that passes falls by 1 kPa a minute at most; a bleed valve is faster than this share of the pressure a minute [from memory]. */
    private const BLEEDING = 0.007;

    private const MINUTE_S = 60.0;

    private function __construct(private PressureTrace $trace, private TestPlan $plan)
    {
    }

    public static function phases(Run $run, TestPlan $plan, Words $words): Located
    {
        $marked = self::marked($run, $plan);

        return $marked ?? (new self($run->trace, $plan))->read($words);
    }

    private static function marked(Run $run, TestPlan $plan): ?Located
    {
        $at = array_column($run->marks, 't', 'phase');
        if (! isset($at[$plan->judged()->id])) {
            return null;
        }
        $found = [];
        $end = $run->trace->endS();
        foreach ($plan->phases as $k => $phase) {
            if (! isset($at[$phase->id])) {
                continue;
            }
            $to = $end;
            foreach (array_slice($plan->phases, $k + 1) as $later) {
                if (isset($at[$later->id])) {
                    $to = $at[$later->id];
                    break;
                }
            }
            $longest = $phase->control === Control::Shut || $phase->judged ? $at[$phase->id] + 60 * max($phase->minutes, $phase->extendMin) : INF;
            $found[] = ['id' => $phase->id, 'from_s' => $at[$phase->id], 'to_s' => min($to, $end, $longest)];
        }

        return new Located($found, marked: ! $run->isGuessed);
    }

    private function read(Words $words): Located
    {
        $found = [];
        $at = $this->trace->t[0];
        foreach ($this->plan->phases as $k => $phase) {
            $end = $at < $this->trace->endS() || $k === 0 ? $this->end($phase, $this->plan->phases[$k + 1] ?? null, $k, $at) : null;
            if ($end === null) {
                $why = $phase->control === Control::Raise ? 'The trace never reaches '.$words->kpa($phase->targetKpa).'.'
                    : "The trace holds no end of “{$phase->title}”.";

                return new Located($found, $why);
            }
            $found[] = ['id' => $phase->id, 'from_s' => $at, 'to_s' => $end];
            $at = $end;
        }

        return new Located($found);
    }

    private function end(Phase $phase, ?Phase $next, int $k, float $at): ?float
    {
        return match ($phase->control) {
            Control::Open => $this->first($at, static fn (float $p): bool => $next !== null && $p > 0.05 * $next->targetKpa),
            Control::Raise => $this->first($at, static fn (float $p): bool => $p >= self::reached($phase, $next)),
            Control::Lower => $this->bled($phase, $at),
            Control::Hold, Control::Shut => match (true) {
                $next?->control === Control::Lower => $phase->control === Control::Hold ? $this->left($phase, $next, $at) : $this->opened($phase, $at),
                $phase->control === Control::Hold && ! $phase->judged && $next?->control === Control::Shut => $this->pumped($phase, $k, $at),
                default => min($this->trace->endS(), $at + 60 * max($phase->minutes, $phase->extendMin)),
            },
        };
    }

    /** Near enough to the target; well inside the band where that is judged from here on. */
    private static function reached(Phase $phase, ?Phase $next): float
    {
        $band = $next !== null && $next->judged && $next->control === Control::Hold ? ($next->lowKpa + $next->targetKpa) / 2 : 0.0;

        return max((1 - self::REACHED) * $phase->targetKpa, min($phase->targetKpa, $band));
    }

    /** @param  \Closure(float): bool  $is */
    private function first(float $from, \Closure $is): ?float
    {
        for ($k = $this->trace->index($from), $n = $this->trace->count(); $k < $n; $k++) {
            if ($is($this->trace->p[$k])) {
                return $this->trace->t[$k];
            }
        }

        return null;
    }

    /**
     * When a held pressure was left for the lower one. It may sag to that and be pumped up again: the first drop after the whole hold counts, or the last
     * one where there is none.
     */
    private function left(Phase $phase, Phase $next, float $from): ?float
    {
        $held = (1 - self::REACHED) * $phase->targetKpa;
        $left = $found = null;
        $dropped = true;
        for ($k = $this->trace->index($from), $n = $this->trace->count(); $k < $n; $k++) {
            if ($this->trace->p[$k] >= $held) {
                $left = $this->trace->t[$k];
                $dropped = false;
            } elseif (! $dropped && $left !== null && $this->trace->p[$k] <= 1.005 * $next->targetKpa) {
                $dropped = true;
                $found = $left;
                if ($left - $from >= 60 * ($phase->minutes - 1.0)) {
                    break;
                }
            }
        }

        return $found === null ? null : $this->begun($found);
    }

    /** Back from a moment to where the valve was opened. */
    private function begun(float $t): float
    {
        $k = $this->trace->index($t);
        while ($k > 1 && $this->falls($k - 1) > self::BLEEDING * $this->plan->gaugeKpa) {
            $k--;
        }

        return $this->trace->t[$k];
    }

    /** When a shut section was let out: the first fall as fast as a valve's once its time was over, or a minute before. */
    private function opened(Phase $phase, float $from): ?float
    {
        $n = $this->trace->count();
        for ($k = $this->trace->index($from + 60 * ($phase->minutes - 1.0)); $k < $n - 1; $k++) {
            if ($this->falls($k) > 2 * self::BLEEDING * $phase->targetKpa) {
                return $this->trace->t[$k];
            }
        }

        return null;
    }

    /**
     * The time at which the pressure has stopped falling as fast as a valve lets it; where it never does, because what follows leaks, when the target was
     * reached.
     */
    private function bled(Phase $phase, float $from): ?float
    {
        $n = $this->trace->count();
        $start = $k = $this->trace->index($from);
        $judged = $this->plan->judged();
        $least = max(
            self::BLEEDING * $this->plan->gaugeKpa,
            $judged->control === Control::Shut ? 2 * ($judged->targetKpa - $judged->lowKpa) / max(1e-6, $judged->minutes) : 0.0,
        );
        while ($k < $n - 1 && $this->falls($k) <= $least) {
            if ($this->trace->t[$k] > $from + 5 * self::MINUTE_S) {
                return $this->trace->t[$start];
            }
            $k++;
        }
        while ($k < $n - 1 && $this->falls($k) > $least) {
            $k++;
        }
        if ($k < $n - 1) {
            return $this->trace->t[$this->last($k, $least)];
        }
        $target = $phase->fallKpa > 0.0 ? $this->trace->p[$start] - $phase->fallKpa : $phase->targetKpa;

        return $this->first($from, static fn (float $p): bool => $p <= 1.005 * $target);
    }

    /** The last reading of the next half minute from which it still falls faster than that. */
    private function last(int $k, float $kpaPerMinute): int
    {
        $until = $this->trace->t[$k] + self::MINUTE_S / 2;
        $last = $k;
        for ($n = $this->trace->count(); $k < $n - 1 && $this->trace->t[$k] < $until; $k++) {
            $last = 60 * ($this->trace->p[$k] - $this->trace->p[$k + 1]) / ($this->trace->t[$k + 1] - $this->trace->t[$k]) > $kpaPerMinute ? $k + 1 : $last;
        }

        return $last;
    }

    /** kPa a minute, over half a minute where the logger is faster than that. */
    private function falls(int $k): float
    {
        $n = $this->trace->count();
        $to = min($n - 1, max($k + 1, $this->trace->index($this->trace->t[$k] + self::MINUTE_S / 2)));

        return 60 * ($this->trace->p[$k] - $this->trace->p[$to]) / max(1e-6, $this->trace->t[$to] - $this->trace->t[$k]);
    }

    /** A hold ends with its last pump stroke where a meter shows it, and not before its time. */
    private function pumped(Phase $phase, int $number, float $at): float
    {
        $planned = $at + 60 * $phase->minutes;
        $rest = 60 * array_sum(array_map(static fn (Phase $p): float => $p->minutes, array_slice($this->plan->phases, $number + 1)));
        $latest = $this->trace->endS() - $rest;
        $last = $planned;
        for ($k = max(1, $this->trace->index($planned)), $n = $this->trace->count(); $k < $n && $this->trace->t[$k] <= $latest; $k++) {
            $last = ($this->trace->added[$k] ?? 0.0) - ($this->trace->added[$k - 1] ?? 0.0) > 1e-3 ? $this->trace->t[$k] : $last;
        }

        return min($last, $this->trace->endS());
    }
}
