<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe\Tables;

/**
 * Outside diameters of ductile iron pipe. EN 545: DE by DN, mm. AWWA C151: those above the sizes that PE pipe shares (see PeInch::DIPS), inches.
 * Values from memory; the tests hold the EN 545 series up to DN 500 and the AWWA sizes against their printed equivalents in the other unit.
 */
final class IronSizes
{
    public const EN545_MM = [
        '40' => 56, '50' => 66, '60' => 77, '65' => 82, '80' => 98, '100' => 118, '125' => 144, '150' => 170, '200' => 222, '250' => 274, '300' => 326,
        '350' => 378,
        '400' => 429, '450' => 480, '500' => 532, '600' => 635, '700' => 738, '800' => 842, '900' => 945, '1000' => 1048, '1100' => 1152, '1200' => 1255,
        '1400' => 1462,
        '1500' => 1565, '1600' => 1668, '1800' => 1875, '2000' => 2082,
    ];

    public const AWWA_LARGER_IN = ['60' => 61.61, '64' => 65.67];
}
