<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Rulebook\Rule;
use Diastoma\Core\Rulebook\Rules\Confirmed;
use Diastoma\Core\Rulebook\Rules\InDate;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What people must have done and looked at before water pressure goes on a section [all common practice]. */
final class Preparation extends Procedure
{
    public const ID = 'test.preparation';

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Ready to test';
    }

    public function steps(Situation $situation): array
    {
        return [
            new Step('site', 'Section', 'Walk the section end to end.', [
                ReadingSpec::yesNo('backfilled', 'Backfilled, but for joints to be watched?'),
                ReadingSpec::yesNo('ends_braced', 'Ends braced, thrust blocks cured, restraint on?'),
                ReadingSpec::yesNo('zone_kept', 'Exclusion zone set and crew told?'),
            ], [
                self::yes('backfilled', 'Backfilled.', 'Not backfilled.', 'Backfill, leaving the joints open: bare pipe moves, warms and proves less.'),
                self::yes('ends_braced', 'Ends braced.', 'Ends not braced.', 'Brace the ends and let blocks cure before any pressure.', Severity::Stop),
                self::yes('zone_kept', 'Exclusion zone set.', 'No exclusion zone.', 'Set it and tell everybody before the pump starts.', Severity::Stop),
            ], ['Stored energy: nobody in line with an end, nobody tightens anything under pressure.']),
            new Step('fill', 'Fill and vent', 'Fill slowly from the low point with every high vent open.', [
                ReadingSpec::yesNo('filled_from_low', 'Filled from the low point, slowly?'),
                ReadingSpec::yesNo('vents_clear', 'Every high vent ran clear of air, then shut?'),
            ], [
                self::yes('filled_from_low', 'Filled from below.', 'Not filled from below.', 'Drain and fill from the low point: air is trapped otherwise.'),
                self::yes('vents_clear', 'No air at the vents.', 'Air is left.', 'Keep filling until every vent runs clear: air hides leaks and stores energy.'),
            ]),
            new Step('gauge', 'Gauge', 'Take a gauge or logger whose calibration is in date and whose range covers the test pressure.', [
                ReadingSpec::equipment('gauge', 'Gauge or logger', 'gauge'),
                ReadingSpec::yesNo('relief_set', 'Relief valve set above the test pressure and tried?'),
            ], [
                new InDate('test.gauge.calibration', 'gauge', 'name', 'calibration_until', 'Calibration', 'Take a gauge with a calibration in date.', Source::commonPractice()),
                self::yes('relief_set', 'Relief valve set.', 'No relief.', 'Set and try the relief valve before the pump starts.', Severity::Stop),
            ]),
        ];
    }

    public function clocks(Situation $situation): array
    {
        return [];
    }

    private static function yes(string $reading, string $yes, string $no, string $todo, Severity $otherwise = Severity::Mend): Rule
    {
        return new Confirmed("test.{$reading}", $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }
}
