<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Electrofusion\Rules\NotBefore;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** From the cold saddle to the opened main: release, look, leak test of the branch, tap. */
final class Opening
{
    /** @return list<Step> */
    public static function steps(Situation $s, Weld $weld, bool $cutter): array
    {
        return [After::cool(), After::release([$weld]), self::look($s), self::branchTest($s, $weld), self::tap($s, $weld, $cutter)];
    }

    private static function look(Situation $s): Step
    {
        return new Step('look', 'Look at it', 'Look at the cold saddle all round and feel under its base again.', [
            ReadingSpec::yesNo('indicators_up', 'Melt indicators up?'),
            ReadingSpec::yesNo('no_melt_outside', 'No melt outside the base?'),
            ReadingSpec::series(
                'feeler_after_mm', 'Under the base by feeler, from 12 o\'clock of the outlet', Unit::Millimetre, 0, 20, [8, 4, 12], 'gap_ring',
                '0 where the thinnest leaf does not go in',
            ),
        ], [
            After::stop(
                'ef.indicators', 'indicators_up', 'Indicators up.', 'A melt indicator did not come up.',
                'Do not tap. Cut this piece of main out, or set a new saddle beside it and cap this one.',
            ),
            After::stop(
                'ef.melt', 'no_melt_outside', 'No melt outside.', 'Melt came out.',
                'Do not tap. The coil lay bare or a gap was open: set a new saddle beside it and cap this one.',
            ),
            Assembly::gapRule(
                'feeler_after_mm', 'ef.feeler_after', 'ef.saddle.gap_mm', 'Under the cold base',
                'Do not tap. The base has not fused all round: set a new saddle beside it and cap this one, or cut this piece of main out.', Severity::Stop,
            ),
        ], [], ['limit_mm' => $s->limit('ef.saddle.gap_mm')]);
    }

    private static function gate(Situation $s, Weld $weld, string $what): Gate
    {
        $cold = $weld->clocks($s)?->releaseAt;

        return new Gate(
            $cold === null ? "Fuse first. {$what} only after full cooling." : "The saddle is still cooling. {$what} only after full cooling.", $cold,
            Source::maker('cooling time printed on the fitting')->tag(),
        );
    }

    private static function branchTest(Situation $s, Weld $weld): Step
    {
        return new Step('branch_test', 'Test the branch',
            'Connect the branch, fill it, and test saddle and branch for leaks while the main is still closed to them.', [
                ReadingSpec::number('branch_wanted_kpa', 'Test pressure wanted', Unit::KiloPascal, 10, 4000, "By the owner's specification"),
                ReadingSpec::number('branch_wanted_min', 'Time wanted', Unit::Minute, 0.5, 1440, "By the owner's specification"),
                ReadingSpec::number('branch_test_kpa', 'Lowest pressure at the gauge while it was held', Unit::KiloPascal, 0, 4000),
                ReadingSpec::number('branch_test_min', 'Held for', Unit::Minute, 0, 1440),
                ReadingSpec::yesNo('branch_tight', 'Gauge steady, no bubble, no drop anywhere?'),
            ], [
                new BranchWanted,
                new NumberAtLeast(
                    'ef.branch_time_wanted', ['branch_wanted_min'], static fn (Situation $s): ?float => $s->readings->number('branch_wanted_min'),
                    'ef.branch.least_min', 'Time wanted', 'Too short to see a leak: ask for the owner\'s figure.', Severity::Mend,
                ),
                new AgainstFigure(
                    'ef.branch_pressure', 'branch_test_kpa', AgainstFigure::AT_LEAST,
                    static fn (Situation $s): ?float => $s->readings->number('branch_wanted_kpa'), Unit::KiloPascal,
                    Source::specification('test pressure of saddle and branch'), 'Lowest pressure in the test',
                    'Do not tap. Raise it to the wanted pressure and hold it again; where it does not stay, it leaks.', Severity::Stop,
                    'Once the main is opened a leak cannot be shut off here.',
                ),
                new AgainstFigure(
                    'ef.branch_time', 'branch_test_min', AgainstFigure::AT_LEAST, static fn (Situation $s): ?float => $s->readings->number('branch_wanted_min'),
                    Unit::Minute, Source::specification('time of the test of saddle and branch'), 'Held for', 'Do not tap. Hold it for the whole time.',
                    Severity::Stop,
                ),
                new Confirmed(
                    'ef.branch_tight', 'branch_tight', 'Saddle and branch tight.', 'Saddle or branch leaks.',
                    'Lower the pressure first. Do not tap: find the leak, mend the connection, or set a new saddle.', Severity::Stop, Source::commonPractice(),
                    'Once the main is opened a leak cannot be shut off here.', true,
                ),
            ], ['Pressure stores energy: nobody in line with the outlet or a cap, nothing is tightened under pressure. Test with air or gas only as owner and '
                .'maker allow.'], gate: self::gate($s, $weld, 'Tested'));
    }

