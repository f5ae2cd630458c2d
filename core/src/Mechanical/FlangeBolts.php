<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/** Bolts of flanges by size and class: how many, and which thread. Values from memory; the flange's own holes govern. */
final class FlangeBolts
{
    public const EN1092 = 'en1092';

    public const B16_5 = 'b16_5';

    /** DN => bolts and thread, by PN. EN 1092-1 (values from memory). */
    private const EN = [
        6 => [
            40 => '4 M12', 50 => '4 M12', 65 => '4 M12', 80 => '4 M16', 100 => '4 M16', 125 => '8 M16', 150 => '8 M16', 200 => '8 M16', 250 => '12 M16',
            300 => '12 M20', 350 => '12 M20', 400 => '16 M20', 450 => '16 M20', 500 => '20 M20', 600 => '20 M24',
        ],
        10 => [
            40 => '4 M16', 50 => '4 M16', 65 => '8 M16', 80 => '8 M16', 100 => '8 M16', 125 => '8 M16', 150 => '8 M20', 200 => '8 M20', 250 => '12 M20',
            300 => '12 M20', 350 => '16 M20', 400 => '16 M24', 450 => '20 M24', 500 => '20 M24', 600 => '20 M27', 700 => '24 M27', 800 => '24 M30',
            900 => '28 M30', 1000 => '28 M33', 1200 => '32 M36',
        ],
        16 => [
            40 => '4 M16', 50 => '4 M16', 65 => '8 M16', 80 => '8 M16', 100 => '8 M16', 125 => '8 M16', 150 => '8 M20', 200 => '12 M20', 250 => '12 M24',
            300 => '12 M24', 350 => '16 M24', 400 => '16 M27', 450 => '20 M27', 500 => '20 M30', 600 => '20 M33', 700 => '24 M33', 800 => '24 M36',
            900 => '28 M36', 1000 => '28 M39', 1200 => '32 M45',
        ],
        25 => [
            40 => '4 M16', 50 => '4 M16', 65 => '8 M16', 80 => '8 M16', 100 => '8 M20', 125 => '8 M24', 150 => '8 M24', 200 => '12 M24', 250 => '12 M27',
            300 => '16 M27', 350 => '16 M30', 400 => '16 M33', 500 => '20 M33', 600 => '20 M36',
        ],
        40 => [
            40 => '4 M16', 50 => '4 M16', 65 => '8 M16', 80 => '8 M16', 100 => '8 M20', 125 => '8 M24', 150 => '8 M24', 200 => '12 M27', 250 => '12 M30',
            300 => '16 M30', 350 => '16 M33', 400 => '16 M36',
        ],
    ];

    /** Size in inches => bolts and diameter, by class. ASME B16.5 (values from memory). */
    private const B = [
        150 => [
            '1.5' => '4 1/2 in', '2' => '4 5/8 in', '2.5' => '4 5/8 in', '3' => '4 5/8 in', '4' => '8 5/8 in', '5' => '8 3/4 in', '6' => '8 3/4 in',
            '8' => '8 3/4 in', '10' => '12 7/8 in', '12' => '12 7/8 in', '14' => '12 1 in', '16' => '16 1 in', '18' => '16 1 1/8 in', '20' => '20 1 1/8 in',
            '24' => '20 1 1/4 in',
        ],
        300 => [
            '1.5' => '4 3/4 in', '2' => '8 5/8 in', '2.5' => '8 3/4 in', '3' => '8 3/4 in', '4' => '8 3/4 in', '5' => '8 3/4 in', '6' => '12 3/4 in',
            '8' => '12 7/8 in', '10' => '16 1 in', '12' => '16 1 1/8 in', '14' => '20 1 1/8 in', '16' => '20 1 1/4 in', '18' => '24 1 1/4 in',
            '20' => '24 1 1/4 in', '24' => '24 1 1/2 in',
        ],
    ];

    /**
     * @param  self::EN1092|self::B16_5  $standard
     * @param  float  $size  DN, or inches
     * @param  float  $class  PN, or pound class
     * @return array{bolts: int, bolt_size: string}
     *
     * @throws InvalidInput if the table has no such size or class
     */
    public static function of(string $standard, float $size, float $class): array
    {
        $all = $standard === self::EN1092 ? self::EN : self::B;
        $classes = array_keys($all);
        $rows = $all[(int) round($class)] ?? throw InvalidInput::field(
            'class', "There is no class {$class} in this table. Known: ".implode(', ', $classes).'.', $class, max($classes),
        );
        foreach ($rows as $known => $bolts) {
            if (abs((float) $known - $size) < 1e-6) {
                [$count, $thread] = explode(' ', $bolts, 2);

                return ['bolts' => (int) $count, 'bolt_size' => $thread];
            }
        }

        throw InvalidInput::field('size', "There is no size {$size} in this table. Known: ".implode(', ', array_keys($rows)).'.', $size);
    }

    public static function source(string $standard): Source
    {
        return Source::fromMemory($standard === self::EN1092 ? 'EN 1092-1' : 'ASME B16.5');
    }
}
