<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

/** A procedure in which a control unit fuses something, once or several times. */
interface Fused
{
    /** @return list<Weld> in the order of the work */
    public function welds(): array;
}
