<?php

declare(strict_types=1);

namespace Diastoma\Core\Reckoner;

/**
 * What a calculation works by, as one line for each figure, where one line says it: first in words, then with the numbers that were given. What is worked out
 * step by step or read from a table has none; its sources say where it comes from. A test works each line out and holds it against the calculation.
 */
final class Formulas
{
    /** @var array<string, list<string>> by calculation; names in braces are inputs and results, in their own units */
    private const LINES = [
        'pipe.mean-od' => ['{mean_od_mm} = {circumference_mm} ÷ π'],
        'pe.pressure-rating' => ['{pn_bar} = 20 × {mrs_mpa} ÷ ({design_coefficient} × ({sdr} − 1))'],
        'pe.us-rating' => ['{pr_psi} = 2 × {hds_psi} × {design_factor} ÷ ({dr} − 1)'],
        'ef.energy' => [
            '{current_a} = {voltage_v} ÷ {resistance_ohm}', '{power_w} = {voltage_v}² ÷ {resistance_ohm}',
            '{energy_kj} = {voltage_v}² ÷ {resistance_ohm} × {time_s} ÷ 1000',
        ],
        'ef.scrape' => ['{removal_mm} = ({od_before_mm} − {od_after_mm}) ÷ 2', '{gap_mm} = ({bore_mm} − {od_after_mm}) ÷ 2'],
        'ef.fusion-time' => ['{time_s} = {nominal_s} × (1 + {coefficient_per_c} × ({reference_c} − {ambient_c}))'],
        'ef.supply' => [
            '{current_a} = {voltage_v} ÷ {resistance_ohm}', '{power_kw} = {voltage_v}² ÷ {resistance_ohm} ÷ 1000',
            '{generator_kva} = {voltage_v}² ÷ {resistance_ohm} ÷ 1000 ÷ ({efficiency} × {power_factor})',
            '{cable_drop_v} = 2 × {cable_m} ÷ (58 × {cable_mm2}) × {voltage_v} ÷ {resistance_ohm}',
        ],
        'gasketed.offset' => [
            '{offset_mm} = 1000 × {length_m} × sin({angle_deg})', '{radius_m} = {length_m} ÷ (2 × tan({angle_deg} ÷ 2))',
        ],
        'gasketed.combined' => ['{angle_deg} = atan(√(tan({horizontal_deg})² + tan({vertical_deg})²))'],
        'gasketed.chamfer' => ['{depth_mm} = {wall_mm} ÷ 2', '{length_mm} = {wall_mm} ÷ 2 ÷ tan({angle_deg})'],
        'test.gas-correct' => [
            '{expected_p2_kpa_gauge} = ({p1_kpa_gauge} + {baro1_kpa}) × ({t2_c} + 273.15) ÷ ({t1_c} + 273.15) − {baro2_kpa}',
        ],
        'test.fill' => [
            '{volume_m3} = π ÷ 4 × ({id_mm} ÷ 1000)² × {length_m}', '{rate_l_s} = π ÷ 4 × ({id_mm} ÷ 1000)² × {velocity_m_s} × 1000',
            '{time_min} = {length_m} ÷ {velocity_m_s} ÷ 60',
        ],
        'bolting.torque' => ['{torque_nm} = {nut_factor} × {diameter_mm} × {tension_kn}'],
        'bolting.retorque' => ['{torque_nm} = 1.2 × {label_nm}'],
        'coupling.insertion' => ['{each_side_mm} = ({length_mm} − {gap_mm}) ÷ 2'],
        'repair.spool' => ['{spool_mm} = {cut_out_mm} − 2 × {gap_mm}'],
        'tapping.ejection' => ['{force_n} = {pressure_kpa} ÷ 1000 × π ÷ 4 × {rod_mm}²'],
        'pipe.thermal' => ['{movement_mm} = 1000 × {expansion_per_c} × {length_m} × {change_c}'],
        'cover.deflection' => ['{deflection_percent} = 100 × ({inside_mm} − {vertical_mm}) ÷ {inside_mm}'],
        'cover.mandrel' => ['{mandrel_mm} = {base_inside_mm} × (1 − {limit_percent} ÷ 100)'],
    ];

    private const FIGURES = 7;

    /** @return list<string> with names in braces */
    public static function of(string $id): array
    {
        return self::LINES[$id] ?? [];
    }

    /**
     * @param  array<mixed>  $given  what was given, by name
     * @param  array<string, mixed>  $result
     * @return list<array{said: string, with: string}> in words, and with the numbers; a line that wants what was not given is left out
     */
    public static function with(string $id, array $given, array $result): array
    {
        $lines = [];
        foreach (self::of($id) as $line) {
            $all = [...$given, ...$result];
            $isWhole = preg_match_all('/{(\w+)}/', $line, $names) > 0
                && array_filter($names[1], static fn (string $name): bool => ! is_int($all[$name] ?? null) && ! is_float($all[$name] ?? null)) === [];
            if ($isWhole) {
                $lines[] = ['said' => self::filled($line, Name::withUnit(...)), 'with' => self::filled(
                    $line, static fn (string $name): string => self::number($all[$name]),
                )];
            }
        }

        return $lines;
    }

    /** @param  \Closure(string): string  $by */
    private static function filled(string $line, \Closure $by): string
    {
        return (string) preg_replace_callback('/{(\w+)}/', static fn (array $m): string => $by($m[1]), $line);
    }

    private static function number(mixed $value): string
    {
        $number = is_int($value) || is_float($value) ? (float) $value : 0.0;
        $text = rtrim(rtrim(sprintf('%.'.max(0, self::FIGURES - 1 - (int) floor(log10(max(1e-9, abs($number))))).'F', $number), '0'), '.');

        return $number < 0.0 ? '(−'.ltrim($text, '-').')' : $text;
    }
}
