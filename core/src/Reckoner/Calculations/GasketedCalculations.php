<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Gasketed\AllowedDeflection;
use Diastoma\Core\Gasketed\CutEnd;
use Diastoma\Core\Gasketed\FeelerSweep;
use Diastoma\Core\Gasketed\Systems\JointSystem;
use Diastoma\Core\Gasketed\Systems\JointSystems;
use Diastoma\Core\Pipe\JointDeflection;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

final class GasketedCalculations
{
    /** Short names of the kinds that a published table covers. */
    private const SHORT = ['push_on' => 'di_push_on', 'mechanical' => 'di_mechanical', 'grp' => 'grp_coupling'];

    /** @return list<Calculation> */
    public static function all(): array
    {
        return [
            new Calculation('gasketed.offset', 'Offset of the far end of a pipe at a deflected joint, and the radius that equal deflections make',
                [Input::number('length_m', 'm', 0.0), Input::number('angle_deg', '°')],
                ['offset_mm', 'radius_m'], [JointDeflection::curveSource()],
                static fn (Given $g): array => [
                    'offset_mm' => JointDeflection::offsetMm($g->number('length_m'), $g->number('angle_deg')),
                    'radius_m' => JointDeflection::radiusM($g->number('length_m'), $g->number('angle_deg')),
                ]),
            new Calculation('gasketed.angle', 'Joint deflection from two opposite gaps, from the far end\'s offset, or from gaps at equal clock angles '
                .'from 12. The direction is that of the widest gap; the pipe turns to the other side',
                [
                    Input::number('gap_max_mm', 'mm')->optional(), Input::number('gap_min_mm', 'mm')->optional(), Input::number('od_mm', 'mm', 0.0)->optional(),
                    Input::number('offset_mm', 'mm')->optional(), Input::number('length_m', 'm', 0.0)->optional(), Input::numbers('gaps_mm', 'mm')->optional(),
                ],
                ['angle_deg', 'direction_deg', 'turns_to_deg', 'residual_mm'],
                [
                    JointDeflection::gapSource(), Source::arithmetic('least squares of g(φ) = g0 + a·cos φ + b·sin φ'),
                    Source::arithmetic('θ = asin(offset / length)'),
                ],
                self::angle(...)),
            new Calculation('gasketed.combined', 'Horizontal and vertical deflection of one joint together',
                [Input::number('horizontal_deg', '°'), Input::number('vertical_deg', '°')], ['angle_deg'],
                [Source::arithmetic('tan²θ = tan²θh + tan²θv')],
                static fn (Given $g): array => ['angle_deg' => JointDeflection::combined(self::tilt($g, 'horizontal_deg'), self::tilt($g, 'vertical_deg'))]),
            new Calculation('gasketed.allowed', 'Greatest deflection of a joint by system and size',
                [
                    Input::choice('system', self::systems()), Input::number('dn_mm', 'mm', 0.0)->optional(),
                    Input::number('size_in', 'in', 0.0)->optional(), Input::number('pn_bar', 'bar', 0.0)->optional(),
                ],
                ['angle_deg', 'source'], [AllowedDeflection::source('push_on'), AllowedDeflection::source('mechanical'), AllowedDeflection::source('grp')],
                self::allowed(...)),
            new Calculation('gasketed.chamfer', 'Chamfer of a cut spigot: half the wall, no more',
                [Input::number('wall_mm', 'mm', 0.0), Input::number('angle_deg', '°', 0.0, 15.0)], ['length_mm', 'depth_mm'], [CutEnd::chamferSource()],
                static fn (Given $g): array => CutEnd::chamfer($g->number('wall_mm'), $g->number('angle_deg'))),
            new Calculation('gasketed.loops', 'Loops formed in a ductile iron gasket to seat it',
                [Input::number('size_in', 'in', 0.0)], ['loops'], [CutEnd::loopsSource()],
                static fn (Given $g): array => ['loops' => CutEnd::loops($g->number('size_in'))]),
            new Calculation('gasketed.feeler',
                'What a feeler sweep says of the gasket; positions counted from 0 at 12 o\'clock, clockwise; null where the feeler met nothing',
                [Input::gapped('depths_mm', 'mm'), Input::number('tolerance_mm', 'mm', 0.0, 5.0)],
                ['verdict', 'suspicious_positions', 'clock', 'median_mm', 'shallow_positions'], [FeelerSweep::source()],
                self::feeler(...)),
            new Calculation('gasketed.turn', 'Joints, length and radius of a curve made of equal joint deflections',
                [Input::number('total_deg', '°', 0.0), Input::number('per_joint_deg', '°', 0.0), Input::number('length_m', 'm', 0.0)],
                ['joints', 'curve_length_m', 'radius_m'], [JointDeflection::curveSource()],
                self::turn(...)),
            new Calculation('di.deflection', 'Greatest deflection of a ductile iron joint, and the offset it gives 18 ft and 20 ft pipes',
                [Input::choice('joint', ['push_on', 'mechanical']), Input::number('size_in', 'in', 0.0)], ['angle_deg', 'offset_in_18ft', 'offset_in_20ft'],
                [AllowedDeflection::source('push_on'), AllowedDeflection::source('mechanical')],
                self::iron(...)),
        ];
    }

