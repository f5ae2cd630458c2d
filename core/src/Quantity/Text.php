<?php

declare(strict_types=1);

namespace Diastoma\Core\Quantity;

/** Text without an extension: the core runs where PHP has none. */
final class Text
{
    /** What came over the wire, where a text is wanted; empty for anything else. */
    public static function of(mixed $given): string
    {
        return is_string($given) ? trim($given) : '';
    }

    /** Letters of the alphabet small; others as they are. */
    public static function lower(string $text): string
    {
        return strtr($text, 'ABCDEFGHIJKLMNOPQRSTUVWXYZ', 'abcdefghijklmnopqrstuvwxyz');
    }

    /** Characters, not bytes. */
    public static function length(string $text): int
    {
        return (int) preg_match_all('/./us', $text);
    }
}
