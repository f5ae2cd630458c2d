<?php

declare(strict_types=1);

namespace Core\Tests\Net;

/** What a crew in a hurry, a leaking main or a lying gauge does to a test. */
enum Hazard: string
{
    case Leak = 'a straight leak just above what is allowed';
    case TooFast = 'raised at once';
    case TooLow = 'tested at too little';
    case TooHigh = 'tested above what it takes';
    case HeldShort = 'held too short';
    case NoSettling = 'no settling';
    case Air = 'air left in';
    case Stuck = 'a gauge that sticks';
    case Jump = 'a gauge that jumps';
    case Gap = 'ten minutes missing in the log';
    case ClockBack = 'clock turned back';
    case WrongUnits = 'the wrong column for the unit';
    case Yesterday = 'yesterday’s file';

    /** Why a method has nothing against it by its own rules; null where it must never be accepted. */
    public function isNone(string $method): ?string
    {
        $metered = ['c600', 'c604', 'as2566', 'as2566-pe', 'pe-makeup', 'en1610-water'];
        $air = ['en1610-air', 'f1417', 'c924', 'gas-plastic'];

        return match (true) {
            $this === self::TooFast
                && ! in_array($method, ['rtp-staged'], true) => 'the method sets no limit on how fast it is raised: the plan says steadily, and air shows '
                    .'in the raise',
            $this === self::NoSettling && in_array($method, ['c600', 'c604', 'as2566', 'pe-decay'], true) => 'the method has no settling',
            $this === self::Air && in_array($method, $air, true) => 'it is filled with air',
            in_array($this, [self::Stuck, self::Jump], true) && in_array(
                $method, [...$metered, 'en805-air'], true,
            ) => 'the water metered is judged, not the fall; topping up makes jumps of its own',
            default => null,
        };
    }
}
