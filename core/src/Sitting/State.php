<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Readings;
use Diastoma\Core\Procedure\Verdict;
use Diastoma\Core\Rulebook\Severity;

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
    case CutOut = 'cut_out';

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

    /** Whether people are told when it may be released or tested: of what is stopped nobody is. */
    public function isPromised(): bool
    {
        return $this !== self::Stop;
    }

    /** What is finished keeps the version of the rulebook that it was judged under, until somebody judges it again. */
    public static function keepsVersion(string $state, ?string $judgedUnder, string $current): bool
    {
        return $judgedUnder !== null && $judgedUnder !== $current && in_array($state, self::settled(), true);
    }

    /** @return list<string> states of work that may be buried and tested: what is cut out and not made again is a gap */
    public static function accepted(): array
    {
        return [self::Accepted->value, self::Overruled->value];
    }

    /**
     * @return list<string> states in which no further reading is waited for: what was judged keeps the rules it was judged by, until somebody judges it again
     */
    public static function settled(): array
    {
        return [self::Accepted->value, self::Overruled->value, self::Stop->value, self::CutOut->value];
    }
}
