<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Figures that several rules of one judgement need, worked out once. Never outlives the readings it was made for. */
final class Memo
{
    /** @var array<string, array{mixed, array<string, true>}> each figure, and the readings it was made of where somebody watches */
    private array $known = [];

    /**
     * @template T
     *
     * @param  \Closure(): T  $work
     * @return T
     */
    public function recall(string $key, \Closure $work, ?Watch $watch = null): mixed
    {
        if (! array_key_exists($key, $this->known)) {
            $this->known[$key] = $watch === null ? [$work(), []] : $watch->during($work);
        } else {
            $watch?->sawAll($this->known[$key][1]);
        }

        /** @var T */
        return $this->known[$key][0];
    }
}
