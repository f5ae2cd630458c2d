<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Mechanical\Bolting\BoltPlan;
use Diastoma\Core\Mechanical\Bolting\Judged;
use Diastoma\Core\Mechanical\Bolting\Order;
use Diastoma\Core\Mechanical\Cards\Cards;
use Diastoma\Core\Mechanical\FlangeBolts;
use Diastoma\Core\Mechanical\Steps\Recharge;
use Diastoma\Core\Quantity\Torque;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;
use Diastoma\Core\Simulation\Bolting\BoltedCircle;
use Diastoma\Core\Simulation\Bolting\TorqueWrench;

final class BoltingCalculations
{
    /** Bolts within so much of each other are even enough to stop going round, percent of the target. Common practice. */
    private const EVEN_PERCENT = 5.0;

    private const UNITS = ['ft_lb' => 'ft·lb', 'in_lb' => 'in·lb', 'nm' => 'N·m', 'kgf_m' => 'kgf·m'];

    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('bolting.star', 'Order in which a circle of bolts is tightened', [Input::number('bolts', '', 0.0)->ofCard('bolts')], ['order'],
                [Order::source()],
                static fn (Given $g): array => ['order' => Order::star(self::whole($g, 'bolts'))]),
            new Calculation('bolting.passes', 'Passes in which a circle of bolts is brought to its torque', [
                Input::number('target_nm', 'N·m', 0.0)->ofCard('torque_nm'), Input::number('bolts', '', 0.0)->ofCard('bolts'),
            ], ['passes'], [BoltPlan::source()], static fn (Given $g): array => ['passes' => array_map(
                static fn (array $pass): array => ['torque_nm' => $pass['torque_nm'], 'order' => $pass['order']],
                BoltPlan::of(self::whole($g, 'bolts'), $g->number('target_nm'))->passes,
            )]),
            new Calculation('bolting.torque', 'Torque that gives a bolt its tension', [
                Input::number('nut_factor', '', 0.0), Input::number('diameter_mm', 'mm', 0.0), Input::number('tension_kn', 'kN', 0.0),
            ], ['torque_nm'], [Source::arithmetic('T = K·d·F')], static fn (Given $g): array => [
                'torque_nm' => $g->number('nut_factor') * $g->number('diameter_mm') * $g->number('tension_kn'),
            ]),
            new Calculation('bolting.judge', 'Torques of a circle of bolts against their target; bolts are numbered from 1 in the order given', [
                Input::number('target_nm', 'N·m', 0.0)->ofCard('torque_nm'), Input::number('maximum_nm', 'N·m', 0.0)->ofCard('maximum_nm')->optional(),
                Input::numbers('readings_nm', 'N·m'),
            ], ['verdict', 'mean_nm', 'scatter_percent', 'under', 'over'], [Source::commonPractice('within 10 % of the target')], self::judge(...)),
            new Calculation('bolting.retorque', 'Torque for a fitting that weeps when the line is filled again: once, with the pressure down', [
                Input::number('label_nm', 'N·m', 0.0)->ofCard('torque_nm'),
            ], ['torque_nm'], [Source::commonPractice('120 % of the label, once')], static fn (Given $g): array => [
                'torque_nm' => Recharge::AGAIN * $g->number('label_nm'),
            ]),
            new Calculation('bolting.convert', 'Torque in another unit', [
                Input::number('value', ''), Input::choice('from', array_keys(self::UNITS)), Input::choice('to', array_keys(self::UNITS)),
            ], ['value'], [Source::arithmetic('1 lbf = 4.4482216152605 N, 1 ft = 0.3048 m, 1 kgf = 9.80665 N, exactly')], static fn (Given $g): array => [
                'value' => Torque::of($g->number('value'), self::UNITS[$g->text('from')])->in(self::UNITS[$g->text('to')]),
            ]),
            new Calculation('bolting.residual',
                'What is left in each bolt after rounds at full torque, star against round the circle: a bolt that gains takes a share of '
                .'it from each neighbour', [
                    Input::number('bolts', '', 0.0), Input::choice('pattern', [TorqueWrench::STAR, TorqueWrench::CIRCLE]), Input::number('rounds', '', 0.0),
                    Input::number('interaction', ''),
                ], ['loads_percent', 'spread_percent', 'rounds_to_5_percent', 'other_percent', 'other_spread_percent', 'other_rounds_to_5_percent'],
                [BoltedCircle::source()], self::residual(...), ['loads_percent' => 'as chosen', 'other_percent' => 'the other pattern']),
            new Calculation('mj.torque', 'Tee-bolts of a mechanical-joint gland', [Input::number('size_in', 'in', 0.0)], ['bolt_in', 'min_ft_lb', 'max_ft_lb'],
                [Cards::teeBoltSource()], static fn (Given $g): array => self::teeBolt($g->number('size_in'))),
            new Calculation('flange.bolts', 'Bolts of a flange by its size (DN, or inches) and class (PN, or pound class)', [
                Input::choice('standard', [FlangeBolts::EN1092, FlangeBolts::B16_5]), Input::number('size', '', 0.0), Input::number('class', '', 0.0),
            ], ['bolts', 'bolt_size'], [FlangeBolts::source(FlangeBolts::EN1092), FlangeBolts::source(FlangeBolts::B16_5)],
                static fn (Given $g): array => FlangeBolts::of(
                    $g->text('standard') === FlangeBolts::EN1092 ? FlangeBolts::EN1092 : FlangeBolts::B16_5, $g->number('size'), $g->number('class'),
                )),
        ];
    }

    private static function whole(Given $g, string $name): int
    {
        $value = $g->number($name);

        return floor($value) === $value && $value <= 1000 ? (int) $value : throw InvalidInput::field($name, "{$name} is {$value}; it must be a whole number.",
            $value);
    }

    /** @return array<string, mixed> */
    private static function judge(Given $g): array
    {
        $readings = $g->numbers('readings_nm');
        if ($readings === []) {
            throw InvalidInput::field('readings_nm', 'Give the torque of at least one bolt.');
        }
        if (min($readings) < 0.0) {
            throw InvalidInput::field('readings_nm', 'A torque is not below 0.', min($readings), 0);
        }
        $byBolt = array_combine(range(1, count($readings)), $readings);
        $judged = Judged::of($byBolt, $g->number('target_nm'), $g->maybe('maximum_nm'));

        return [
            'verdict' => $judged->severity->value, 'mean_nm' => $judged->meanNm, 'scatter_percent' => $judged->scatterPercent, 'under' => $judged->under,
            'over' => $judged->over,
        ];
    }

    /** @return array<string, mixed> */
    private static function residual(Given $g): array
    {
        [$bolts, $rounds, $pattern] = [self::whole($g, 'bolts'), self::whole($g, 'rounds'), $g->text('pattern')];
        $wrench = new TorqueWrench($g->number('interaction'));
        $loads = $wrench->rounds($bolts, $pattern, $rounds);
        $otherwise = $pattern === TorqueWrench::STAR ? TorqueWrench::CIRCLE : TorqueWrench::STAR;
        $other = $wrench->rounds($bolts, $otherwise, $rounds);

        return [
            'loads_percent' => $loads, 'spread_percent' => max($loads) - min($loads),
            'rounds_to_5_percent' => $wrench->roundsUntil($bolts, $pattern, self::EVEN_PERCENT),
            'other_percent' => $other, 'other_spread_percent' => max($other) - min($other),
            'other_rounds_to_5_percent' => $wrench->roundsUntil($bolts, $otherwise, self::EVEN_PERCENT),
        ];
    }

    /** @return array<string, mixed> */
    private static function teeBolt(float $size): array
    {
        $bolt = Cards::teeBolt($size) ?? throw InvalidInput::field('size_in', "There is no mechanical joint of {$size} in: from 3 to 48.", $size, 48);

        return ['bolt_in' => $bolt['bolt_in'], 'min_ft_lb' => $bolt['min_ft_lb'], 'max_ft_lb' => $bolt['max_ft_lb']];
    }
}
