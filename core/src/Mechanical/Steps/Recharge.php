<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Bolting\BoltPlan;
use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\Kinds\LeakOnly;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Rules\TightenedOnce;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The line filled again. If it weeps: pressure down first, 120 % of the label's torque once, and if it still weeps it comes apart. */
final class Recharge
{
    public const TIGHT = 'tight';

    public const WEEPS = 'it weeps';

    /** 120 % of the label's torque, once. Common practice. */
    public const AGAIN = 1.2;

    public static function bolts(Product $product): Bolts
    {
        return new Bolts('rebolt', 'Bolts, tightened once more', static function (Situation $s) use ($product): ?BoltPlan {
            $count = $product->count($s, 'bolts');
            $torque = $product->figure($s, 'torque_nm');
            $most = $product->figure($s, 'maximum_nm');
            $again = $product->card->retorquePercent / 100;
            $target = $torque === null || $again <= 0.0 ? null : ($most === null ? $again * $torque : min($again * $torque, $most));

            $band = 1 + $s->limit('mc.bolt.tolerance_percent') / 100;

            return $count === null || $target === null ? null : BoltPlan::of($count, $target, $most ?? $band * $target, [1.0]);
        });
    }

    /** @return list<Step> */
    public static function steps(Situation $s, Product $product, bool $isRequired): array
    {
        if ($product->card->retorquePercent <= 0.0) {
            return LeakOnly::steps($isRequired);
        }
        $answer = ReadingSpec::choice('recharge', 'With the line filled again', [self::TIGHT, self::WEEPS]);
        $steps = [new Step(
            'recharge', 'Filled again', 'Fill slowly, let the air out, and look at the fitting before anything is covered.',
            [$isRequired ? $answer : $answer->optional()], [new ChoiceIs('mc.recharge', 'recharge', 'With the line filled again', [
                self::WEEPS => self::isTightened($s, $product) ? [Severity::Watch, 'Tightened once more: see below.'] : [
                    Severity::Mend, "Lower the pressure first. Then {$product->card->retorquePercent} % of the torque on the label, once.",
                ],
            ], Source::commonPractice())],
            ['Nobody in line with an end while the line is filled.'],
        )];
        if ($s->readings->text('recharge') !== self::WEEPS) {
            return $steps;
        }

        return [...$steps, self::down(), self::once($s, $product), self::after()];
    }

    private static function down(): Step
    {
        return new Step('down', 'Pressure down', 'Lower the pressure and read the gauge. Nobody tightens under pressure.', [
            ReadingSpec::number('left_kpa', 'Pressure left in the line', Unit::KiloPascal, 0, 10000, 'Read at the gauge nearest to the fitting'),
        ], [new NumberAtMost(
            'mc.down', ['left_kpa'], static fn (Situation $s): ?float => $s->readings->number('left_kpa'), 'mc.down_kpa', 'Pressure left',
            'Lower it further. Do not '
                .'touch a bolt.', Severity::Stop, 'A gasket under pressure bites into the bolt that moves it, and a body that shifts throws what holds it.',
            watchShare: 1.0,
        )], [Tighten::PRESSURE]);
    }

    private static function once(Situation $s, Product $product): Step
    {
        $bolts = self::bolts($product);
        $left = $s->readings->number('left_kpa');
        $isDown = $left !== null && Compare::atMost($left, $s->limit('mc.down_kpa'));

        return Tighten::step(
            $s, $bolts, 'rebolt', 'Once more',
            "{$product->card->retorquePercent} % of the torque on the label, once round in the star. No second time.", [], [new TightenedOnce($bolts)],
            $isDown ? null : new Gate('Nobody tightens under pressure: lower it first and read the gauge.', null, 'common practice'),
        );
    }

    private static function after(): Step
    {
        return new Step('after', 'Filled once more', 'Fill slowly again and look.', [
            ReadingSpec::choice('recharge_again', 'With the line filled once more', [self::TIGHT, self::WEEPS]),
        ], [new ChoiceIs('mc.recharge.again', 'recharge_again', 'With the line filled once more', [
            self::WEEPS => [Severity::Stop, 'Take it apart. Look at the pipe under the seal, the gasket and the marks; a third tightening only hides it.'],
        ], Source::commonPractice())]);
    }

    private static function isTightened(Situation $s, Product $product): bool
    {
        $run = self::bolts($product)->run($s);

        return $run !== null && $run->rows !== [] && $run->next() === null;
    }
}
