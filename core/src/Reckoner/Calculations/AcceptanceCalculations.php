<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner\Calculations;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Acceptance\Gas;
use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Acceptance\PeDecay;
use Diastoma\Core\PressureTest\Acceptance\Sewer;
use Diastoma\Core\PressureTest\Acceptance\Staging;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\Quantity\Volume;
use Diastoma\Core\Reckoner\Calculation;
use Diastoma\Core\Reckoner\Given;
use Diastoma\Core\Reckoner\Input;
use Diastoma\Core\Rulebook\Source;

/** Acceptance of pressure and leak tests, by method. */
final class AcceptanceCalculations
{
    /** @return list<Calculation> */
    public static function all(): array
    {
        return [...self::en805(), ...self::makeUp(), ...self::sewers(), ...self::others()];
    }

    /** @return list<Calculation> */
    private static function en805(): array
    {
        return [
            new Calculation('test.stp', 'System test pressure of a water main',
                [Input::number('mdp_kpa', 'kPa', 0.0), Input::choice('surge', ['assumed', 'calculated'])], ['stp_kpa'], [En805::source('loss')],
                static fn (Given $g): array => ['stp_kpa' => En805::stpKpa($g->number('mdp_kpa'), $g->text('surge'))]),
            new Calculation('test.en805-volume', 'Water that a fall of pressure may set free, for the air check or the main test',
                [
                    Input::number('volume_m3', 'm³', 0.0), Input::number('drop_kpa', 'kPa', 0.0), Input::number('diameter_mm', 'mm', 0.0),
                    Input::number('wall_mm', 'mm', 0.0), Input::number('modulus_gpa', 'GPa', 0.0), Input::choice('stage', ['air', 'main']),
                ],
                ['max_volume_l', 'elastic_volume_l'], [En805::source('water'), En805::source('air')],
                static fn (Given $g): array => En805::volume(
                    $g->number('volume_m3'), $g->number('drop_kpa'), $g->number('diameter_mm'), $g->number('wall_mm'), $g->number('modulus_gpa'),
                    $g->text('stage'),
                )),
            new Calculation('test.en805-loss', 'Fall of pressure in the first hour of the main test: within its limit and ever slower',
                [Input::choice('pipe', ['rigid', 'fibre_cement']), Input::numbers('readings_kpa', 'kPa')], ['verdict', 'drop_kpa', 'limit_kpa', 'slowing'],
                [En805::source('loss')],
                static fn (Given $g): array => En805::loss($g->text('pipe'), $g->numbers('readings_kpa'))),
            new Calculation('test.en805-pe', 'PE main: rest, draw-off and rise of pressure',
                [Input::number('stp_kpa', 'kPa', 0.0), Input::number('end_of_rest_kpa', 'kPa'), Input::pairs('main', 'minute, kPa')],
                ['preliminary', 'draw_off_min_kpa', 'draw_off_max_kpa', 'verdict', 'highest_kpa', 'fall_kpa'], [En805::source('pe')],
                static fn (Given $g): array => En805::pe($g->number('stp_kpa'), $g->number('end_of_rest_kpa'), $g->pairs('main'))),
        ];
    }

