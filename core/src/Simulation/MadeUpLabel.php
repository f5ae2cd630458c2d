<?php

declare(strict_types=1);

namespace Diastoma\Core\Simulation;

use Diastoma\Core\Electrofusion\PipeSize;
use Diastoma\Core\Electrofusion\Saddle\Saddle;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Label\FusionLabel;
use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Situation;

/** The label of a sample fitting, one for each fusion. All values invented. */
final readonly class MadeUpLabel
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

    private function __construct(
        public string $code, public float $printedMm, public int $voltageV, public float $resistanceOhm, public int $timeS, public int $minutes,
        public int $lengthMm,
    ) {
    }

    public static function of(Procedure $procedure, Situation $s, Weld $weld): self
    {
        $dn = $s->facts->maybe('dn_mm') ?? 180.0;

        return self::kind(match (true) {
            $weld->isPreheat => 'preheat', str_starts_with($weld->name, 'side') => 'side', preg_match('/\Ar\d\z/', $weld->name) === 1 => 'restraint',
            $procedure instanceof Saddle => 'saddle', default => 'coupler'
        }, $dn, $s->facts->maybe('label_size_mm') === null ? $dn : PipeSize::printedMm($s));
    }

    public static function kind(string $kind, float $dnMm, float $printedMm): self
    {
        [$volts, $ohms, $time, $minutes, $length] = self::KINDS[$kind] ?? self::KINDS['coupler'];
        $digits = '73120418'.sprintf('%03d', min(999, (int) round($dnMm))).'1'.$volts.sprintf('%03d', (int) round(100 * $ohms)).'5'.sprintf('%03d', $time).'00';

        return new self($digits.FusionLabel::checkDigit($digits), $printedMm, $volts, $ohms, $time, $minutes, $length);
    }

    /** @return array<string, float|int|string> what is printed on it and what the unit shows, by key of a weld's readings */
    public function printed(Weld $weld): array
    {
        return [
            $weld->key('label_code') => $this->code, $weld->key('printed_dn_mm') => $this->printedMm, $weld->key('printed_voltage_v') => $this->voltageV,
            $weld->key('unit_shows_voltage_v') => $this->voltageV,
            $weld->key('printed_fusion_time_s') => $this->timeS, $weld->key('unit_shows_time_s') => $this->timeS,
            $weld->key('printed_cooling_min') => $this->minutes, $weld->key('precool_min') => $this->minutes,
            $weld->key('printed_test_wait_min') => 4 * $this->minutes, $weld->key('printed_resistance_ohm') => $this->resistanceOhm,
        ];
    }
}
