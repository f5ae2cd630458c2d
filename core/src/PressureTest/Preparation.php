<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\InDate;
use Diastoma\Core\Procedure\Rules\InRange;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * What people must have done and looked at before pressure goes on a section [all common practice].
 *
 * The fact “medium” says what it is filled with; where it is not known yet the steps of both are asked for.
 */
final class Preparation extends Procedure
{
    public const ID = 'test.preparation';

    public function isGate(string $rule): bool
    {
        return str_starts_with($rule, Readiness::OVERRULE);
    }

    public function id(): string
    {
        return self::ID;
    }

    public function kind(): string
    {
        return 'section';
    }

    public function title(): string
    {
        return 'Ready to test';
    }

    public function steps(Situation $situation): array
    {
        $medium = Medium::tryFrom($situation->facts->text('medium'));

        return [
            new Step('site', 'Section', 'Walk the section end to end.', [
                ReadingSpec::yesNo('backfilled', 'Backfilled, but for joints to be watched?'),
                ReadingSpec::yesNo('ends_braced', 'Ends braced, restraint on?'),
                ReadingSpec::yesNo('concrete_cured', 'Thrust blocks cured, or none needed?'),
            ], [
                self::yes('backfilled', 'Backfilled.', 'Not backfilled.', 'Backfill, leaving the joints open: bare pipe moves, warms and proves less.'),
                self::yes('ends_braced', 'Ends braced.', 'Ends not braced.', 'Brace the ends before any pressure.', Severity::Stop),
                self::yes(
                    'concrete_cured', 'Concrete cured.', 'Concrete not cured.', 'Let the blocks cure as long as the engineer says before any pressure.',
                    Severity::Stop,
                ),
            ], ['Stored energy: nobody in line with an end, nobody tightens anything under pressure.']),
            new Step('people', 'People', 'Talk it through with everybody on site.', [
                ReadingSpec::yesNo('talk_held', 'Toolbox talk held: who does what, who stops it?'),
                ReadingSpec::yesNo('zone_kept', 'Exclusion zone set and crew told?'),
            ], [
                self::yes('talk_held', 'Toolbox talk held.', 'No toolbox talk.', 'Hold it before the pump starts.'),
                self::yes('zone_kept', 'Exclusion zone set.', 'No exclusion zone.', 'Set it and tell everybody before the pump starts.', Severity::Stop),
            ]),
            ...($medium === Medium::Air ? [] : [self::filling()]),
            ...($medium === Medium::Water ? [] : [self::air()]),
            new Step('gauge', 'Gauge', 'Take a gauge or logger whose calibration is in date and whose range covers the test pressure.', [
                ReadingSpec::equipment('gauge', 'Gauge or logger', 'gauge'),
                ReadingSpec::yesNo('relief_set', 'Relief valve set above the test pressure and tried?'),
            ], [
                new InDate(
                    'test.gauge.calibration', 'gauge', 'name', 'calibration_until', 'Calibration', 'Take a gauge with a calibration in date.',
                    Source::commonPractice(),
                ),
                new InRange(
                    'test.gauge.range', 'gauge', static fn (Situation $s): ?float => null, Unit::KiloPascal, 'Pressure', 'Take a gauge',
                    Source::commonPractice(),
                ), // against the plan: GaugeRange
                self::yes('relief_set', 'Relief valve set.', 'No relief.', 'Set and try the relief valve before the pump starts.', Severity::Stop),
            ]),
        ];
    }

    private static function filling(): Step
    {
        return new Step('fill', 'Fill and vent', 'Fill slowly from the low point with every high vent open.', [
            ReadingSpec::yesNo('filled_from_low', 'Filled from the low point, slowly?'),
            ReadingSpec::yesNo('vents_clear', 'Every high vent ran clear of air, then shut?'),
        ], [
            self::yes('filled_from_low', 'Filled from below.', 'Not filled from below.', 'Drain and fill from the low point: air is trapped otherwise.'),
            self::yes('vents_clear', 'No air at the vents.', 'Air is left.', 'Keep filling until every vent runs clear: air hides leaks and stores energy.'),
        ]);
    }

    private static function air(): Step
    {
        return new Step('air', 'Air', 'Air or gas under pressure needs leave, and braced plugs.', [
            ReadingSpec::yesNo('air_agreed', 'Owner and maker agree to a test with air or gas?'),
            ReadingSpec::yesNo('plugs_braced', 'Plugs and caps braced, nobody in a manhole?'),
        ], [
            self::yes(
                'air_agreed', 'Agreed.', 'Not agreed.', 'Get leave from the owner and the maker first: air stores far more energy than water.',
                Severity::Stop,
            ),
            self::yes('plugs_braced', 'Plugs braced.', 'Plugs not braced.', 'Brace every plug and cap, and bring everybody out.', Severity::Stop),
        ], ['A plug that lets go kills: nobody in line with it, nobody in a manhole.']);
    }

    public function clocks(Situation $situation): array
    {
        return [];
    }

    private static function yes(string $reading, string $yes, string $no, string $todo, Severity $otherwise = Severity::Mend): Rule
    {
        return new Confirmed("test.{$reading}", $reading, $yes, $no, $todo, $otherwise, Source::commonPractice());
    }

    public function ages(Situation $situation): array
    {
        $unused = static fn (Situation $s): ?\DateTimeImmutable => null; // relied on when the test begins: Readiness asks

        return [
            new Age('talk', 'people', ['talk_held', 'zone_kept'], $unused, 'pt.age.talk_min', 'Talk and exclusion zone seen to', 'tested',
                'Hold the talk again and look at the zone: everybody on site today hears it.'),
            new Age('gauge', 'gauge', ['relief_set'], $unused, 'pt.age.gauge_min', 'Gauge and relief looked at', 'tested',
                'Look at gauge and relief again before the pump starts.'),
        ];
    }
}
