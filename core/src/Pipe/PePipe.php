<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Rulebook\Source;

/** What a PE main is made of, by the convention its pipe is sized by: metric, IPS or DIPS. Diameters in mm. */
final readonly class PePipe
{
    public const METRIC = 'metric';

    public const SERIES = ['ips', 'dips'];

    /** Mean outside diameter of inch pipe off its nominal: ASTM F714, AWWA C906, from memory. */
    private const INCH_TOLERANCE = 0.0045;

    private function __construct(
        public string $convention, public float $dnMm, public float $sdr, public float $smallestOdMm, public float $largestOdMm, public float $wallMm,
        public ?float $labelSizeMm,
    ) {
    }

    /**
     * @param  string  $convention  metric, ips or dips
     * @param  float  $size  dn in mm, or nominal inches
     *
     * @throws InvalidInput if there is no such convention, size or ratio
     */
    public static function of(string $convention, float $size, float $sdr): self
    {
        if ($convention === self::METRIC) {
            $pipe = PeDimensions::of((int) round($size), $sdr);

            return new self($convention, $pipe->dnMm, $sdr, $pipe->dnMm, $pipe->largestMeanOdMm, $pipe->wallMm, null);
        }
        if (! in_array($convention, self::SERIES, true)) {
            throw InvalidInput::field('convention', "“{$convention}” is no convention that PE pipe is sized by. Known: metric, ips, dips.", $convention);
        }
        if (! is_finite($sdr) || $sdr < 5.0 || $sdr > 41.0) {
            throw InvalidInput::field('sdr', "A DR of {$sdr} is not made. It lies between 5 and 41.", $sdr, [5, 41]);
        }
        $od = Length::of(PeDimensions::inches($convention, $size), 'in')->in('mm');

        return new self(
            $convention, $od, $sdr, $od * (1 - self::INCH_TOLERANCE), $od * (1 + self::INCH_TOLERANCE), $od / $sdr, Length::of($size, 'in')->in('mm'),
        );
    }

    public static function source(): Source
    {
        return PeDimensions::inchSource();
    }
}
