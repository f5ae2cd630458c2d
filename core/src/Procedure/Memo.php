<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Figures that several rules of one judgement need, worked out once. Never outlives the readings it was made for. */
final class Memo
{
    /** @var array<string, mixed> */
    private array $known = [];

    /**
     * @template T
     *
     * @param  \Closure(): T  $work
     * @return T
     */
    public function recall(string $key, \Closure $work): mixed
    {
        if (! array_key_exists($key, $this->known)) {
            $this->known[$key] = $work();
        }

        /** @var T */
        return $this->known[$key];
    }
}
