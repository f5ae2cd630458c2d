<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A device and the server judged the same entries differently: the server is right, and somebody must know.
 *
 * @property string $id
 * @property string $job_id
 * @property string $person_id
 * @property string $subject_type
 * @property string $subject_id
 * @property string $at where they differ, as a path
 * @property string $device
 * @property string $server
 * @property string $rules the PHP on the device
 * @property \Carbon\CarbonImmutable $created_at
 * @property-read Person $person
 */
final class Difference extends Model
{
    use HasUuids;

    public const UPDATED_AT = null;

    protected $guarded = [];

    protected $casts = ['created_at' => 'immutable_datetime'];

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }
}
