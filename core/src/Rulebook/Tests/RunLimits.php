<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook\Tests;

use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Source;

/** What is asked of every run, whatever its method. */
final class RunLimits
{
    /** @return list<Ranged> */
    public static function all(): array
    {
        $memory = Source::fromMemory();

        return [
            Ranged::ofRating('test.run.pipe_factor', 1.5, 'What a pipe takes for the hours of a test, of its rating', Source::fromMemory(
                '', 'allowable site test pressure; joints, restraints and valves take their rating',
            )),
            Ranged::percent('test.run.gauge_error_percent', 1.0, 'Error of the gauge that is allowed for', $memory, most: 5.0),
            Ranged::percent('test.run.gap_percent', 10.0, 'Judged phase without a reading: at most', $memory, most: 25.0),
            Ranged::of('test.run.pause_s', 300.0, Unit::Second, 'Pause before the judged phase that is worth a word', $memory, 60.0, 3600.0),
            Ranged::minutes('test.run.raise_min', 15.0, 'Raising a water main, as planned', Source::commonPractice()),
        ];
    }
}
