<?php

declare(strict_types=1);

namespace App\Demo;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Label\FusionLabel;

/** The labels of made-up fittings, for simulated jobs where nobody holds one. All values invented. */
final class SampleLabel
{
    public const VOLTAGE_V = 40;

    public const FUSION_TIME_S = 260;

    public const COOLING_MIN = 20;

    /** kind => [fusion or preheat voltage V, resistance Ω, time s, cooling or pre-cooling min, length or width mm] */
    private const KINDS = [
        'coupler' => [self::VOLTAGE_V, 0.64, self::FUSION_TIME_S, self::COOLING_MIN, 210],
        'saddle' => [40, 1.3, 110, 15, 160],
        'restraint' => [40, 2.2, 120, 15, 120],
        'preheat' => [24, 0.52, 300, 10, 500],
        'side' => [48, 0.52, 900, 90, 500],
    ];

    /** @return array{code: string, dn_mm: int, voltage_v: int, fusion_time_s: int, cooling_min: int, length_mm: int, resistance_ohm: float, material: string, sdr_from: int, sdr_to: int} */
    public static function of(int $dnMm, string $method = '', ?Weld $weld = null): array
    {
        $kind = match (true) {
            $weld?->isPreheat === true => 'preheat',
            $weld !== null && str_starts_with($weld->name, 'side') => 'side',
            $weld !== null && preg_match('/\Ar\d\z/', $weld->name) === 1 => 'restraint',
            str_ends_with($method, 'saddle') || str_ends_with($method, 'tee') => 'saddle',
            default => 'coupler',
        };
        [$volts, $ohms, $time, $minutes, $length] = self::KINDS[$kind];
        $digits = '73120418'.sprintf('%03d', $dnMm).'1'.$volts.sprintf('%03d', (int) round(100 * $ohms)).'5'.sprintf('%03d', $time).'00';

        return [
            'code' => $digits.FusionLabel::checkDigit($digits), 'dn_mm' => $dnMm, 'voltage_v' => $volts, 'fusion_time_s' => $time, 'cooling_min' => $minutes, 'length_mm' => $length,
            'resistance_ohm' => $ohms, 'material' => 'PE 100', 'sdr_from' => 11, 'sdr_to' => 17,
        ];
    }

    /**
     * One for each fusion of a procedure, by the weld's name.
     *
     * @param  list<Weld>  $welds
     * @return array<string, array<string, mixed>>
     */
    public static function each(int $dnMm, string $method, array $welds): array
    {
        $labels = [];
        foreach ($welds as $weld) {
            $labels[$weld->name] = self::of($dnMm, $method, $weld);
        }

        return $labels;
    }
}