    /** @return list<Calculation> */
    private static function makeUp(): array
    {
        return [
            new Calculation('test.make-up', 'Testing allowance of ductile iron and PVC mains, in metres or in feet',
                [
                    Input::number('length_m', 'm', 0.0)->optional(), Input::number('diameter_mm', 'mm', 0.0)->optional(),
                    Input::number('pressure_kpa', 'kPa', 0.0)->optional(), Input::number('length_ft', 'ft', 0.0)->optional(),
                    Input::number('diameter_in', 'in', 0.0)->optional(), Input::number('pressure_psi', 'psi', 0.0)->optional(),
                ],
                ['allowance_l_h', 'allowance_gal_h'], [MakeUp::source('c600')], self::allowance(...)),
            new Calculation('test.pe-makeup', 'Make-up water of a PE main after 1, 2 or 3 hours; another test than F2164',
                [Input::number('nominal_in', 'in', 0.0), Input::number('length_ft', 'ft', 0.0), Input::number('hours', 'h', 0.0)], ['gal'],
                [MakeUp::source('pe')],
                static fn (Given $g): array => ['gal' => MakeUp::peGallons($g->number('nominal_in'), $g->number('length_ft'), $g->number('hours'))]),
            new Calculation('test.as2566', 'Make-up allowance at constant pressure',
                [Input::number('length_km', 'km', 0.0), Input::number('diameter_m', 'm', 0.0), Input::number('head_m', 'm', 0.0)], ['allowance_l_h'],
                [MakeUp::source('as2566')],
                static fn (Given $g): array => ['allowance_l_h' => MakeUp::as2566LitresPerHour(
                    $g->number('length_km'), $g->number('diameter_m'), $g->number('head_m'),
                )]),
            new Calculation('test.as2566-pe', 'Make-up of hour 4 to 5 against hour 2 to 3 of a PE main',
                [
                    Input::number('v1_l', 'L', -1e-12), Input::number('v2_l', 'L', -1e-12), Input::number('length_km', 'km', 0.0),
                    Input::number('diameter_m', 'm', 0.0), Input::number('head_m', 'm', 0.0),
                ],
                ['limit_l', 'verdict'], [MakeUp::source('as2566')],
                static fn (Given $g): array => MakeUp::as2566Pe(
                    $g->number('v1_l'), $g->number('v2_l'), $g->number('length_km'), $g->number('diameter_m'), $g->number('head_m'),
                )),
            new Calculation('test.pe-decay', 'Decay of a shut PE main on log–log paper',
                [Input::numbers('pressures_kpa', 'kPa'), Input::numbers('times_min', 'min'), Input::number('load_min', 'min', 0.0)],
                ['n1', 'n2', 'ratio', 'reading'], [PeDecay::source()],
                static fn (Given $g): array => PeDecay::read($g->numbers('pressures_kpa'), $g->numbers('times_min'), $g->number('load_min'))),
        ];
    }

    /** @return list<Calculation> */
    private static function sewers(): array
    {
        return [
            new Calculation('test.en1610-air', 'Air test of a gravity sewer: time, start pressure and drop',
                [Input::choice('method', ['LA', 'LB', 'LC', 'LD']), Input::number('dn_mm', 'mm', 0.0), Input::choice('pipe', ['dry_concrete', 'other'])],
                ['time_min', 'p0_mbar', 'drop_mbar'], [Sewer::source('en1610')],
                static fn (Given $g): array => Sewer::en1610Air($g->text('method'), $g->number('dn_mm'), $g->text('pipe'))),
            new Calculation('test.en1610-water', 'Water test of a gravity sewer',
                [
                    Input::number('dn_mm', 'mm', 0.0), Input::number('length_m', 'm', -1e-12), Input::number('chamber_area_m2', 'm²', -1e-12, 0.0),
                    Input::choice('scope', ['pipes', 'pipes_and_chambers', 'chambers']), Input::number('added_l', 'L', -1e-12),
                ],
                ['limit_l', 'verdict'], [Sewer::source('en1610')],
                static fn (Given $g): array => Sewer::en1610Water(
                    $g->number('dn_mm'), $g->number('length_m'), $g->number('chamber_area_m2'), $g->text('scope'), $g->number('added_l'),
                )),
            new Calculation('test.f1417', 'Low-pressure air test of a plastic sewer',
                [Input::number('diameter_in', 'in', 0.0), Input::number('length_ft', 'ft', 0.0), Input::number('groundwater_ft', 'ft', -1e-12, 0.0)],
                ['k', 'time_s', 'start_psi', 'end_psi'], [Sewer::source('f1417')],
                static fn (Given $g): array => Sewer::f1417($g->number('diameter_in'), $g->number('length_ft'), $g->number('groundwater_ft'))),
            new Calculation('test.c924', 'Low-pressure air test of a concrete sewer',
                [Input::number('diameter_in', 'in', 0.0), Input::number('length_ft', 'ft', 0.0)], ['time_min'], [Sewer::source('c924')],
                static fn (Given $g): array => ['time_min' => Sewer::c924Minutes($g->number('diameter_in'), $g->number('length_ft'))]),
        ];
    }

