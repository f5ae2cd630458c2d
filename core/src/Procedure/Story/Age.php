<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Situation;

/** Something that goes stale: read at one moment, relied on at another, and worth nothing when too much time lies between. */
final readonly class Age
{
    /**
     * @param  string  $step  id of the step at which it is read, and done again
     * @param  list<string>  $keys  readings that begin it: the oldest of their latest answers counts
     * @param  \Closure(Situation): ?\DateTimeImmutable  $used  when it was relied on; null while it was not
     * @param  string  $limit  id of the limit, in minutes
     * @param  string  $said  what was done, such as “End A: wiped”
     * @param  string  $use  what it was done for, such as “assembled”
     * @param  string  $remedy  how it is done again
     * @param  bool  $isSealed  nothing can be done again once it was relied on
     */
    public function __construct(
        public string $id, public string $step, public array $keys, private \Closure $used, public string $limit, public string $said, public string $use,
        public string $remedy, public bool $isSealed = false,
    ) {
    }

    /** When it was read; null where a part of it was not. */
    public function from(Situation $s): ?\DateTimeImmutable
    {
        $from = null;
        foreach ($this->keys as $key) {
            $reading = $s->readings->reading($key);
            if ($reading === null) {
                return null;
            }
            $said = $s->readings->text($key);
            $at = $said !== null && str_ends_with($key, '_at') ? min(new \DateTimeImmutable($said), $reading->seenAt()) : $reading->seenAt();
            $from = $from === null ? $at : min($from, $at);
        }

        return $from;
    }

    public function usedAt(Situation $s): ?\DateTimeImmutable
    {
        return ($this->used)($s);
    }

    /** Last moment at which it may still be relied on; null where it was not read. */
    public function until(Situation $s): ?\DateTimeImmutable
    {
        $from = $this->from($s);

        return $from?->setTimestamp($from->getTimestamp() + (int) round(60 * $s->limit($this->limit)));
    }
}
