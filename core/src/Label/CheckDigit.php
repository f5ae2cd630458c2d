<?php

declare(strict_types=1);

namespace Diastoma\Core\Label;

use Diastoma\Core\Exception\InvalidInput;

/** The check digit of both codes on a PE fitting [ISO 13950; ISO 12176-4]. Blind to swaps of neighbours that differ by 5. */
final class CheckDigit
{
    /**
     * The digit that makes 3·Σ(odd places) + Σ(even places) a multiple of 10, places counted from 1, the check digit last and even.
     *
     * @param  string  $digits  all digits but the check digit
     *
     * @pure
     */
    public static function of(string $digits): int
    {
        $sum = 0;
        foreach (str_split($digits) as $i => $digit) {
            $sum += ($i % 2 === 0 ? 3 : 1) * (int) $digit;
        }

        return (10 - $sum % 10) % 10;
    }

    /**
     * The digits of a code as read, without the spaces and hyphens people add.
     *
     * @throws InvalidInput if it is not so many digits, is all zeros, or its last digit is wrong
     */
    public static function digits(string $code, int $length, string $name): string
    {
        $digits = str_replace([' ', '-'], '', trim($code));
        if (preg_match('/\A\d*\z/', $digits) !== 1) {
            throw InvalidInput::field(
                'code', "The {$name} holds something other than digits. Scan it again, or type the {$length} digits under the bars.", $code,
            );
        }
        if (strlen($digits) !== $length) {
            throw InvalidInput::field(
                'code',
                "The {$name} code has ".strlen($digits)." digits; it must have {$length}. Scan the whole bar code again, or type the digits under the bars.",
                $code, $length,
            );
        }
        if (trim($digits, '0') === '') {
            throw InvalidInput::field('code', "The {$name} code is all zeros. No fitting carries that: scan the {$name} on the fitting.", $code);
        }
        $expected = self::of(substr($digits, 0, -1));
        $last = $digits[$length - 1];
        if ((int) $last !== $expected) {
            throw InvalidInput::field(
                'code',
                "The check digit is {$last}; these digits need {$expected}. One digit is misread: scan again, or compare each digit with the label.", $code,
                $expected,
            );
        }

        return $digits;
    }
}
