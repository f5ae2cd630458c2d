<?php

declare(strict_types=1);

namespace Core\Tests\PressureTest;

use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\Quantity\UnitSystem;

/** Sections to test on, one of each service; a test changes what it is about. */
final class Sections
{
    /**
     * The section that a method was made for, the one that it suits best.
     *
     * @param  array<string, mixed>  $change  of a main under pressure
     */
    public static function for(TestMethod $method, array $change = []): TestSection
    {
        $concrete = ['parts' => [['material' => 'concrete', 'length_m' => 60.0, 'dn_mm' => 300.0, 'inside_mm' => 300.0, 'wall_mm' => 50.0]]];
        $best = null;
        $first = INF;
        foreach ([
            self::iron($change), self::pe($change), self::steel($change), self::composite($change), self::sewer(), self::sewer($concrete), self::gas(),
        ] as $section) {
            foreach ([UnitSystem::Metric, UnitSystem::UsCustomary] as $units) {
                $rank = $method->suits($section, $units)['rank'] ?? INF;
                [$best, $first] = $rank < $first ? [$section, $rank] : [$best, $first];
            }
        }

        return $best ?? throw new \LogicException("No section suits {$method->id()}: add one here.");
    }

    /** @param  array<string, mixed>  $change */
    public static function pe(array $change = []): TestSection
    {
        return self::of(
            [
                'service' => 'water', 'parts' => [['material' => 'pe', 'length_m' => 120.0, 'dn_mm' => 180.0, 'inside_mm' => 147.2, 'wall_mm' => 16.4]],
                'working_kpa' => 700.0, 'owner_test_kpa' => 1500.0,
            ],
            $change,
        );
    }

    /** @param  array<string, mixed>  $change */
    public static function iron(array $change = []): TestSection
    {
        return self::of(
            [
                'service' => 'water', 'parts' => [['material' => 'iron', 'length_m' => 400.0, 'dn_mm' => 300.0, 'inside_mm' => 306.0, 'wall_mm' => 7.2]],
                'working_kpa' => 800.0, 'ratings' => [['name' => 'valve', 'kpa' => 1600.0]],
            ],
            $change,
        );
    }

    /** @param  array<string, mixed>  $change */
    public static function steel(array $change = []): TestSection
    {
        return self::of(
            [
                'service' => 'water', 'parts' => [['material' => 'steel', 'length_m' => 400.0, 'dn_mm' => 304.8, 'inside_mm' => 304.8, 'wall_mm' => 6.4]],
                'working_kpa' => 800.0, 'welded' => false, 'ratings' => [['name' => 'valve', 'kpa' => 1600.0]],
            ],
            $change,
        );
    }

    /** @param  array<string, mixed>  $change */
    public static function sewer(array $change = []): TestSection
    {
        return self::of(
            [
                'service' => 'sewer_gravity',
                'parts' => [['material' => 'pvc', 'length_m' => 60.0, 'dn_mm' => 300.0, 'inside_mm' => 290.0, 'wall_mm' => 10.0]],
                'profile' => [[0, 40.0], [60, 40.4]], 'gauge_resolution_kpa' => 0.01,
            ],
            $change,
        );
    }

    /** @param  array<string, mixed>  $change */
    public static function gas(array $change = []): TestSection
    {
        return self::of(
            [
                'service' => 'gas', 'parts' => [['material' => 'pe', 'length_m' => 300.0, 'dn_mm' => 110.0, 'inside_mm' => 90.0, 'wall_mm' => 10.0]],
                'working_kpa' => 400.0,
            ],
            $change,
        );
    }

    /** @param  array<string, mixed>  $change */
    public static function composite(array $change = []): TestSection
    {
        return self::of(
            [
                'service' => 'water',
                'parts' => [['material' => 'composite', 'length_m' => 1200.0, 'dn_mm' => 100.0, 'inside_mm' => 78.0, 'wall_mm' => 11.0]],
                'working_kpa' => 6000.0, 'ratings' => [['name' => 'pipe', 'kpa' => 6900.0]], 'gauge_resolution_kpa' => 1.0,
            ],
            $change,
        );
    }

    /**
     * @param  array<string, mixed>  $facts
     * @param  array<string, mixed>  $change
     */
    private static function of(array $facts, array $change): TestSection
    {
        return TestSection::fromArray([
            ...[
                'profile' => [[0, 0.0], [1000, 0.0]], 'fittings' => [], 'ratings' => [['name' => 'pipe', 'kpa' => 1000.0]], 'water_c' => 12.0,
                'gauge_level_m' => 0.0,
            ],
            ...$facts, ...$change,
        ]);
    }
}
