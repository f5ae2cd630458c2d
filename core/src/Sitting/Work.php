<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Facts;
use Diastoma\Core\Procedure\Procedure;

/** What entries are about: a joint, a section, and whatever else is done in steps between two stations. */
final readonly class Work
{
    /** @param  ?float  $fromM  station, m; null where nobody has said */
    public function __construct(public Kind $kind, public Procedure $procedure, public Facts $facts, public ?float $fromM = null, public ?float $toM = null)
    {
    }
}
