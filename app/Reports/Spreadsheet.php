<?php

declare(strict_types=1);

namespace App\Reports;

/** What a spreadsheet may be given: a cell that begins like a formula is text. */
final class Spreadsheet
{
    public static function plain(mixed $value): string
    {
        $text = is_scalar($value) ? (string) $value : '';

        return preg_match('/\A[=+\-@\t\r]/', $text) === 1 && ! is_numeric($text) ? "'".$text : $text;
    }
}
