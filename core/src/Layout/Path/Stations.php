<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Path;

/** Rising stations at which something begins, and which of them a station belongs to. Asked mostly in order, so it remembers the last answer. */
final class Stations
{
    /** @var list<float> */
    private array $starts = [];

    private int $last = 0;

    public function add(float $start): void
    {
        $this->starts[] = $start;
    }

    public function of(int $k): float
    {
        return $this->starts[$k] ?? INF;
    }

    /** Index of the last start at or before a station; the first for one before all. */
    public function index(float $station): int
    {
        $k = $this->last;
        if ($station >= $this->of($k) && $station < $this->of($k + 1)) {
            return $k;
        }
        $low = 0;
        $high = count($this->starts) - 1;
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($this->of($middle) <= $station) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $this->last = $low;
    }
}