    /** @return list<Calculation> */
    private static function others(): array
    {
        return [
            new Calculation('test.gas-plastic', 'Least and greatest test pressure of a plastic gas main',
                [
                    Input::number('maop_psi', 'psi', 0.0), Input::number('hdb_psi', 'psi', 0.0)->optional(), Input::number('dr', '', 1.0)->optional(),
                    Input::number('design_factor', '', 0.0)->optional(),
                ],
                ['min_test_psi', 'max_test_psi'], [Gas::source()],
                static fn (Given $g): array => Gas::limits($g->number('maop_psi'), $g->maybe('hdb_psi'), $g->maybe('dr'), $g->maybe('design_factor'))),
            new Calculation('test.gas-correct', 'Gauge pressure to expect of a tight gas main after temperature and barometer have changed',
                [
                    Input::number('p1_kpa_gauge', 'kPa gauge'), Input::number('t1_c', '°C', -273.15), Input::number('baro1_kpa', 'kPa', 0.0),
                    Input::number('t2_c', '°C', -273.15), Input::number('baro2_kpa', 'kPa', 0.0),
                ],
                ['expected_p2_kpa_gauge'], [Source::arithmetic('p2 = (p1 + b1)·T2/T1 − b2, absolute temperatures')],
                static fn (Given $g): array => ['expected_p2_kpa_gauge' => Gas::expectedKpa(
                    $g->number('p1_kpa_gauge'), $g->number('t1_c'), $g->number('baro1_kpa'), $g->number('t2_c'), $g->number('baro2_kpa'),
                )]),
            new Calculation('test.gauge-window', 'What the gauge may show: test pressure at the high point, no more than the pipe takes at the low one',
                [
                    Input::number('test_kpa', 'kPa', 0.0), Input::number('max_kpa', 'kPa', 0.0), Input::number('gauge_level_m', 'm'),
                    Input::number('low_level_m', 'm'), Input::number('high_level_m', 'm'),
                ],
                ['min_gauge_kpa', 'max_gauge_kpa', 'feasible'], [HydrostaticHead::source()],
                static fn (Given $g): array => $g->number('low_level_m') <= $g->number('high_level_m') ? Staging::gaugeWindow(
                    $g->number('test_kpa'), $g->number('max_kpa'), $g->number('gauge_level_m'), $g->number('low_level_m'), $g->number('high_level_m'),
                )
                    : throw InvalidInput::field(
                        'low_level_m', 'The low point lies above the high point. Swap the levels.', $g->number('low_level_m'), $g->number('high_level_m'),
                    )),
            new Calculation('test.fill', 'Volume, rate and time of filling',
                [Input::number('id_mm', 'mm', 0.0), Input::number('length_m', 'm', 0.0), Input::number('velocity_m_s', 'm/s', 0.0, 0.3)],
                ['volume_m3', 'rate_l_s', 'time_min'], [Source::commonPractice('filling at 0.3 m/s or less'), Source::arithmetic('area × velocity')],
                static fn (Given $g): array => Staging::fill($g->number('id_mm'), $g->number('length_m'), $g->number('velocity_m_s'))),
            new Calculation('test.rtp', 'Steps, settling and ramp of a spoolable composite line',
                [Input::number('rated_kpa', 'kPa', 0.0), Input::number('length_m', 'm', 0.0), Input::number('factor', '', 0.0)],
                ['steps', 'settle_min', 'max_ramp_kpa_min', 'overshoot_kpa'], [Staging::rtpSource()],
                static fn (Given $g): array => Staging::rtp($g->number('rated_kpa'), $g->number('length_m'), $g->number('factor'))),
        ];
    }

    /** @return array{allowance_l_h: float, allowance_gal_h: float} */
    private static function allowance(Given $g): array
    {
        [$m, $mm, $kpa] = [$g->maybe('length_m'), $g->maybe('diameter_mm'), $g->maybe('pressure_kpa')];
        [$ft, $in, $psi] = [$g->maybe('length_ft'), $g->maybe('diameter_in'), $g->maybe('pressure_psi')];
        $gallons = match (true) {
            $ft !== null && $in !== null && $psi !== null => MakeUp::c600GalPerHour($ft, $in, $psi),
            $m !== null && $mm !== null && $kpa !== null => Volume::of(MakeUp::c600LitresPerHour($m, $mm, $kpa), 'L')->in('US gal'),
            default => throw InvalidInput::field('length_m', 'Give length_m, diameter_mm and pressure_kpa; or length_ft, diameter_in and pressure_psi.'),
        };

        return ['allowance_l_h' => Volume::of($gallons, 'US gal')->in('L'), 'allowance_gal_h' => $gallons];
    }
}
