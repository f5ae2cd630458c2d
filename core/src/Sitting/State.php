<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Verdict;

/** How a work stands, in one word. */
enum State: string
{
    case Planned = 'planned';
    case Stop = 'stop';
    case Accepted = 'accepted';
    case Overruled = 'overruled';
    case Cooling = 'cooling';
    case Mend = 'mend';
    case InWork = 'in_work';

    /** @param  bool  $waits  all is done but for a wait that only a clock ends */
    public static function of(Verdict $verdict, Readings $readings, bool $waits): self
    {
        return match (true) {
            $readings->history === [] => self::Planned,
            $verdict->severity() === Severity::Stop => self::Stop,
            $verdict->isAccepted() => $verdict->isOverruled() ? self::Overruled : self::Accepted,
            $waits => self::Cooling,
            $verdict->severity() === Severity::Mend => self::Mend,
            default => self::InWork,
        };
    }

    /** Whether nothing is left to do: what it was made under is kept. */
    public function isFinished(): bool
    {
        return $this === self::Accepted || $this === self::Overruled;
    }
}
