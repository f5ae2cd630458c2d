<?php

declare(strict_types=1);

namespace Diastoma\Core\Gasketed;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Source;

/**
 * Greatest joint deflection where a published table gives one, degrees. Elsewhere the maker declares it, and its value stands in the joint system's own
 * sizes.
 */
final class AllowedDeflection
{
    /** AWWA C600, push-on joints: up to size, degrees. Value from memory above 36 in: editions differ, check the one that governs. */
    private const PUSH_ON = [[12.0, 5.0], [48.0, 3.0]];

    /** AWWA C600 / C111, mechanical joints: up to size, degrees and minutes. */
    private const MECHANICAL = [[4.0, 8, 18], [6.0, 7, 7], [12.0, 5, 21], [16.0, 3, 35], [20.0, 3, 0], [30.0, 2, 23], [36.0, 2, 5], [48.0, 2, 0]];

    /**
     * EN 14364 / ISO 10639, nominal pressure up to PN 16: below DN, degrees. Higher classes turn less: common practice, of which 1° at DN 600 PN 32 is one
     * value and the rest are from memory.
     */
    private const GRP = [
        16 => [[500, 3.0], [900, 2.0], [1800, 1.0], [INF, 0.5]],
        20 => [[500, 2.5], [900, 1.5], [1800, 0.8], [INF, 0.5]],
        25 => [[500, 2.0], [900, 1.3], [1800, 0.5]],
        32 => [[500, 1.5], [900, 1.0], [1800, 0.5]],
    ];

    private const SMALLEST_IN = 3.0;

    /** @throws InvalidInput if the size is outside the table */
    public static function pushOnDeg(float $sizeIn): float
    {
        return self::upTo(self::PUSH_ON, $sizeIn, 'push-on')[1];
    }

    /** @throws InvalidInput if the size is outside the table */
    public static function mechanicalDeg(float $sizeIn): float
    {
        [, $degrees, $minutes] = self::upTo(self::MECHANICAL, $sizeIn, 'mechanical');

        return $degrees + $minutes / 60;
    }

    /** @throws InvalidInput if no value is known for the size and class */
    public static function grpDeg(float $dnMm, float $pnBar): float
    {
        if ($dnMm <= 0.0) {
            throw InvalidInput::field('dn_mm', "DN {$dnMm} is not a size.", $dnMm, 0);
        }
        foreach (self::GRP as $upToPn => $bands) {
            if (! Compare::atMost($pnBar, (float) $upToPn)) {
                continue;
            }
            foreach ($bands as [$below, $degrees]) {
                if ($dnMm < $below) {
                    return $degrees;
                }
            }
            break;
        }

        throw InvalidInput::field(
            'pn_bar', "No published deflection is known for GRP DN {$dnMm} at PN {$pnBar}. Take the maker's and add it as a joint system.", $pnBar,
        );
    }

    /** Nominal inches of a metric size: AWWA's tables go by inches. */
    public static function inches(float $dnMm): float
    {
        return round($dnMm / 25.0);
    }

    /** @param  ?float  $pnBar  of GRP: the standards' table holds to PN 16, beyond it is practice */
    public static function source(string $joint, ?float $pnBar = null): Source
    {
        return match ($joint) {
            'push_on' => Source::standard('AWWA C600', 'push-on joint table (check the edition; above 36 in from memory)'),
            'mechanical' => Source::standard('AWWA C600 / C111', 'mechanical joint table'),
            'grp' => Compare::atMost($pnBar ?? 16.0, 16.0) ? Source::standard(
                'EN 14364 / ISO 10639', 'joint deflection by DN',
            ) : Source::commonPractice('less for high pressure classes; partly from memory'),
            default => Source::maker('declared deflection of the joint'),
        };
    }

    /**
     * @template T of array{float, int|float, 2?: int}
     *
     * @param  non-empty-list<T>  $table
     * @return T
     */
    private static function upTo(array $table, float $sizeIn, string $name): array
    {
        if ($sizeIn >= self::SMALLEST_IN) {
            foreach ($table as $row) {
                if ($sizeIn <= $row[0]) {
                    return $row;
                }
            }
        }

        throw InvalidInput::field('size_in', "{$sizeIn} in is not in the table of {$name} joints: it goes from 3 to 48 in. Take the maker's value.", $sizeIn);
    }
}
