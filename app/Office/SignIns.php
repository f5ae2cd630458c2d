<?php

declare(strict_types=1);

namespace App\Office;

use App\Models\Person;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Where somebody is signed in. A session is named by a hash of its id: the id itself is a way in. */
final class SignIns
{
    /** @return list<array{id: string, address: ?string, device: ?string, seen_at: string, here: bool}> the latest first */
    public static function of(Person $person, string $session): array
    {
        return array_values(self::query($person)->orderByDesc('last_activity')->get()->map(static fn (\stdClass $row): array => [
            'id' => hash('sha256', $row->id), 'address' => $row->ip_address, 'device' => $row->user_agent,
            'seen_at' => gmdate('Y-m-d\TH:i:s\Z', (int) $row->last_activity), 'here' => $row->id === $session,
        ])->all());
    }

    public static function end(Person $person, string $named): bool
    {
        foreach (self::query($person)->pluck('id') as $id) {
            if (hash_equals(hash('sha256', (string) $id), $named)) {
                return self::query($person)->where('id', $id)->delete() > 0;
            }
        }

        return false;
    }

    public static function endAll(Person $person, string $but = ''): void
    {
        self::query($person)->where('id', '<>', $but)->delete();
    }

    private static function query(Person $person): Builder
    {
        return DB::table('sessions')->where('user_id', $person->id);
    }
}
