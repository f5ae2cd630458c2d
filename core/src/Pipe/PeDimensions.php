<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Rulebook\Source;

/**
 * Outside diameter and wall of PE pressure pipe by dn, mm.
 *
 * EN 12201-2 tables 1 and 2 (ISO 4427-2 alike), values from memory. The smallest outside diameter is dn itself. Walls were held
 * against dn/(2S+1) with Renard's S 5.0119 (SDR 11) and 7.943 (SDR 17), to which the tables keep within 0.1 mm from dn 40 up.
 */
final readonly class PeDimensions
{
    /** dn => [largest mean outside diameter, smallest wall SDR 11, smallest wall SDR 17] */
    public const TABLE = [
        40 => [40.4, 3.7, 2.4], 50 => [50.4, 4.6, 3.0], 63 => [63.4, 5.8, 3.8], 75 => [75.5, 6.8, 4.5],
        90 => [90.6, 8.2, 5.4], 110 => [110.7, 10.0, 6.6], 125 => [125.8, 11.4, 7.4], 140 => [140.9, 12.7, 8.3],
        160 => [161.0, 14.6, 9.5], 180 => [181.1, 16.4, 10.7], 200 => [201.2, 18.2, 11.9], 225 => [226.4, 20.5, 13.4],
        250 => [251.5, 22.7, 14.8], 280 => [281.7, 25.4, 16.6], 315 => [316.9, 28.6, 18.7], 355 => [357.2, 32.2, 21.1],
        400 => [402.4, 36.3, 23.7], 450 => [452.7, 40.9, 26.7], 500 => [503.0, 45.4, 29.7], 560 => [563.4, 50.8, 33.2],
        630 => [633.8, 57.2, 37.4],
    ];

    private function __construct(public float $dnMm, public float $largestMeanOdMm, public float $wallMm)
    {
    }

    /** @throws InvalidInput if the table has no such pipe */
    public static function of(int $dnMm, float $sdr): self
    {
        $row = self::TABLE[$dnMm] ?? throw InvalidInput::field('dn_mm', "dn {$dnMm} is not in the PE table. Known: ".implode(', ', array_keys(self::TABLE)).'.', $dnMm);
        $wall = match ($sdr) {
            11.0 => $row[1],
            17.0 => $row[2],
            default => throw InvalidInput::field('sdr', "SDR {$sdr} is not in the PE table. Known: 11 and 17.", $sdr),
        };

        return new self((float) $dnMm, $row[0], $wall);
    }

    public static function source(): Source
    {
        return Source::fromMemory('EN 12201-2', 'tables 1 and 2');
    }
}
