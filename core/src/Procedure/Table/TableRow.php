<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Table;

/** One of several like things, and the steps at which it is made. */
final readonly class TableRow
{
    /**
     * @param  string  $on  where it is, as it is said
     * @param  string  $name  goes before the keys of its readings
     * @param  non-empty-list<string>  $steps
     */
    public function __construct(public string $title, public string $on, public string $name, public array $steps)
    {
    }
}
