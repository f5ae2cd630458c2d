<?php

declare(strict_types=1);

namespace App\Demo;

use Diastoma\Core\Label\FusionLabel;

/** The label of a made-up fitting, for simulated jobs where nobody holds one. All values invented. */
final class SampleLabel
{
    public const VOLTAGE_V = 40;

    public const FUSION_TIME_S = 260;

    public const COOLING_MIN = 20;

    /** @return array{code: string, dn_mm: int, voltage_v: int, fusion_time_s: int, cooling_min: int, length_mm: int} */
    public static function of(int $dnMm): array
    {
        $digits = '73120418'.sprintf('%03d', $dnMm).'1'.self::VOLTAGE_V.'064'.'5'.self::FUSION_TIME_S.'00';

        return ['code' => $digits.FusionLabel::checkDigit($digits), 'dn_mm' => $dnMm, 'voltage_v' => self::VOLTAGE_V, 'fusion_time_s' => self::FUSION_TIME_S, 'cooling_min' => self::COOLING_MIN, 'length_mm' => 210];
    }
}
