<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Lifting\LiftCard;
use Diastoma\Core\Pipe\IronPipe;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

final class LayoutCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('layout.curve', 'The longest pipe that a curve takes, and the deflection of each of its joints',
                [
                    Input::number('radius_m', 'm', 0.0), Input::numbers('lengths_m', 'm'), Input::number('allowed_deg', '°', 0.0),
                    Input::number('share', '', 0.0, 0.8),
                ],
                ['length_m', 'deflection_deg', 'joints_per_90deg'],
                [JointDeflection::curveSource(), Source::commonPractice('share of the allowed deflection planned with: 80 %')],
                self::curve(...)),
            new Calculation('lift.card', 'Mass of a pipe, slings and their spacing',
                [
                    Input::choice('material', array_keys(LiftCard::DENSITIES)), Input::number('od_mm', 'mm', 0.0), Input::number('wall_mm', 'mm', 0.0),
                    Input::number('length_m', 'm', 0.0),
                ],
                ['mass_kg', 'slings', 'spacing_m', 'tag_line', 'by', 'people', 'source'],
                [LiftCard::massSource(), Source::commonPractice('slings, never chain or wire')],
                static fn (Given $g): array => LiftCard::of(
                    $g->text('material'), $g->number('od_mm'), $g->number('wall_mm'), $g->number('length_m'),
                )->toArray()),
            new Calculation('di.outside-diameter', 'Outside diameter of ductile iron pipe',
                [Input::choice('standard', ['awwa', 'en545']), Input::number('size', 'in or DN', 0.0)], ['od_mm'],
                [IronPipe::source('awwa'), IronPipe::source('en545')],
                static fn (Given $g): array => ['od_mm' => IronPipe::outsideDiameterMm(
                    $g->text('standard') === 'awwa' ? 'awwa' : 'en545', $g->number('size'),
                )]),
        ];
    }

    /** @return array<string, int|float> */
    private static function curve(Given $g): array
    {
        $lengths = $g->numbers('lengths_m');
        if ($lengths === [] || min($lengths) <= 0.0) {
            throw InvalidInput::field('lengths_m', 'Give the pipe lengths at hand, each more than 0.');
        }
        $radius = $g->number('radius_m');
        $limit = $g->number('allowed_deg') * $g->number('share');
        rsort($lengths);
        foreach ($lengths as $length) {
            $each = JointDeflection::onRadiusDeg($length, $radius);
            if (Compare::atMost($each, $limit)) {
                return ['length_m' => $length, 'deflection_deg' => $each, 'joints_per_90deg' => JointDeflection::jointsFor(90.0, $each)];
            }
        }
        $least = JointDeflection::radiusM(min($lengths), $limit);

        throw InvalidInput::field(
            'radius_m',
            "No length goes round {$radius} m: even ".min($lengths).' m needs '.round($each, 2)."°, more than {$limit}°. Least radius "
                .round((float) $least, 1).' m; take shorter pipes or a bend.',
            $radius, $least,
        );
    }
}
