<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** A moment as devices write it: a day that there is, a time, and its zone. */
final class Moment
{
    /** Clocks of a server, a tablet and an instrument may differ by so much, s. Common practice: no figure published. */
    public const CLOCKS_DIFFER_S = 120;

    private const PATTERN = '/\A(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d):(\d\d)(\.\d{1,9})?(Z|[+-](\d\d):(\d\d))\z/';

    /** No clock on earth is further from UTC, h [IANA time zone database]. */
    private const FURTHEST_H = 14;

    /** Digits of a second that are kept. */
    private const DIGITS = 6;

    /** Nothing that this product keeps was done before that year: a device that says so has lost its clock. */
    private const EARLIEST_YEAR = 2000;

    /** @return ?string in one spelling, “+00:00” for “Z”; null where it is no moment at all */
    public static function spelled(string $text): ?string
    {
        if (preg_match(self::PATTERN, $text, $m) !== 1) {
            return null;
        }
        $is = (int) $m[1] >= self::EARLIEST_YEAR && checkdate((int) $m[2], (int) $m[3], (int) $m[1]) && (int) $m[4] < 24 && (int) $m[5] < 60
            && (int) $m[6] < 60 && (int) ($m[9] ?? 0) * 60 + (int) ($m[10] ?? 0) <= 60 * self::FURTHEST_H && (int) ($m[10] ?? 0) < 60;
        $fraction = substr($m[7], 0, 1 + self::DIGITS);

        return $is ? substr($text, 0, 19).$fraction.($m[8] === 'Z' ? '+00:00' : $m[8]) : null; // one spelling; PHP also reads the offset far faster
    }
}
