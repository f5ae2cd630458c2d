<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe\Tables;

/**
 * Outside diameters of PE pipe for US work, inches by nominal size.
 *
 * IPS (iron pipe size): ASTM D3035 and F714; the diameters are those of steel pipe, ASME B36.10M. DIPS (ductile iron pipe size): AWWA C906,
 * the diameters of AWWA C151. Values from memory; the tests hold IPS from 14 in up, and the metric equivalents of both, against them.
 */
final class PeInch
{
    public const IPS = [
        '2' => 2.375, '3' => 3.500, '4' => 4.500, '5' => 5.563, '6' => 6.625, '8' => 8.625, '10' => 10.750, '12' => 12.750, '14' => 14.000, '16' => 16.000,
        '18' => 18.000, '20' => 20.000, '22' => 22.000, '24' => 24.000, '26' => 26.000, '28' => 28.000, '30' => 30.000, '32' => 32.000, '34' => 34.000,
        '36' => 36.000, '42' => 42.000, '48' => 48.000, '54' => 54.000,
    ];

    public const DIPS = [
        '3' => 3.960, '4' => 4.800, '6' => 6.900, '8' => 9.050, '10' => 11.100, '12' => 13.200, '14' => 15.300, '16' => 17.400, '18' => 19.500,
        '20' => 21.600, '24' => 25.800, '30' => 32.000, '36' => 38.300, '42' => 44.500, '48' => 50.800, '54' => 57.560,
    ];
}
