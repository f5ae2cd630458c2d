<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Notes which readings somebody looks at, so that what does not hang on a new one need not be judged again. */
final class Watch
{
    /** Stands for every reading: whoever looked through all of them. */
    public const ALL = '*';

    /** @var list<array<string, true>> what has been looked at, of each watching within another */
    private array $frames = [];

    public function saw(string $key): void
    {
        $last = count($this->frames) - 1;
        if ($last >= 0) {
            $this->frames[$last][$key] = true;
        }
    }

    /** @param  array<string, true>  $keys  looked at before, for a figure that is used again */
    public function sawAll(array $keys): void
    {
        $last = count($this->frames) - 1;
        if ($last >= 0) {
            $this->frames[$last] += $keys;
        }
    }

    /**
     * @template T
     *
     * @param  \Closure(): T  $work
     * @return array{T, array<string, true>} what it gave, and the keys that it looked at
     */
    public function during(\Closure $work): array
    {
        $this->frames[] = [];
        try {
            $result = $work();
        } finally {
            $seen = array_pop($this->frames) ?? [];
            $this->sawAll($seen);
        }

        return [$result, $seen];
    }
}
