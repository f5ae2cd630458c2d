<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\Exception\InvalidInput;

/** The stretch of a trace in which the section was shut and left alone: from the last time the pump raised it until somebody let it down. */
final readonly class ShutIn
{
    private const REACHED = 0.9;

    /** A rise of this share of the pressure within a minute or so is a pump; a fall, a valve. */
    private const HAND = 0.012;

    private const SHORTEST = 20;

    /**
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $before  while it was raised
     */
    private function __construct(public array $samples, public array $before)
    {
    }

    /**
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     *
     * @throws InvalidInput if nothing of the trace was shut long enough
     */
    public static function find(array $samples): self
    {
        $n = count($samples);
        if ($n < self::SHORTEST) {
            throw InvalidInput::field('trace', "{$n} readings are too few to say what they look like; ".self::SHORTEST.' at least.', $n, self::SHORTEST);
        }
        $added = array_column($samples, 'added');
        $start = self::metered($samples, $added) ?? self::unmetered($samples);
        $end = $n - 1;
        for ($k = $start + 1; $k < $n; $k++) {
            $dt = max(1.0, $samples[$k]['t'] - $samples[$k - 1]['t']);
            if (
                $samples[$k]['p'] < 0.1 * $samples[$start]['p']
                && $samples[$k - 1]['p'] - $samples[$k]['p'] > 10 * self::HAND * $samples[$start]['p'] * max(1.0, $dt / 60)
            ) {
                $end = $k - 1;
                break;
            }
        }
        $kept = array_slice($samples, $start, $end - $start + 1);
        if (count($kept) < self::SHORTEST) {
            throw InvalidInput::field(
                'trace', 'The section was never shut long enough to say anything: fewer than '.self::SHORTEST.' readings after the pump stopped.',
                count($kept), self::SHORTEST,
            );
        }

        return new self($kept, array_slice($samples, 0, $start + 1));
    }

    /**
     * A stretch that a method has found, with all that the pipe went through before it.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     *
     * @throws InvalidInput if it holds too few readings
     */
    public static function between(array $samples, float $from, float $to): self
    {
        $kept = array_values(array_filter($samples, static fn (array $s): bool => $s['t'] >= $from && $s['t'] <= $to));
        if (count($kept) < self::SHORTEST) {
            throw InvalidInput::field(
                'trace', count($kept).' readings in that stretch are too few to say what they look like; '.self::SHORTEST.' at least.', count($kept),
                self::SHORTEST,
            );
        }

        return new self($kept, array_values(array_filter($samples, static fn (array $s): bool => $s['t'] <= $from)));
    }

    /**
     * The water meter says when the pump stopped.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @param  list<?float>  $added
     */
    private static function metered(array $samples, array $added): ?int
    {
        $last = null;
        for ($k = 1, $n = count($samples); $k < $n; $k++) {
            if ($added[$k] === null || $added[$k - 1] === null) {
                return null;
            }
            $last = $added[$k] - $added[$k - 1] > 1e-3 ? $k : $last;
        }

        return $last;
    }

    /**
     * Without a meter: from when the pressure was reached, or from the last time that a rise as fast as a pump's brought it back to where it had been held.
     * A gauge that flies off or jumps does not
     * come back to that level, and a step of the gauge is no rise.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     */
    private static function unmetered(array $samples): int
    {
        $p = array_column($samples, 'p');
        $n = count($p);
        $step = GaugeNoise::of($p)->stepKpa;
        $sorted = $p;
        sort($sorted);
        $highest = max(1e-9, $sorted[(int) floor(0.98 * ($n - 1))]);
        $start = 0;
        while ($start < $n - 1 && $p[$start] < self::REACHED * $highest) {
            $start++;
        }
        while ($start < $n - 1 && max(0.3 * self::HAND * $highest, $step) < $p[$start + 1] - $p[$start]) {
            $start++; // to the end of the raising
        }
        $held = $p[$start];
        $middle = static fn (int $k): float => $p[$k - 1] + $p[$k] + $p[$k + 1] - min($p[$k - 1], $p[$k], $p[$k + 1]) - max($p[$k - 1], $p[$k], $p[$k + 1]);
        for ($k = $start + 3; $k < $n - 2; $k++) {
            $minutes = max(1.0, ($samples[$k]['t'] - $samples[$k - 1]['t']) / 60);
            $rise = $middle($k) - $middle($k - 2);
            if ($rise > max(self::HAND * $highest * $minutes, 2.5 * $step) && abs($middle($k) - $held) < max(self::HAND * $highest, $step)) {
                $start = $k;
            }
        }

        return $start;
    }
}
