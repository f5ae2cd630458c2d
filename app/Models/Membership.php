<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Sitting\Role;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Ramsey\Uuid\Uuid;

/**
 * Somebody on a job, in a role.
 *
 * @property string $id worked out from job and person
 * @property string $job_id
 * @property string $person_id
 * @property Role $role
 * @property-read Person $person
 */
final class Membership extends Model implements OfJob
{
    public $incrementing = false;

    protected $keyType = 'string';

    protected $guarded = [];

    protected $casts = ['role' => Role::class];

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    public function jobId(): string
    {
        return $this->job_id;
    }

    public static function idOf(string $job, string $person): string
    {
        return Uuid::uuid5($job, $person)->toString();
    }

    /**
     * The certificates of a person as an earlier version kept them, one for whatever their role asks for.
     *
     * @param  array<string, mixed>  $person  a row with role, certificate_number and certificate_until
     * @return list<array{id: string, person_id: string, kind: string, number: string, until: ?string}>
     */
    public static function papersOf(array $person): array
    {
        if (($person['certificate_number'] ?? null) === null && ($person['certificate_until'] ?? null) === null) {
            return [];
        }
        $kind = match ($person['role'] ?? '') {
            'tester' => 'tester', 'inspector' => 'inspector', default => 'electrofusion',
        };

        return [[
            'id' => Uuid::uuid5($person['id'], $kind)->toString(), 'person_id' => $person['id'], 'kind' => $kind,
            'number' => (string) ($person['certificate_number'] ?? ''), 'until' => $person['certificate_until'],
        ]];
    }
}
