<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Path;

/** A corner (from and to alike) or a curve of an alignment, and how far it turns in all: radians, right or up positive. */
final readonly class Turn
{
    public function __construct(public float $from, public float $to, public float $angle)
    {
    }

    public function length(): float
    {
        return $this->to - $this->from;
    }

    public function with(self $next): self
    {
        return new self($this->from, $next->to, $this->angle + $next->angle);
    }

    public function turnsLike(self $other): bool
    {
        return $this->angle * $other->angle > 0;
    }
}
