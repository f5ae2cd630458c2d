<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout\Search;

/** One way to have come so far: the last pipe, where its end may be, and the way before it. */
final class Reach
{
    /**
     * @param  ?self  $before  null at the start
     * @param  float  $length  of the last pipe, m
     * @param  float  $cutFrom  stock length it is cut from; 0 when it is whole
     * @param  array{float, float}  $split  shares of turn and band for plan and profile at the last joint
     * @param  ?Region  $plan  let go of once it has been carried on
     * @param  array<int|string, int>  $used  whole pipes and blanks used of each counted length
     */
    public function __construct(
        public readonly ?self $before,
        public readonly float $station,
        public readonly float $length,
        public readonly float $cutFrom,
        public readonly int $cuts,
        public readonly float $waste,
        public readonly array $split,
        public ?Region $plan,
        public ?Region $profile,
        public readonly array $used = [],
    ) {
    }

    /** @return list<self> from the first pipe to this one */
    public function pipes(): array
    {
        $pipes = [];
        for ($reach = $this; $reach->before !== null; $reach = $reach->before) {
            $pipes[] = $reach;
        }

        return array_reverse($pipes);
    }

    public function forget(): void
    {
        $this->plan = $this->profile = null;
    }
}
