<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A joint system that people added. Never changed: a change is a new version, and old joints keep theirs.
 *
 * @property ?string $job_id whose it is; null where it is for every job of the installation
 * @property int $version
 * @property array<string, mixed> $payload as the core's JointSystem gives it
 * @property-read Person $person
 */
final class JointSystem extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['payload' => 'array', 'version' => 'int'];

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }
}
