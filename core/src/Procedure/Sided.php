<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Names of what is read at each end of a joint. One nameless side where there is only one. */
final class Sided
{
    /** “mark_mm” of side a is “mark_a_mm”; of the only side it is “mark_mm”. */
    public static function key(string $key, string $side): string
    {
        if ($side === '') {
            return $key;
        }
        $at = preg_match('/_(mm|c|deg|nm|kpa)\z/', $key, $unit) === 1 ? strlen($key) - strlen($unit[0]) : strlen($key);

        return substr($key, 0, $at)."_{$side}".substr($key, $at);
    }

    /** “Side A: ” before a label, nothing where there is one side. */
    public static function name(string $side): string
    {
        return $side === '' ? '' : 'Side '.strtoupper($side).': ';
    }
}
