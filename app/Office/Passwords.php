<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Models\Person;
use Illuminate\Support\Facades\Hash;

/** What a password must be, and how one is changed. */
final class Passwords
{
    /** Letters at the least. NIST SP 800-63B-4 asks for 8 beside a second factor and 15 without; 12 is what the owner of this application asked for. */
    public const SHORTEST = 12;

    private const LONGEST = 200;

    /** Shared by many, so tried first by whoever guesses. */
    private const LIST = 'resources/passwords/common.txt';

    /**
     * @param  list<string>  $own  names that say who it is
     * @return ?string why it will not do; null where it will
     */
    public static function fault(string $password, array $own = []): ?string
    {
        $plain = mb_strtolower($password);
        $stem = preg_replace('/[\d\W_]+\z/u', '', $plain) ?? $plain; // “mainstreet2026!” is “mainstreet”
        $parts = array_filter(preg_split('/[\s@.]+/u', mb_strtolower(implode(' ', $own))) ?: [], static fn (string $part): bool => mb_strlen($part) >= 3);
        $rest = str_replace($parts, '', $plain);
        if ($rest !== $plain && mb_strlen(preg_replace('/[\d\W_]+/u', '', $rest) ?? '') < self::SHORTEST / 2) {
            return 'The password is little more than a name. Choose several words that do not belong together.';
        }

        return match (true) {
            mb_strlen($password) < self::SHORTEST => 'The password has '.mb_strlen($password).' letters; '.self::SHORTEST
                .' are wanted. Several words that do not belong together are easy to remember.',
            mb_strlen($password) > self::LONGEST => 'The password is longer than '.self::LONGEST.' letters.',
            count(array_unique(mb_str_split($plain))) < 5 => 'The password repeats a few letters. Choose several words that do not belong together.',
            self::isCommon($plain) || self::isCommon($stem) || self::isDoubled($plain) => 'Many people use that password, so it is tried first. Choose several '
                .'words that do not belong together.',
            default => null,
        };
    }

    /** @throws Refused if it will not do, or the present one is not right */
    public static function change(Person $person, string $present, string $new, string $session): void
    {
        if (! Hash::check($present, (string) $person->password)) {
            throw Refused::input('The present password is not right. Type it again.', [['field' => 'present', 'detail' => 'does not match', 'value' => null]]);
        }
        self::set($person, $new);
        Links::end($person);
        SignIns::endAll($person, $session);
    }

    /** @throws Refused if it will not do */
    public static function set(Person $person, string $new): void
    {
        $fault = self::fault($new, [$person->name, $person->email]);
        if ($fault !== null) {
            throw Refused::input($fault, [['field' => 'password', 'detail' => 'will not do', 'value' => null]]);
        }
        $person->update(['password' => $new]);
    }

    private static function isDoubled(string $plain): bool
    {
        $half = mb_substr($plain, 0, intdiv(mb_strlen($plain), 2));

        return $half.$half === $plain && self::isCommon($half);
    }

    private static function isCommon(string $word): bool
    {
        static $all = null;
        $all ??= array_flip(file(base_path(self::LIST), FILE_IGNORE_NEW_LINES) ?: []);

        return isset($all[substr(hash('sha256', $word), 0, 12)]);
    }
}
