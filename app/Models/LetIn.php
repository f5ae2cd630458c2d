<?php

declare(strict_types=1);

namespace App\Models;

/** Who let somebody in, and whom they let in: whoever makes the link by which a password is set might open it in the other's place. */
final readonly class LetIn
{
    /** How they sign in, who let them in and when, as it goes under a signature. */
    public string $account;

    /** @var list<string> names of whoever let them in, and of whom they let in */
    public array $oneWith;

    public function __construct(Person $person)
    {
        $link = self::lastOf($person->id);
        $of = $link === null ? [] : [$link->made_by];
        foreach (Link::query()->where('made_by', $person->id)->whereNotNull('used_at')->distinct()->pluck('person_id') as $other) {
            self::lastOf((string) $other)?->made_by === $person->id && $of[] = (string) $other;
        }
        $names = Person::query()->whereIn('id', $of)->orderBy('name')->pluck('name', 'id')->all();
        $this->account = $person->email.($link === null ? '' : ", let in by {$names[$link->made_by]} on {$link->used_at?->format('Y-m-d H:i')} UTC");
        unset($names[$person->id]);
        $this->oneWith = array_values($names);
    }

    private static function lastOf(string $person): ?Link
    {
        return Link::query()->where('person_id', $person)->whereNotNull('used_at')->orderByDesc('used_at')->orderByDesc('created_at')->first();
    }
}
