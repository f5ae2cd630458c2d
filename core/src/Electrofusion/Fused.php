<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Procedure\Situation;

/** A procedure in which a control unit fuses something, once or several times. */
interface Fused
{
    /** @return non-empty-list<Weld> all that the procedure can have, whatever the fitting */
    public function welds(): array;

    /** @return non-empty-list<Weld> those of this joint, in the order of the work: what the fitting asks for */
    public function weldsOf(Situation $s): array;

    /** Why a weld may not be started (again) at a moment; empty when it may. */
    public function startRefused(Situation $s, Weld $weld, \DateTimeImmutable $now): string;
}
