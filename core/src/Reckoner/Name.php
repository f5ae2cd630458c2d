<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

use Diastoma\Core\Quantity\Unit;

/** Name of an input or a result, whose end says its unit. */
final class Name
{
    /** What a screen shows in the units of the job; all others are said as they are. */
    private const ENDS = [
        'mm' => Unit::Millimetre, 'm' => Unit::Metre, 'kpa' => Unit::KiloPascal, 'c' => Unit::Celsius, 'k' => Unit::Kelvin, 'nm' => Unit::NewtonMetre,
        'm3' => Unit::CubicMetre, 'l' => Unit::Litre, 'kg' => Unit::Kilogram, 'mbar' => Unit::Millibar,
    ];

    private const UNITS = '(kpa_gauge|m3_per_m|kn_m2|kn_m3|kn_m|t_m3|m_s|l_h|l_s|l_per_h|gal_h|kpa_min|kpa_per_c|ft_lb|mm2|mm|m3|m|m2|km|in|ft|pcf|tsf|s|min|h|'
        .'v|a|w|kw|kva|kj|ohm|c|k|kpa|bar|mbar|psi|mpa|gpa|nm|kn|n|l|gal|kg|deg|w_m2|kg_m3|percent|per_c|per_k|id)';

    /** “od_before_mm” is “od before”. */
    public static function plain(string $name): string
    {
        $plain = (string) preg_replace('/_'.self::UNITS.'\z/', '', $name);

        return str_replace('_', ' ', $plain === '' ? $name : $plain);
    }

    /** “od_before_mm” is “od before (mm)”. */
    public static function withUnit(string $name): string
    {
        $symbol = self::symbol($name);

        return self::plain($name).($symbol === '' ? '' : " ({$symbol})");
    }

    /** @return ?Unit null where it is said alike in every system of units */
    public static function unit(string $name): ?Unit
    {
        if (preg_match('/(_|\A)'.self::UNITS.'\z/', $name, $end) !== 1 || preg_match('/_per_(c|k|m)\z|change_c\z|_kpa_gauge\z/', $name) === 1) {
            return null; // a coefficient, a difference
        }

        return self::ENDS[$end[2]] ?? null;
    }

    /** The unit as it is written, where the name ends with one. */
    public static function symbol(string $name): string
    {
        $signs = [
            'c' => '°C', 'ohm' => 'Ω', 'deg' => '°', 'percent' => '%', 'nm' => 'N·m', 'm3' => 'm³', 'm2' => 'm²', 'mm2' => 'mm²', 'kpa' => 'kPa',
            'kpa_gauge' => 'kPa', 'mpa' => 'MPa', 'gpa' => 'GPa', 'l' => 'L', 'l_h' => 'L/h', 'l_s' => 'L/s', 'l_per_h' => 'L/h', 'gal_h' => 'gal/h',
            'kn' => 'kN', 'n' => 'N', 'v' => 'V', 'a' => 'A', 'w' => 'W', 'kw' => 'kW', 'kva' => 'kVA', 'kj' => 'kJ', 'kg_m3' => 'kg/m³',
            't_m3' => 't/m³', 'm3_per_m' => 'm³/m', 'm_s' => 'm/s', 'ft_lb' => 'ft·lb', 'per_c' => '1/°C', 'per_k' => '1/K', 'kpa_per_c' => 'kPa/°C',
            'kpa_min' => 'kPa/min', 'k' => 'K', 'id' => '', 'kn_m' => 'kN/m', 'kn_m2' => 'kN/m²', 'kn_m3' => 'kN/m³', 'w_m2' => 'W/m²',
            'tsf' => 'tsf', 'pcf' => 'lb/ft³',
        ];

        return preg_match('/_'.self::UNITS.'\z/', $name, $end) === 1 ? $signs[$end[1]] ?? $end[1] : '';
    }
}
