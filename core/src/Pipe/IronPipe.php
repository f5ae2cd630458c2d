<?php

declare(strict_types=1);

namespace Diastoma\Core\Pipe;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Pipe\Tables\IronSizes;
use Diastoma\Core\Pipe\Tables\PeInch;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Rulebook\Source;

/** Outside diameters of ductile iron pipe. */
final class IronPipe
{
    /**
     * @param  'awwa'|'en545'  $standard
     * @param  float  $size  inches for AWWA, DN for EN 545
     * @return float mm
     *
     * @throws InvalidInput if the size is not in the table
     */
    public static function outsideDiameterMm(string $standard, float $size): float
    {
        $table = $standard === 'awwa' ? self::awwa() : IronSizes::EN545_MM;
        $key = (string) $size;
        if (! isset($table[$key])) {
            throw InvalidInput::field('size', "Size {$key} is not in the table. Known: ".implode(', ', array_keys($table)).'.', $size);
        }

        return $standard === 'awwa' ? Length::of($table[$key], 'in')->in('mm') : (float) $table[$key];
    }

    /** @param  'awwa'|'en545'  $standard */
    public static function source(string $standard): Source
    {
        return $standard === 'awwa' ? Source::fromMemory('AWWA C151', 'outside diameters') : Source::fromMemory('EN 545', 'table of outside diameters DE');
    }

    /** @return array<int|string, float> inches by nominal inches; polyethylene in ductile iron sizes shares them */
    private static function awwa(): array
    {
        return PeInch::DIPS + IronSizes::AWWA_LARGER_IN;
    }
}
