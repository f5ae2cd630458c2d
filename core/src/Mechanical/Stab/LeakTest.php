<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Stab;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\AgainstFigure;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A leak test of a gas service: pressure and time by the company's procedure, a gauge that does not fall, soap on every joint. */
final class LeakTest
{
    /** Most that a fitting is tested at, of what it is made for. Common practice. */
    private const ABOVE = 1.5;

    /** Above so much more than at the beginning a gauge says that the gas still warms, or that somebody fills. Common practice: no figure published. */
    private const RISE = 1.05;

    public static function step(Situation $s, Product $product,
        string $instruction = 'Before anything is tapped or covered: pressure on, wait, soap every joint.'): Step
    {
        $source = Source::specification('the company\'s test procedure, as read on site');

        return new Step('leak_test', 'Leak test', $instruction, [
            ReadingSpec::number('wanted_kpa', 'Test pressure by the procedure', Unit::KiloPascal, 1, 2000),
            ReadingSpec::number('wanted_min', 'Test time by the procedure', Unit::Minute, 1, 1440),
            ReadingSpec::number('test_kpa', 'Pressure at the beginning', Unit::KiloPascal, 0, 3000),
            ReadingSpec::number('end_kpa', 'Pressure at the end', Unit::KiloPascal, 0, 3000),
            ReadingSpec::number('test_min', 'Time between', Unit::Minute, 0, 2880),
            ReadingSpec::yesNo('soap', 'Soap on every joint, no bubble?'),
        ], [
            new AgainstFigure(
                'mc.leak.pressure', 'test_kpa', AgainstFigure::AT_LEAST, static fn (Situation $s): ?float => $s->readings->number('wanted_kpa'),
                Unit::KiloPascal, $source,
                'Tested at', 'Raise it and test again for the whole time.',
            ),
            new AgainstFigure(
                'mc.leak.line', 'test_kpa', AgainstFigure::AT_LEAST,
                static fn (Situation $s): ?float => $s->facts->maybe('line_kpa') ?? $s->readings->number('line_kpa'), Unit::KiloPascal,
                Source::commonPractice('no test below what the line works at'), 'Tested at',
                'Look the test pressure up again: below its working pressure a test says nothing.',
            ),
            new AgainstFigure(
                'mc.leak.made_for', 'test_kpa', AgainstFigure::AT_MOST,
                static fn (Situation $s): ?float => ($made = $product->figure($s, 'pressure_kpa')) === null
                    ? null : self::ABOVE * $made, Unit::KiloPascal, Source::commonPractice('one and a half times what the fitting is made for'), 'Tested at',
                'Let it down at once. Look at every joint before it is tested again.', Severity::Stop,
                'Gas under too much pressure throws a fitting off its pipe.',
            ),
            new AgainstFigure(
                'mc.leak.rise', 'end_kpa', AgainstFigure::AT_MOST, static fn (Situation $s): ?float => ($at = $s->readings->number('test_kpa')) === null
                    ? null : self::RISE * $at, Unit::KiloPascal, Source::commonPractice('a service that rises still warms, or is being filled'), 'At the end',
                'Shut the supply, let it come to rest, and test again: what rises hides a leak.',
            ),
            new AgainstFigure(
                'mc.leak.time', 'test_min', AgainstFigure::AT_LEAST, static fn (Situation $s): ?float => $s->readings->number('wanted_min'), Unit::Minute,
                $source, 'Held for',
                'Hold it for the whole time.',
            ),
            new AgainstFigure(
                'mc.leak.fall', 'end_kpa', AgainstFigure::AT_LEAST, static fn (Situation $s): ?float => $s->readings->number('test_kpa'), Unit::KiloPascal,
                Source::commonPractice('a gas-tight service does not fall'), 'At the end',
                'It leaks. Soap every joint, mend, and test again; no tap before it holds.', Severity::Stop,
                'What leaks at the test leaks gas into the ground.',
            ),
            Confirmed::usual(
                'mc.leak.soap', 'soap', 'No bubble.', 'Bubbles.', 'It leaks. Let the pressure down, take that joint apart, make it again, test again.',
                Severity::Stop,
                'What leaks at the test leaks gas into the ground.', true,
            ),
        ], ['Stored energy: nobody in line with an end while pressure is on.', 'No ignition source near.']);
    }

    /** Whether it was held at its pressure for its time, did not fall and made no bubble. */
    public static function held(Situation $s): bool
    {
        $r = $s->readings;
        [$wanted, $min, $at, $end, $held] = array_map($r->number(...), ['wanted_kpa', 'wanted_min', 'test_kpa', 'end_kpa', 'test_min']);

        return $wanted !== null && $min !== null && $at !== null && $end !== null && $held !== null && Compare::atLeast($at,
            $wanted) && Compare::atLeast($held, $min)
            && Compare::atLeast($end, $at) && $r->yes('soap') === true;
    }
}
