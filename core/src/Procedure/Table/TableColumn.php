<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Table;

use Diastoma\Core\Procedure\Situation;

/** What is read of each of several like things. */
final readonly class TableColumn
{
    /**
     * @param  list<string>  $readings  without the name of the row
     * @param  ?\Closure(Situation, string): ?\DateTimeImmutable  $at  a moment that follows for a row's name, where the column shows one
     */
    public function __construct(public string $title, public array $readings, public ?\Closure $at = null)
    {
    }
}
