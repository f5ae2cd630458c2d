<?php

declare(strict_types=1);

namespace Core\Tests\Net;

use Core\Tests\PressureTest\Sections;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\Procedure\ReadingSpec;

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
    public function isNone(TestMethod $method): ?string
    {
        $asks = array_map(static fn (ReadingSpec $spec): string => $spec->key, $method->asks());
        $metered = array_intersect(['added_l', 'v1_l'], $asks) !== [];

        return match (true) {
            $this === self::TooFast && ! in_array('test.rtp', $method->families(), true) => 'the method sets no limit on how fast it is raised: the plan says '
                .'steadily, and air shows in the raise',
            $this === self::NoSettling && self::settlesIn($method) === [] => 'the method has no settling',
            $this === self::Air && $method->medium() === Medium::Air => 'it is filled with air',
            in_array($this, [self::Stuck, self::Jump], true)
                && ($metered || $method->standing() === Standing::Part) => 'the water metered is judged, not the fall; topping up makes jumps of its own',
            default => null,
        };
    }

    /** @return list<string> phases before the judged one, raising apart */
    private static function settlesIn(TestMethod $method): array
    {
        $phases = $method->plan(Sections::for($method))->phases;

        return array_values(array_map(
            static fn (Phase $p): string => $p->id, array_filter($phases, static fn (Phase $p): bool => ! $p->judged && $p->control !== Control::Raise),
        ));
    }
}
