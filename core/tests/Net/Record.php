<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\PressureTrace;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\Simulation\Noise;

/** The record of a test while it is being spoilt: columns, and where each phase lies. */
final class Record
{
    /**
     * @param  list<float>  $t
     * @param  list<float>  $p
     * @param  list<?float>  $c
     * @param  list<?float>|null  $added
     * @param  array<string, array{float, float}>  $at  by phase, s
     * @param  array<string, bool|float>  $measured
     */
    private function __construct(
        private array $t, private array $p, private array $c, private ?array $added, private array $at, private array $measured,
        private readonly bool $marked, private readonly TestPlan $plan, private readonly TestSection $section, private readonly Noise $noise,
    ) {
    }

    public static function of(Run $run, TestPlan $plan, TestSection $section, Noise $noise): self
    {
        $at = [];
        $now = 0.0;
        foreach ($plan->phases as $phase) {
            $at[$phase->id] = [$now, $now += 60 * max($phase->minutes, $phase->extendMin)];
        }

        return new self(
            $run->trace->t, $run->trace->p, $run->trace->c ?? [], $run->trace->added, $at, $run->measured, $run->marks !== [], $plan, $section, $noise,
        );
    }

    public function run(): Run
    {
        $marks = [];
        foreach ($this->at as $phase => [$from]) {
            $marks[] = ['t' => $from, 'phase' => $phase];
        }

        return new Run(PressureTrace::columns($this->t, $this->p, $this->c, $this->added), $this->marked ? $marks : [], $this->measured);
    }

    public function length(): float
    {
        return $this->t[count($this->t) - 1];
    }

    public function measure(string $key, float $value): void
    {
        $this->measured[$key] = $value;
    }

    public function scale(float $by): void
    {
        $this->p = array_map(fn (float $p): float => $this->read($p * $by), $this->p);
    }

    /** Falls in a straight line by so much in so many minutes, for as long as the phase is on record. */
    public function fall(string $phase, float $kpa, float $minutes): void
    {
        $from = $this->shutAt($phase);
        $this->shut($phase, fn (float $start, float $t): float => $start - $kpa * ($t - $from) / (60 * $minutes));
    }

    /** A leak does not wait for the phase to begin: it shows from when the valve was shut, which is before the end of what was let down. */
    private function shutAt(string $phase): float
    {
        foreach ($this->plan->phases as $k => $p) {
            if ($p->id === $phase && $k > 0 && $this->plan->phases[$k - 1]->control === Control::Lower) {
                [$a, $b] = $this->at[$this->plan->phases[$k - 1]->id];

                return $a + 0.6 * ($b - $a);
            }
        }

        return $this->at[$phase][0];
    }

    /** Falls by a power of the corrected time, and from seven loading times on by a steeper one. */
    public function decay(string $phase, float $loadMin, float $power, float $bend): void
    {
        [$from] = $this->at[$phase];
        $at = static fn (float $minutes): float => ($minutes + 0.4 * $loadMin) / (1.4 * $loadMin);
        $knee = $at(7 * $loadMin);
        $this->shut($phase, function (float $start, float $t) use ($from, $at, $knee, $power, $bend): float {
            $x = max(1.0, $at(($t - $from) / 60));

            return $start * ($x <= $knee ? $x ** -$power : $knee ** -$power * ($x / $knee) ** (-$power * $bend));
        });
    }

    /** @param  \Closure(float, float): float  $kpa  from where the phase began, and the moment */
    private function shut(string $phase, \Closure $kpa): void
    {
        [$from, $to] = $this->at[$phase];
        $from = $this->shutAt($phase);
        $start = null;
        $scatter = max($this->section->gaugeResolutionKpa / 2, $this->plan->gaugeKpa > 1000 ? 0.3 : 0.0);
        foreach ($this->t as $k => $t) {
            if ($t >= $from && $t <= $to) {
                $start ??= $this->p[$k];
                $this->p[$k] = $this->read($kpa($start, $t) + $this->noise->normal($scatter));
            }
        }
    }

    /** Water metered: so much at once at the beginning of a phase, and so much an hour within it. */
    public function pump(string $phase, float $litres, float $litresPerHour): void
    {
        [$from, $to] = $this->at[$phase];
        $before = 0.0;
        foreach ($this->t as $k => $t) {
            if ($t < $from) {
                $before = $this->added[$k] ?? 0.0;
            } else {
                $this->added[$k] = round($before + $litres * min(1.0, ($t - $from) / 60) + $litresPerHour * (min($t, $to) - $from) / 3600, 3);
            }
        }
    }

