<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Judging;
use Diastoma\Core\Rulebook\Rulebook;

/**
 * What whoever asks about a work after each entry need not have worked out again: what was judged of the one asked about last, and entries that were read
 * before. Another work, or the same one of other facts or under other rules, is judged from the beginning.
 */
final class Memory
{
    /** Entries that are remembered at the most, of all works. A day of a crew has some hundreds. */
    private const MOST = 5000;

    /** @var ?array{Work, Rulebook, int, Judging} */
    private ?array $last = null;

    /** @var array<string, array{array<mixed>, Entry}> by id: as it was written, and as it was read */
    private array $entries = [];

    public function judging(Work $work, Rulebook $rulebook, int $version): Judging
    {
        if ($this->last === null || $this->last[1] !== $rulebook || $this->last[2] !== $version || ! self::isSame($work, $this->last[0])) {
            $this->last = [$work, $rulebook, $version, new Judging];
        }

        return $this->last[3];
    }

    /** Facts to the letter: “10” is not “10.0”. */
    private static function isSame(Work $a, Work $b): bool
    {
        return $a->kind === $b->kind && $a->fromM === $b->fromM && $a->toM === $b->toM && $a->facts->toArray() === $b->facts->toArray()
            && $a->procedure == $b->procedure;
    }

    /**
     * @param  array<mixed>  $row  as it was written
     * @param  \Closure(): Entry  $read
     */
    public function entry(array $row, \Closure $read): Entry
    {
        $id = is_string($row['id'] ?? null) ? $row['id'] : '';
        $known = $this->entries[$id] ?? null;
        if ($known !== null && $known[0] === $row) {
            return $known[1];
        }
        $entry = $read();
        $this->entries = count($this->entries) < self::MOST ? $this->entries : [];
        $this->entries[$id] = [$row, $entry];

        return $entry;
    }
}