    /** @return non-empty-list<string> */
    private static function systems(): array
    {
        return ['di_mechanical', ...array_keys(self::SHORT), ...array_map(static fn (JointSystem $system): string => $system->key, JointSystems::shipped())];
    }

    private static function tilt(Given $g, string $name): float
    {
        $angle = $g->number($name);

        return abs($angle) < 90.0 ? $angle : throw InvalidInput::field($name, "{$name} is {$angle}°. A deflection lies below 90°.", $angle, 90);
    }

    /** @return array<string, ?float> */
    private static function angle(Given $g): array
    {
        $od = $g->maybe('od_mm');
        $largest = $g->maybe('gap_max_mm');
        $smallest = $g->maybe('gap_min_mm');
        $offset = $g->maybe('offset_mm');
        $length = $g->maybe('length_m');
        $found = match (true) {
            $g->has('gaps_mm') && $od !== null => JointDeflection::fitted($g->numbers('gaps_mm'), $od),
            $largest !== null && $smallest !== null && $od !== null => JointDeflection::fromGaps($largest, $smallest, $od),
            $offset !== null && $length !== null => JointDeflection::fromOffset($offset, $length),
            default => throw InvalidInput::field('gap_max_mm', 'Give gap_max_mm, gap_min_mm and od_mm; or offset_mm and length_m; or gaps_mm and od_mm.'),
        };

        return [
            'angle_deg' => $found->angleDeg, 'direction_deg' => $found->widestGapDeg, 'turns_to_deg' => $found->turnsToDeg(),
            'residual_mm' => $found->residualMm,
        ];
    }

    /** @return array<string, mixed> */
    private static function allowed(Given $g): array
    {
        $inches = $g->maybe('size_in');
        $dn = $g->maybe('dn_mm') ?? ($inches === null ? throw InvalidInput::field('dn_mm', 'Give dn_mm or size_in.') : $inches * 25.0);
        $key = self::SHORT[$g->text('system')] ?? $g->text('system');
        $system = JointSystems::find($key);
        if ($key === 'di_mechanical' || $system?->table === 'push_on') {
            $joint = $key === 'di_mechanical' ? 'mechanical' : 'push_on';
            $size = $inches ?? AllowedDeflection::inches($dn);
            $degrees = $joint === 'mechanical' ? AllowedDeflection::mechanicalDeg($size) : AllowedDeflection::pushOnDeg($size);

            return ['angle_deg' => min($degrees, $system->deflectionCapDeg ?? INF), 'source' => AllowedDeflection::source($joint)->tag()];
        }
        if ($system?->table === 'grp') {
            $pn = $g->maybe('pn_bar') ?? throw InvalidInput::field(
                'pn_bar', 'Give the pressure class PN of the pipe: what the joint may turn depends on it, and none is assumed.',
            );

            return ['angle_deg' => AllowedDeflection::grpDeg($dn, $pn), 'source' => AllowedDeflection::source('grp', $pn)->tag()];
        }

        throw InvalidInput::field(
            'system', "No published table gives the deflection of {$key}: the maker declares it. Add the product as a joint system, with its own value.",
            $key,
        );
    }

    /** @return array<string, mixed> */
    private static function feeler(Given $g): array
    {
        $sweep = FeelerSweep::of($g->gapped('depths_mm'), $g->number('tolerance_mm'));

        return [
            'verdict' => $sweep->verdict(), 'suspicious_positions' => $sweep->deep, 'clock' => $sweep->clock($sweep->deep), 'median_mm' => $sweep->medianMm,
            'shallow_positions' => $sweep->shallow,
        ];
    }

    /** @return array<string, int|float|null> */
    private static function turn(Given $g): array
    {
        $each = $g->number('per_joint_deg');
        $joints = JointDeflection::jointsFor($g->number('total_deg'), $each);

        return [
            'joints' => $joints, 'curve_length_m' => $joints * $g->number('length_m'),
            'radius_m' => JointDeflection::radiusM($g->number('length_m'), $each),
        ];
    }

    /** @return array<string, float> */
    private static function iron(Given $g): array
    {
        $size = $g->number('size_in');
        $degrees = $g->text('joint') === 'mechanical' ? AllowedDeflection::mechanicalDeg($size) : AllowedDeflection::pushOnDeg($size);
        $offset = static fn (float $feet): float => Length::of(sin(deg2rad($degrees)) * $feet, 'ft')->in('in');

        return ['angle_deg' => $degrees, 'offset_in_18ft' => $offset(18.0), 'offset_in_20ft' => $offset(20.0)];
    }
}
