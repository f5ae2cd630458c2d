<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

/** What can be made to go wrong in a simulated fusion. */
enum FusionFault: string
{
    case None = 'none';
    /** Supply falls to 91 % of nominal from a third of the time on. */
    case Droop = 'droop';
    /** The operator presses stop at 60 % of the time. */
    case EarlyStop = 'early_stop';
    /** The winding has 25 % more resistance than the label says. */
    case WrongResistance = 'wrong_resistance';

    public function title(): string
    {
        return match ($this) {
            self::None => 'as it should be',
            self::Droop => 'supply droops',
            self::EarlyStop => 'stopped early',
            self::WrongResistance => 'wrong resistance',
        };
    }
}
