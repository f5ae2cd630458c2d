<?php

declare(strict_types=1);

namespace App\Office;

use App\Models\Person;
use Spoofchecker;

/**
 * Names go under signatures and into records, so no two people have one: whoever comes second bears their sign-in name behind it, on every screen and paper.
 * A name that only looks the same (another alphabet's letters, another spacing) is the same.
 */
final class Namesakes
{
    /**
     * @param  string  $mark  what tells them apart: how they sign in
     * @param  ?string  $but  id of whoever bears the name already, and is changed
     * @return string the name as it stands from now on
     */
    public static function marked(string $name, string $mark, ?string $but = null): string
    {
        $name = str_ends_with($name, " ({$mark})") ? substr($name, 0, -strlen(" ({$mark})")) : $name;
        $checker = new Spoofchecker;
        foreach (Person::query()->when($but, static fn ($q, $id) => $q->whereKeyNot($id))->pluck('name') as $other) {
            if ($checker->areConfusable(self::plain($name), self::plain((string) $other))) {
                return "{$name} ({$mark})";
            }
        }

        return $name;
    }

    /** What is compared of a name: without what stands in brackets behind it, as a mark does. */
    private static function plain(string $name): string
    {
        $folded = mb_strtolower((string) \Normalizer::normalize($name, \Normalizer::FORM_KC));
        $bare = (string) preg_replace('/(\s*\([^()]*\))+\s*\z/u', '', $folded);

        return (string) preg_replace('/[^\pL\pN]+/u', '', $bare === '' ? $folded : $bare);
    }
}