    private static function tap(Situation $s, Weld $weld, bool $cutter): Step
    {
        $gate = self::gate($s, $weld, 'Tapped');
        if ($gate->opensAt !== null && $s->readings->yes('branch_tight') !== true) {
            $gate = new Gate('Test saddle and branch for leaks before the main is opened.', null, Source::commonPractice()->tag());
        }

        return new Step('tap', $cutter ? 'Tap' : 'Drill', $cutter
            ? 'Turn the cutter through with its own key, straight and steady, then back until flush with the top. Cap on, hand tight.'
            : 'Set the drilling tool, drill with very little feed until it turns free, hold the rod back, shut off and take the coupon out.', [
                ReadingSpec::now('tapped_at', $cutter ? 'Cutter through' : 'Drilled through'),
                ...($cutter
                    ? [
                        ReadingSpec::yesNo('cutter_back', 'Cutter back, flush with the top, not proud?'),
                        ReadingSpec::yesNo('cap_hand_tight', 'Cap on, hand tight only?'),
                    ]
                    : [ReadingSpec::yesNo('coupon_out', 'Coupon out and counted?')]),
            ], [
                new NotBefore(
                    'ef.tap.cold', 'tapped_at', static fn (Situation $s): ?\DateTimeImmutable => $weld->clocks($s)?->releaseAt, 'Opened',
                    'Shut off. The melt was not set: this saddle is not to be trusted, cut it out.', Severity::Stop,
                    Source::maker('cooling time printed on the fitting'), 'Cutting twists a melt that has not set.',
                ),
                new NotBefore(
                    'ef.tap.tested', 'tapped_at', static fn (Situation $s): ?\DateTimeImmutable => $s->readings->reading('branch_tight')?->takenAt,
                    'Opened, after the leak test,', 'Shut off and test saddle and branch.', Severity::Stop, Source::commonPractice(),
                    'Once the main is opened a leak cannot be shut off here.',
                ),
                ...($cutter
                    ? [
                        new Confirmed(
                            'ef.cutter_back', 'cutter_back', 'Cutter flush.', 'The cutter stands proud or in the way.',
                            'Turn it back until it is flush with the top.', Severity::Mend, Source::commonPractice(),
                        ),
                        new Confirmed(
                            'ef.cap', 'cap_hand_tight', 'Cap hand tight.', 'Cap missing or wrenched.', 'Fit it hand tight: a wrench cracks it.',
                            Severity::Mend,
                            Source::commonPractice(),
                        ),
                    ]
                    : [new Confirmed(
                        'ef.coupon', 'coupon_out', 'Coupon out.', 'The coupon is in the main.',
                        'Find it before the main is put to use: it blocks valves and meters.', Severity::Mend, Source::commonPractice(),
                    )]),
            ], [
                'Line pressure throws rods and cutters up: hold back, stand aside, never over the outlet.',
                'Gas: earth and wet the pipe against static, no ignition source, breathing air near.',
            ], gate: $gate);
    }
}
