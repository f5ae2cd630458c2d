<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/** Gravity sewers with air or water. */
final class Sewer
{
    /** EN 1610: start pressure and allowed drop, mbar. */
    public const EN1610 = ['LA' => [10.0, 2.5], 'LB' => [50.0, 10.0], 'LC' => [100.0, 15.0], 'LD' => [200.0, 15.0]];

    private const LARGEST_KP = 0.058;

    /** EN 1610: L per m² of wetted inside. */
    private const WATER = ['pipes' => 0.15, 'pipes_and_chambers' => 0.20, 'chambers' => 0.40];

    /** ASTM C924: minutes per 100 ft for 3.5 to 2.5 psi, by inches; from memory. */
    private const C924 = ['4' => 0.3, '6' => 0.7, '8' => 1.2, '10' => 1.5, '12' => 1.8, '15' => 2.1, '18' => 2.4, '21' => 3.0, '24' => 3.6];

    private const PSI_PER_FT = 0.43;

    private const HIGHEST_PSI = 9.0;

    /**
     * t = (1/Kp)·ln(p0/(p0 − Δp)) min, Kp = 12/DN (dry concrete 16/DN) but 0.058 at most; rounded to half a minute up to 5 min, else to a minute.
     *
     * @return array{time_min: float, p0_mbar: float, drop_mbar: float}
     */
    public static function en1610Air(string $method, float $dnMm, string $pipe): array
    {
        [$p0, $drop] = self::start($method);
        $kp = min(($pipe === 'dry_concrete' ? 16.0 : 12.0) / $dnMm, self::LARGEST_KP);
        $minutes = log($p0 / ($p0 - $drop)) / $kp;

        return ['time_min' => $minutes <= 5.0 ? round($minutes * 2) / 2 : round($minutes), 'p0_mbar' => $p0, 'drop_mbar' => $drop];
    }

    /**
     * @return array{float, float} start pressure and allowed drop, mbar
     *
     * @throws InvalidInput if there is no such method
     */
    private static function start(string $method): array
    {
        return self::EN1610[$method] ?? throw InvalidInput::field('method', "There is no air method “{$method}”. Known: LA, LB, LC, LD.", $method);
    }

    /** @return array{limit_l: float, verdict: string} */
    public static function en1610Water(float $dnMm, float $lengthM, float $chamberAreaM2, string $scope, float $addedL): array
    {
        $pipes = M_PI * $dnMm / 1000 * $lengthM;
        $area = match ($scope) {
            'pipes' => $pipes, 'chambers' => $chamberAreaM2, default => $pipes + $chamberAreaM2
        };
        $limit = self::WATER[$scope] * $area;

        return ['limit_l' => $limit, 'verdict' => Compare::atMost($addedL, $limit) ? 'pass' : 'fail'];
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
        $k = max(0.000419 * $diameterIn * $lengthFt, 1.0);
        $start = 3.5 + self::PSI_PER_FT * $groundwaterFt;
        if ($start > self::HIGHEST_PSI) {
            throw InvalidInput::field('groundwater_ft', 'With '.$groundwaterFt.' ft of groundwater above the pipe the test would start at '.round($start, 2).' psi; never above 9 psi. Lower the groundwater, or test with water.', $groundwaterFt);
        }

        return ['k' => $k, 'time_s' => 0.085 * $diameterIn * $k / 0.0015, 'start_psi' => $start, 'end_psi' => $start - 1.0];
    }

    /** @throws InvalidInput if the size is not in the table */
    public static function c924Minutes(float $diameterIn, float $lengthFt): float
    {
        $per = self::C924[(string) $diameterIn] ?? throw InvalidInput::field('diameter_in', "Size {$diameterIn} in is not in the table. Known: ".implode(', ', array_keys(self::C924)).'.', $diameterIn);

        return $per * $lengthFt / 100;
    }

    public static function source(string $rule): Source
    {
        return match ($rule) {
            'f1417' => Source::standard('ASTM F1417'), 'c924' => Source::fromMemory('ASTM C924'), default => Source::standard('EN 1610')
        };
    }
}
