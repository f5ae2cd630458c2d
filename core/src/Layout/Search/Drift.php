<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

use Diastoma\Core\Layout\LaidLine;

/**
 * How much further along the alignment a pipe comes than one that lies on it: beside a curve the way is shorter inside and longer outside. A few
 * millimetres a pipe,
 * most of a metre on ten kilometres, and then the curves no longer meet the pipes that were chosen for them. Guessed at first; known once a line has been
 * marched.
 */
final readonly class Drift
{
    private const CELL_M = 6.0;

    /** @param  array<int, float>  $rates  by cell, m per m */
    public function __construct(private array $rates = [])
    {
    }

    /** What a marched line showed, against where its search thought the joints to be. */
    public static function seen(LaidLine $line, Chord ...$chords): self
    {
        $sums = $counts = [];
        foreach (array_values($chords) as $k => $chord) {
            $from = $line->stations[$k] ?? 0.0;
            $rate = (($line->stations[$k + 1] ?? 0.0) - $from) / max(1e-6, $chord->to - $chord->from) - 1;
            for ($cell = (int) floor($from / self::CELL_M), $last = (int) floor(($line->stations[$k + 1] ?? 0.0) / self::CELL_M); $cell <= $last; $cell++) {
                $sums[$cell] = ($sums[$cell] ?? 0.0) + $rate;
                $counts[$cell] = ($counts[$cell] ?? 0) + 1;
            }
        }
        $rates = [];
        foreach ($sums as $cell => $sum) {
            $rates[$cell] = $sum / $counts[$cell];
        }

        return new self($rates);
    }

    /** @param  float  $right  about where the pipe lies beside the alignment, m */
    public function of(Chord $chord, float $right): float
    {
        $known = $this->rates[(int) floor(($chord->from + $chord->to) / 2 / self::CELL_M)] ?? null;

        return $known === null ? -($chord->before + $chord->after) * $right : $known * ($chord->to - $chord->from);
    }
}
