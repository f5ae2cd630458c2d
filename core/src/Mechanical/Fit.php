<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Rulebook\Source;

/**
 * Whether one fitting takes two measured ends. The inner layer comes out only where the end lies in the upper range and in no other, and then at both ends: so
 * one range must hold both.
 */
final readonly class Fit
{
    public const FITS = 'fits';

    public const OUTSIDE = 'outside';

    /** Each end lies in a range, but not both in one. */
    public const APART = 'apart';

    /** @param  self::FITS|self::OUTSIDE|self::APART  $verdict */
    private function __construct(public string $verdict, public ?string $layer)
    {
    }

    /**
     * @param  list<Range>  $ranges
     * @param  non-empty-list<float>  $odsMm  mean outside diameter of each end
     */
    public static function of(array $odsMm, array $ranges): self
    {
        usort($ranges, static fn (Range $a, Range $b): int => ($a->layer === Range::OUT) <=> ($b->layer === Range::OUT)); // never out where in will do
        foreach ($ranges as $range) {
            if (array_filter($odsMm, static fn (float $od): bool => ! $range->takes($od)) === []) {
                return new self(self::FITS, $range->layer);
            }
        }
        foreach ($odsMm as $od) {
            if (array_filter($ranges, static fn (Range $r): bool => $r->takes($od)) === []) {
                return new self(self::OUTSIDE, null);
            }
        }

        return new self(self::APART, null);
    }

    /**
     * Other sizes of a card that take these ends.
     *
     * @param  non-empty-list<float>  $odsMm
     * @return list<string>
     */
    public static function others(Card $card, array $odsMm): array
    {
        $found = [];
        foreach ($card->rows as $row) {
            $found = self::of($odsMm, Range::all($row->figure(...)))->verdict === self::FITS ? [...$found, $row->size] : $found;
        }

        return $found;
    }

    public static function source(): Source
    {
        return Source::commonPractice('the inner layer comes out only in the upper range, and at both ends; the maker governs');
    }
}
