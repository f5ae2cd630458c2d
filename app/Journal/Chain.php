<?php

declare(strict_types=1);

namespace App\Journal;

/** Entries that each carry the hash of the one before: reads them from the beginning and says where the chain breaks. */
final class Chain
{
    /** @var list<string> */
    private array $faults = [];

    private int $seq = 0;

    /** @param  string  $head  where it begins */
    public function __construct(private string $head)
    {
    }

    /**
     * @param  string  $worked  its hash, worked out from what stands in it
     * @param  string  $name  what it is
     */
    public function next(int $seq, string $before, string $hash, string $worked, string $name): void
    {
        if ($seq !== ++$this->seq) {
            $this->faults[] = "Entry {$this->seq} is missing: the next one is {$seq}.";
            $this->seq = $seq;
        }
        if ($before !== $this->head) {
            $this->faults[] = "Entry {$seq} does not follow the one before it.";
        }
        if ($worked !== $hash) {
            $this->faults[] = "Entry {$seq} ({$name}) was changed after it was written.";
        }
        $this->head = $hash;
    }

    /**
     * @param  ?int  $seq  the last entry, as it is said elsewhere
     * @param  string  $whose  who says so
     * @return array{entries: int, faults: list<string>}
     */
    public function end(?int $seq, ?string $head, string $whose): array
    {
        if ($seq !== $this->seq || $head !== $this->head) {
            $this->faults[] = "{$whose} says its last entry is ".($seq ?? 'none')."; the journal ends with {$this->seq}.";
        }

        return ['entries' => $this->seq, 'faults' => $this->faults];
    }
}
