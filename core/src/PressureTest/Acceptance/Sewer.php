<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Rulebook\Source;

/** Gravity sewers with air or water. */
final class Sewer
{
    /** EN 1610. */
    public const EN1610 = ['LA', 'LB', 'LC', 'LD'];

    private const LARGEST_KP = 0.058;

    /** EN 1610: L per m² of wetted inside. */
    private const WATER = ['pipes' => 'pipes', 'pipes_and_chambers' => 'both', 'chambers' => 'chambers'];

    /** Sizes of ASTM C924's table, inches. */
    private const C924 = [4, 6, 8, 10, 12, 15, 18, 21, 24];

    private const PSI_PER_FT = 0.43;

    /** Where EN 1610, table 3 prints a longer time than its rule gives, min: 7 for 6.5, value from memory. */
    private const PRINTED_LONGER = ['LD other 1000' => 7.0];

    /**
     * t = (1/Kp)·ln(p0/(p0 − Δp)) min, Kp = 12/DN (dry concrete 16/DN) but 0.058 at most; rounded to half a minute up to 5 min, else to a minute.
     *
     * @return array{time_min: float, p0_mbar: float, drop_mbar: float}
     */
    public static function en1610Air(string $method, float $dnMm, string $pipe, ?MethodLimits $limits = null): array
    {
        [$p0, $drop] = self::start($method, $limits ?? MethodLimits::shipped());
        $minutes = log($p0 / ($p0 - $drop)) / self::kp($dnMm, $pipe);

        return [
            'time_min' => max($minutes <= 5.0 ? round($minutes * 2) / 2 : round($minutes), self::PRINTED_LONGER["{$method} {$pipe} {$dnMm}"] ?? 0.0),
            'p0_mbar' => $p0, 'drop_mbar' => $drop,
        ];
    }

    /** Kp of EN 1610: 12/DN, dry concrete 16/DN, 0.058 at the most. */
    public static function kp(float $dnMm, string $pipe): float
    {
        return min(($pipe === 'dry_concrete' ? 16.0 : 12.0) / $dnMm, self::LARGEST_KP);
    }

    /** A pressure of F1417 or C924, psi. */
    public static function psi(string $id, ?MethodLimits $limits = null): float
    {
        return round(Pressure::of(($limits ?? MethodLimits::shipped())->value($id), 'mbar')->in('psi'), 9);
    }

    /** Start pressure of F1417 without its cap, psi: 3.5 and the groundwater. */
    public static function f1417StartPsi(float $groundwaterFt, ?MethodLimits $limits = null): float
    {
        return self::psi('test.f1417.start_mbar', $limits) + self::PSI_PER_FT * $groundwaterFt;
    }

    /** T = 0.085·D·K/Q, s, for a drop of 1.0 psi, and its K.
     *
     * @return array{float, float}
     */
    public static function f1417Time(float $diameterIn, float $lengthFt): array
    {
        $k = max(0.000419 * $diameterIn * $lengthFt, 1.0);

        return [0.085 * $diameterIn * $k / 0.0015, $k];
    }

    /**
     * @return array{float, float} start pressure and allowed drop, mbar
     *
     * @throws InvalidInput if there is no such method
     */
    private static function start(string $method, MethodLimits $limits): array
    {
        if (! in_array($method, self::EN1610, true)) {
            throw InvalidInput::field('method', "There is no air method “{$method}”. Known: LA, LB, LC, LD.", $method);
        }
        $id = 'test.en1610.'.strtolower($method);

        return [$limits->value("{$id}_start_mbar"), $limits->value("{$id}_drop_mbar")];
    }

    /** @return array{limit_l: float, verdict: string} */
    public static function en1610Water(
        float $dnMm, float $lengthM, float $chamberAreaM2, string $scope, float $addedL, ?MethodLimits $limits = null,
    ): array {
        $pipes = M_PI * $dnMm / 1000 * $lengthM;
        $area = match ($scope) {
            'pipes' => $pipes, 'chambers' => $chamberAreaM2, default => $pipes + $chamberAreaM2
        };
        $limit = self::perM2($scope, $limits) * $area;

        return ['limit_l' => $limit, 'verdict' => Compare::atMost($addedL, $limit) ? 'pass' : 'fail'];
    }

    /** L per wetted m² of a water test by EN 1610. */
    public static function perM2(string $scope, ?MethodLimits $limits = null): float
    {
        return ($limits ?? MethodLimits::shipped())->value('test.en1610.'.(self::WATER[$scope] ?? 'pipes').'_l_m2');
    }

    /**
     * T = 0.085·D·K/Q with K = max(0.000419·D·L, 1) and Q 0.0015 ft³/min per ft²; start and end rise with groundwater.
     *
     * @return array{k: float, time_s: float, start_psi: float, end_psi: float}
     *
     * @throws InvalidInput if groundwater would ask for more than 9 psi
     */
    public static function f1417(float $diameterIn, float $lengthFt, float $groundwaterFt): array
    {
        [$time, $k] = self::f1417Time($diameterIn, $lengthFt);
        $start = self::f1417StartPsi($groundwaterFt);
        if (! Compare::atMost($start + self::psi('test.f1417.above_mbar'), self::psi('test.f1417.highest_mbar'))) {
            throw InvalidInput::field('groundwater_ft', self::airWillNotDo($groundwaterFt, $start), $groundwaterFt);
        }

        return ['k' => $k, 'time_s' => $time, 'start_psi' => $start, 'end_psi' => $start - 1.0];
    }

    public static function airWillNotDo(float $groundwaterFt, float $startPsi, ?MethodLimits $limits = null): string
    {
        [$above, $highest] = [self::psi('test.f1417.above_mbar', $limits), self::psi('test.f1417.highest_mbar', $limits)];

        return 'Air will not do here. With '.round($groundwaterFt, 2).' ft of groundwater above the pipe the test would start at '.round($startPsi, 2)
            .' psi and settle at '.round($startPsi + $above, 2).' psi; never above '.round($highest, 2).' psi. Lower the groundwater, or test with water.';
    }

    /** @throws InvalidInput if the size is not in the table */
    public static function c924Minutes(float $diameterIn, float $lengthFt, ?MethodLimits $limits = null): float
    {
        if (! in_array((int) $diameterIn, self::C924, true) || (float) (int) $diameterIn !== $diameterIn) {
            throw InvalidInput::field(
                'diameter_in', "Size {$diameterIn} in is not in the table. Known: ".implode(', ', self::C924).'.', $diameterIn,
            );
        }

        return ($limits ?? MethodLimits::shipped())->value("test.c924.in_{$diameterIn}_min") * $lengthFt / 100;
    }

    public static function source(string $rule): Source
    {
        return match ($rule) {
            'f1417' => Source::standard('ASTM F1417'), 'c924' => Source::fromMemory('ASTM C924'), default => Source::standard('EN 1610')
        };
    }
}
