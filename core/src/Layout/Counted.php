<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

/** Numbers that count on: P007, P008; where there is no figure at the end, one is put there. */
final class Counted
{
    private readonly string $stem;

    private readonly int $width;

    private int $at;

    public function __construct(string $first)
    {
        $m = preg_match('/\A(.*?)(\d{1,9})\z/', $first, $m) === 1 ? $m : ['', $first, '1'];
        $this->stem = $m[1];
        $this->width = strlen($m[2]);
        $this->at = (int) $m[2];
    }

    /** @param  array<string, mixed>  $taken  numbers that there are, as keys */
    public function next(array $taken = []): string
    {
        do {
            $name = $this->stem.str_pad((string) $this->at++, $this->width, '0', STR_PAD_LEFT);
        } while (isset($taken[$name]));

        return $name;
    }
}
