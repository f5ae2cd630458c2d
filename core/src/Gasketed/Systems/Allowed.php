<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed\Systems;

use Diastoma\Core\Rulebook\Source;

/** A greatest joint deflection and where it comes from. */
final readonly class Allowed
{
    public function __construct(public float $degrees, public Source $source)
    {
    }
}
