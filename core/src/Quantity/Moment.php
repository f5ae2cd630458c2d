<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** A moment as devices write it: a day that there is, a time, and its zone. */
final class Moment
{
    private const PATTERN = '/\A(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d):(\d\d)(\.\d+)?(Z|[+-]\d\d:\d\d)\z/';

    /** Nothing that this product keeps was done before that year: a device that says so has lost its clock. */
    private const EARLIEST_YEAR = 2000;

    /** @return ?string in one spelling, “+00:00” for “Z”; null where it is no moment at all */
    public static function spelled(string $text): ?string
    {
        if (preg_match(self::PATTERN, $text, $m) !== 1) {
            return null;
        }
        $is = (int) $m[1] >= self::EARLIEST_YEAR && checkdate((int) $m[2], (int) $m[3], (int) $m[1]) && (int) $m[4] < 24 && (int) $m[5] < 60
            && (int) $m[6] < 60;

        return $is ? (str_ends_with($text, 'Z') ? substr($text, 0, -1).'+00:00' : $text) : null; // one spelling; PHP also reads the offset far faster
    }
}
