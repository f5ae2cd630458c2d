<?php

declare(strict_types=1);

namespace App\Office;

use App\Models\Person;

/**
 * A sign-in name as it is stored and compared: one spelling for what reads alike [Unicode NFKC, lower case], and never what the database takes for alike,
 * to which à is a.
 */
final class SignInName
{
    public static function of(string $typed): string
    {
        $normal = \Normalizer::normalize(trim($typed), \Normalizer::FORM_KC);

        return mb_strtolower($normal === false ? trim($typed) : $normal);
    }

    /** Whoever signs in by that name; null for nobody. */
    public static function person(string $typed): ?Person
    {
        $name = self::of($typed);

        return Person::query()->where('email', $name)->get()->first(static fn (Person $p): bool => self::of($p->email) === $name);
    }
}
