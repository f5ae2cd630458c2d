<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Acceptance;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Volume;
use Diastoma\Core\Rulebook\Source;

/** Water that may be added to hold a pressure, by the several rules of the trade. */
final class MakeUp
{
    /** AWWA C600 and C605 today; older editions divide by 133 200. */
    private const C600 = 148000.0;

    public const C600_OLDER = 133200.0;

    /** US gallons per 100 ft after 1, 2 and 3 hours, by nominal inches: AWWA M55 and the PE pipe handbook, from memory. */
    public const PE = [
        '1.25' => [0.06, 0.10, 0.16], '1.5' => [0.07, 0.10, 0.17], '2' => [0.07, 0.11, 0.19], '3' => [0.10, 0.15, 0.25], '4' => [0.13, 0.25, 0.40],
        '6' => [0.3, 0.6, 0.9], '8' => [0.5, 1.0, 1.5],
        '10' => [0.8, 1.3, 2.1], '12' => [1.1, 2.3, 3.4], '14' => [1.4, 2.8, 4.2], '16' => [1.7, 3.3, 5.0], '18' => [2.0, 4.3, 6.5],
        '20' => [2.8, 5.5, 8.0], '22' => [3.5, 7.0, 10.5], '24' => [4.5, 8.9, 13.3],
        '26' => [5.0, 10.0, 15.0], '28' => [5.5, 11.1, 16.8], '30' => [6.3, 12.7, 19.2], '32' => [7.0, 14.3, 21.5], '34' => [8.0, 16.2, 24.3],
        '36' => [9.0, 18.0, 27.0], '42' => [12.0, 23.1, 35.3], '48' => [15.0, 27.0, 43.0],
    ];

    /** L = S·D·√P/148 000, US gal/h with feet, inches and psi. */
    public static function c600GalPerHour(float $lengthFt, float $diameterIn, float $pressurePsi, float $divisor = self::C600): float
    {
        return $lengthFt * $diameterIn * sqrt($pressurePsi) / $divisor;
    }

    public static function c600LitresPerHour(float $lengthM, float $diameterMm, float $pressureKpa, float $divisor = self::C600): float
    {
        $gallons = self::c600GalPerHour(
            Length::of($lengthM, 'm')->in('ft'), Length::of($diameterMm, 'mm')->in('in'), Pressure::of(max(0.0, $pressureKpa), 'kPa')->in('psi'), $divisor,
        );

        return Volume::of($gallons, 'US gal')->in('L');
    }

    /** @throws InvalidInput if the size or the hours are not in the table */
    public static function peGallons(float $nominalIn, float $lengthFt, float $hours): float
    {
        $row = self::PE[(string) $nominalIn] ?? throw InvalidInput::field(
            'nominal_in', "Size {$nominalIn} in is not in the table. Known: ".implode(', ', array_keys(self::PE)).'.', $nominalIn,
        );
        $per = $row[(int) round($hours) - 1] ?? null;
        if ($per === null || abs($hours - round($hours)) > 1e-9) {
            throw InvalidInput::field('hours', "The table gives 1, 2 and 3 hours, not {$hours}.", $hours, [1, 3]);
        }

        return $per * $lengthFt / 100;
    }

    /** AS/NZS 2566.2: L/h per km, m of diameter and m of head. */
    public static function as2566LitresPerHour(float $lengthKm, float $diameterM, float $headM, ?MethodLimits $limits = null): float
    {
        return ($limits ?? MethodLimits::shipped())->value('test.as2566.l_h') * $lengthKm * $diameterM * $headM;
    }

    /** @return array{limit_l: float, verdict: string} */
    public static function as2566Pe(float $v1L, float $v2L, float $lengthKm, float $diameterM, float $headM, ?MethodLimits $limits = null): array
    {
        $limits ??= MethodLimits::shipped();
        $limit = $limits->value('test.as2566.pe_share') * $v1L + self::as2566LitresPerHour($lengthKm, $diameterM, $headM, $limits);

        return ['limit_l' => $limit, 'verdict' => Compare::atMost($v2L, $limit) ? 'pass' : 'fail'];
    }

    public static function source(string $rule): Source
    {
        return match ($rule) {
            'c600' => Source::standard('AWWA C600, C605', 'testing allowance; older editions divide by 133 200'),
            'c604' => Source::fromMemory('AWWA C604, M11', 'testing of steel mains'),
            'pe' => Source::fromMemory('AWWA M55 and the PE pipe handbook', 'make-up table'),
            default => Source::fromMemory('AS/NZS 2566.2', 'App. M'),
        };
    }
}
