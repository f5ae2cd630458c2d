<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Exception\InvalidInput;

/**
 * Samples of a pressure logger, column by column so that a day at ten a second fits in memory: seconds from the first, gauge kPa, and where they
 * were logged the temperature in °C and the water added since the start in L.
 */
final readonly class PressureTrace
{
    /** How far from a moment a reading may lie to stand for it, s. */
    private const NEAR_S = 60.0;

    /**
     * @param  non-empty-list<float>  $t
     * @param  non-empty-list<float>  $p
     * @param  list<?float>|null  $c
     * @param  list<?float>|null  $added
     */
    private function __construct(public array $t, public array $p, public ?array $c, public ?array $added)
    {
    }

    /**
     * @param  list<array{t: float, p: float, c?: ?float, added?: ?float}>  $samples
     *
     * @throws InvalidInput if there are fewer than two, a value is no number, or a time does not rise
     */
    public static function of(array $samples): self
    {
        return self::columns(
            array_column($samples, 't'), array_column($samples, 'p'),
            array_map(static fn (array $s): ?float => $s['c'] ?? null, $samples), array_map(static fn (array $s): ?float => $s['added'] ?? null, $samples),
        );
    }

    /**
     * @param  list<float>  $t
     * @param  list<float>  $p
     * @param  list<?float>|null  $c
     * @param  list<?float>|null  $added
     *
     * @throws InvalidInput if there are fewer than two, a value is no number, or a time does not rise
     */
    public static function columns(array $t, array $p, ?array $c = null, ?array $added = null): self
    {
        $n = count($t);
        if ($n < 2 || $p === [] || $t === [] || count($p) !== $n) {
            throw InvalidInput::field('samples', 'The trace holds fewer than two samples. Export the whole test from the logger.', $n, 2);
        }
        $before = -INF;
        for ($k = 0; $k < $n; $k++) {
            if (! is_finite($p[$k]) || ! is_finite($t[$k])) {
                throw InvalidInput::field('samples', 'Row '.($k + 1).' holds something that is not a number. Export the trace again.', $k + 1);
            }
            if ($t[$k] <= $before) {
                throw InvalidInput::field(
                    'samples',
                    'Row '.($k + 1).": time goes backwards or stands still ({$t[$k]} s after {$before} s). Sort the export by time, or export it again.",
                    $t[$k], $before,
                );
            }
            $before = $t[$k];
        }

        return new self($t, $p, $c, $added);
    }

    public function count(): int
    {
        return count($this->t);
    }

    public function endS(): float
    {
        return $this->t[count($this->t) - 1];
    }

    /** Index of the first sample at or after a moment; the number of samples when there is none. */
    public function index(float $t): int
    {
        [$low, $high] = [0, count($this->t)];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($this->t[$middle] < $t) {
                $low = $middle + 1;
            } else {
                $high = $middle;
            }
        }

        return $low;
    }

    /** @return array{t: float, p: float, c: ?float, added: ?float} */
    public function row(int $k): array
    {
        return ['t' => $this->t[$k], 'p' => $this->p[$k], 'c' => $this->c[$k] ?? null, 'added' => $this->added[$k] ?? null];
    }

    /**
     * Rows with $from ≤ t ≤ $to, every so many where there are more than $most of them.
     *
     * @return list<array{t: float, p: float, c: ?float, added: ?float}>
     */
    public function rows(float $from = -INF, float $to = INF, int $most = PHP_INT_MAX): array
    {
        $start = $this->index($from);
        $end = $this->index($to);
        $end += isset($this->t[$end]) && $this->t[$end] <= $to ? 1 : 0;
        $step = max(1, (int) ceil(($end - $start) / $most));
        $rows = [];
        for ($k = $start; $k < $end; $k += $step) {
            $rows[] = $this->row($k);
        }

        return $rows;
    }

    /** The same trace with no more than so many rows: for what looks at its shape. */
    public function thinned(int $most): self
    {
        return $this->count() <= $most ? $this : self::of($this->rows(most: $most));
    }

    /** @return list<float> pressures with $from ≤ t ≤ $to */
    public function pressures(float $from, float $to): array
    {
        $start = $this->index($from);
        $end = $this->index($to);
        $end += isset($this->t[$end]) && $this->t[$end] <= $to ? 1 : 0;

        return array_slice($this->p, $start, max(0, $end - $start));
    }

    /** Pressure at a moment: the middle one of the readings near it, or the nearest one; null when the record ended more than a minute before. */
    public function at(float $t, float $within = self::NEAR_S / 2): ?float
    {
        $near = $this->pressures($t - $within, $t + $within);
        if ($near !== []) {
            sort($near);

            return $near[intdiv(count($near), 2)];
        }
        $k = $this->index($t);

        return isset($this->p[$k]) ? $this->p[$k] : ($this->endS() < $t - self::NEAR_S ? null : $this->p[$k - 1]);
    }

    /** Water added by a moment, L; null where it was not metered. */
    public function addedAt(float $t): ?float
    {
        $k = min($this->index($t), $this->count() - 1);
        while ($k >= 0 && ($this->added[$k] ?? null) === null) {
            $k--;
        }

        return $this->added[$k] ?? null;
    }

    /** Temperature at a moment, °C: the mean within a minute of it, or the nearest; null where none was logged. */
    public function celsiusAt(float $t): ?float
    {
        if ($this->c === null) {
            return null;
        }
        $start = $this->index($t - self::NEAR_S);
        $near = array_filter(array_slice($this->c, $start, max(0, $this->index($t + self::NEAR_S) - $start)), static fn (?float $c): bool => $c !== null);
        if ($near !== []) {
            return array_sum($near) / count($near);
        }
        $middle = min($this->index($t), $this->count() - 1);
        for ($off = 0; $off < $this->count(); $off++) {
            $found = $this->c[$middle - $off] ?? $this->c[$middle + $off] ?? null;
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /**
     * The longest stretch without a reading.
     *
     * @return array{from_s: float, length_s: float, usual_s: float} the usual distance is the middle one
     */
    public function longestGap(float $from, float $to): array
    {
        $steps = [];
        $longest = 0.0;
        $at = $from;
        for ($k = max(1, $this->index($from)), $end = $this->index($to); $k < $this->count() && $k <= $end; $k++) {
            $step = $this->t[$k] - $this->t[$k - 1];
            $steps[] = $step;
            if ($step > $longest) {
                $longest = $step;
                $at = $this->t[$k - 1];
            }
        }
        sort($steps);

        return ['from_s' => $at, 'length_s' => $longest, 'usual_s' => $steps[intdiv(count($steps), 2)] ?? 0.0];
    }
}
