<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\Tables\PeInch;
use Diastoma\Core\Pipe\Tables\PeMetric;
use Diastoma\Core\Rulebook\Source;

/** One PE pipe by size and ratio of diameter to wall, as its standard makes it; mm. */
final readonly class PeDimensions
{
    private function __construct(
        public float $dnMm,
        public float $largestMeanOdMm,
        public float $wallMm,
        public ?float $ovalityAsMadeMm,
    ) {
    }

    /**
     * A pipe of the metric series, dn 20 to 1200.
     *
     * @throws InvalidInput if the table has no such pipe
     */
    public static function of(int $dnMm, float $sdr): self
    {
        $row = PeMetric::ROWS[$dnMm] ?? throw InvalidInput::field(
            'dn_mm', "dn {$dnMm} is not in the PE table. Known: ".implode(', ', array_keys(PeMetric::ROWS)).'.', $dnMm,
        );
        $wall = $row[2][(string) $sdr] ?? throw InvalidInput::field(
            'sdr', "SDR {$sdr} is not in the PE table for dn {$dnMm}. Known: ".implode(', ', array_map(strval(...), array_keys($row[2]))).'.', $sdr,
        );

        return new self((float) $dnMm, $row[0], $wall, $row[1]);
    }

    /**
     * Outside diameter of a US pipe, inches.
     *
     * @param  'ips'|'dips'  $series
     *
     * @throws InvalidInput if the table has no such size
     */
    public static function inches(string $series, float $sizeIn): float
    {
        $table = $series === 'ips' ? PeInch::IPS : PeInch::DIPS;

        return $table[(string) $sizeIn] ?? throw InvalidInput::field(
            'size_in', "{$sizeIn} in is not an ".strtoupper($series).' size. Known: '.implode(', ', array_map(strval(...), array_keys($table))).'.',
            $sizeIn,
        );
    }

    public static function source(): Source
    {
        return Source::fromMemory('EN 12201-2 / ISO 4427-2', 'tables 1 and 2');
    }

    public static function inchSource(): Source
    {
        return Source::fromMemory('ASTM F714 (IPS), AWWA C906 (DIPS)');
    }
}
