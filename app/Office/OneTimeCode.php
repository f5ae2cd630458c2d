<?php

declare(strict_types=1);

namespace App\Office;

use ParagonIE\ConstantTime\Base32;

/** One-time codes of six digits by the clock, RFC 6238 with SHA-1 and steps of 30 s, as any authenticator shows them. */
final class OneTimeCode
{
    private const STEP_S = 30;

    private const DIGITS = 6;

    /** Steps before and after this one that count too: a telephone's clock is seldom right. RFC 6238 5.2 recommends one. */
    private const SLACK = 1;

    public static function secret(): string
    {
        return Base32::encodeUpperUnpadded(random_bytes(20)); // RFC 4226 4: 160 bits recommended
    }

    /**
     * @param  int  $after  the last step that was used: none counts twice
     * @return ?int the step that a code belongs to; null where it is not right
     */
    public static function step(string $secret, string $code, int $now, int $after = 0): ?int
    {
        $found = null;
        foreach (range(-self::SLACK, self::SLACK) as $off) {
            $step = intdiv($now, self::STEP_S) + $off;
            if ($step > $after && hash_equals(self::at($secret, $step), preg_replace('/\s/', '', $code) ?? '')) {
                $found = $step;
            }
        }

        return $found;
    }

    public static function at(string $secret, int $step): string
    {
        $hash = hash_hmac('sha1', pack('J', $step), Base32::decodeUpper($secret), true);
        $at = ord($hash[19]) & 0x0F; // RFC 4226 5.3
        $number = unpack('N', substr($hash, $at, 4));

        return str_pad((string) ((($number[1] ?? 0) & 0x7FFFFFFF) % 10 ** self::DIGITS), self::DIGITS, '0', STR_PAD_LEFT);
    }

    /** The key URI that authenticators read from a square code. */
    public static function uri(string $secret, string $who): string
    {
        return 'otpauth://totp/Diastoma:'.rawurlencode($who).'?'.http_build_query(['secret' => $secret, 'issuer' => 'Diastoma']);
    }
}
