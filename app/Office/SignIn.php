<?php

declare(strict_types=1);

namespace App\Office;

use App\Exceptions\Refused;
use App\Models\Person;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Sleep;

/** Lets somebody in, or says why not; whoever guesses learns nothing from the answer or from how long it took. */
final class SignIn
{
    /** Wrong tries on one account from one address, and from one address on any, before that address is shut out for a while. Common practice. */
    private const TRIES_ACCOUNT = 5;

    private const TRIES_ADDRESS = 30;

    private const SHUT_S = 60;

    /** So much longer takes each try on one account after the first wrong ones, from wherever, and so long at most. Our own values. */
    private const SLOWER_MS = 200;

    private const SLOWEST_MS = 3000;

    private const WRONG = 'Sign-in name and password do not go together. Type both again; the office can set a new password.';

    /**
     * @throws Refused if name, password or one-time code are not right, or too many were not
     */
    public static function person(string $name, string $password, string $code, string $address): Person
    {
        $account = hash('sha256', SignInName::of($name));
        $keys = ["sign-in.account.{$account}.{$address}" => self::TRIES_ACCOUNT, "sign-in.address.{$address}" => self::TRIES_ADDRESS];
        self::slow("sign-in.account.{$account}");
        foreach ($keys as $key => $tries) {
            if (RateLimiter::tooManyAttempts($key, $tries)) {
                throw Refused::later('Too many tries. Wait a minute, then try again; the office can set a new password.', RateLimiter::availableIn($key));
            }
        }
        $person = SignInName::person($name);
        // an unknown name takes as long as a known one
        $isRight = Hash::check($password, $person->password ?? self::nobodys()) && $person !== null && $person->password !== null && $person->left_at === null;
        if (! $isRight) {
            self::wrong([...$keys, "sign-in.account.{$account}" => self::TRIES_ACCOUNT]);
            throw Refused::input(self::WRONG, [['field' => 'password', 'detail' => 'does not match', 'value' => null]]);
        }
        if ($person->code_on && trim($code) === '') {
            throw Refused::input('Type the six digits that your authenticator shows.', [['field' => 'code', 'detail' => 'wanted', 'value' => null]]);
        }
        if ($person->code_on && ! self::takes($person, $code)) {
            self::wrong([...$keys, "sign-in.account.{$account}" => self::TRIES_ACCOUNT]);
            throw Refused::input(
                'The six digits are not right, or were used before. Wait for the next ones.',
                [['field' => 'code', 'detail' => 'does not match', 'value' => null]],
            );
        }
        RateLimiter::clear(array_key_first($keys));
        RateLimiter::clear("sign-in.account.{$account}");

        return $person;
    }

    /** Whether a one-time code is right; it counts once. */
    public static function takes(Person $person, string $code): bool
    {
        $step = OneTimeCode::step((string) $person->code_secret, $code, now()->getTimestamp(), $person->code_counter);

        // of two at once with the same code the second finds the counter moved
        return $step !== null
            && Person::query()->whereKey($person->id)->where('code_counter', '<', $step)->toBase()->update(['code_counter' => $step]) === 1;
    }

    /**
     * Whoever guesses one name from many addresses is slowed down. Nobody is shut out by it: the one whose name it is waits a moment and is let in.
     */
    private static function slow(string $account): void
    {
        $beyond = RateLimiter::attempts($account) - self::TRIES_ACCOUNT;
        $beyond > 0 && Sleep::for(min(self::SLOWEST_MS, self::SLOWER_MS * $beyond))->milliseconds();
    }

    /** @param  array<string, int>  $keys */
    private static function wrong(array $keys): void
    {
        foreach (array_keys($keys) as $key) {
            RateLimiter::hit($key, self::SHUT_S);
        }
    }

    private static function nobodys(): string
    {
        return cache()->rememberForever('sign-in.nobody', static fn (): string => Hash::make(bin2hex(random_bytes(16))));
    }
}