    /** From a share of the phase on it shows what it showed then. */
    public function stick(string $phase, float $share): void
    {
        [$from, $to] = $this->at[$phase];
        $stuck = null;
        foreach ($this->t as $k => $t) {
            if ($t >= $from + $share * ($to - $from) && $t <= $to) {
                $this->p[$k] = $stuck ??= $this->p[$k];
            }
        }
    }

    /** From a share of the phase on it shows more by all that was lost. */
    public function jump(string $phase, float $share): void
    {
        [$from, $to] = $this->at[$phase];
        $within = array_keys(array_filter($this->t, static fn (float $t): bool => $t >= $from && $t <= $to));
        $lost = $this->p[$within[0]] - $this->p[$within[count($within) - 1]];
        foreach ($within as $k) {
            if ($this->t[$k] >= $from + $share * ($to - $from)) {
                $this->p[$k] = $this->read($this->p[$k] + $lost);
            }
        }
    }

    /** No reading for so long, from a share of the phase on. */
    public function lose(string $phase, float $share, float $seconds): void
    {
        [$from] = $this->at[$phase];
        $minutes = array_column(array_map(static fn (Phase $p): array => [$p->id, $p->minutes], $this->plan->phases), 1, 0)[$phase];
        $start = $from + $share * 60 * $minutes;
        $this->keep(static fn (float $t): bool => $t <= $start || $t >= $start + $seconds);
    }

    public function turnBack(float $share, float $seconds): void
    {
        $n = count($this->t);
        for ($k = max(1, (int) ($share * $n)); $k < $n; $k++) {
            $this->t[$k] -= max($seconds, $this->t[1] + 1.0);
        }
    }

    /** What was recorded after the plain time of the judged phase is left out, but for what the plan puts after it. */
    public function endAfterJudged(): void
    {
        $judged = $this->plan->judged();
        $extra = 60 * (max($judged->minutes, $judged->extendMin) - $judged->minutes);
        if ($extra > 0.0) {
            [$from, $to] = $this->at[$judged->id];
            $this->cut($to - $extra, $to);
            $this->at[$judged->id] = [$from, $to - $extra];
        }
    }

    /** Leaves so much of a phase: what was done then took no longer. A raise is as high, and so much quicker. */
    public function shorten(string $phase, float $share): void
    {
        [$from, $to] = $this->at[$phase];
        $raise = 0.1 * $this->plan->gaugeKpa < $this->p[$this->index($to)] - $this->p[$this->index($from)];
        if ($raise) {
            foreach ($this->t as $k => $t) {
                $this->t[$k] = $t <= $from ? $t : ($t >= $to ? $t - (1 - $share) * ($to - $from) : $from + $share * ($t - $from));
            }
        } else {
            $this->cut($from + $share * ($to - $from), $to, false);
        }
        $gone = (1 - $share) * ($to - $from);
        foreach ($this->at as $id => [$a, $b]) {
            $this->at[$id] = [$a >= $to ? $a - $gone : $a, $b >= $to ? $b - $gone : $b];
        }
    }

    private function cut(float $from, float $to, bool $keepMarks = true): void
    {
        $this->keep(static fn (float $t): bool => $t <= $from || $t >= $to);
        foreach ($this->t as $k => $t) {
            $this->t[$k] = $t >= $to ? $t - ($to - $from) : $t;
        }
        for ($k = 1, $n = count($this->t); $k < $n; $k++) { // the two readings at the seam
            if ($this->t[$k] <= $this->t[$k - 1]) {
                $this->t[$k] = $this->t[$k - 1] + 0.5;
            }
        }
    }

    /** @param  \Closure(float): bool  $is */
    private function keep(\Closure $is): void
    {
        $kept = array_keys(array_filter($this->t, $is));
        $this->p = array_map(fn (int $k): float => $this->p[$k], $kept);
        $this->c = array_map(fn (int $k): ?float => $this->c[$k] ?? null, $kept);
        $this->added = $this->added === null ? null : array_map(fn (int $k): ?float => $this->added[$k] ?? null, $kept);
        $this->t = array_map(fn (int $k): float => $this->t[$k], $kept);
    }

    private function index(float $t): int
    {
        foreach ($this->t as $k => $at) {
            if ($at >= $t) {
                return $k;
            }
        }

        return count($this->t) - 1;
    }

    private function read(float $kpa): float
    {
        $step = $this->section->gaugeResolutionKpa;

        return round(max(0.0, round($kpa / $step) * $step), 5);
    }
}
