<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Finding;

/** Judges one thing. Never throws for a reading that is not there yet: it answers null. */
interface Rule
{
    public function id(): string;

    public function judge(Situation $situation): ?Finding;
}
