<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

/** What can be wrong with a gauge or logger, or be done to a section by somebody. */
enum GaugeFault: string
{
    case None = 'none';
    /** The value stands still for a third of the time. */
    case Stuck = 'stuck';
    /** The reading jumps once and stays there. */
    case Jump = 'jump';
    /** Single readings far off. */
    case Spikes = 'spikes';
}
