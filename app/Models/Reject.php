<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A pipe that was not taken, or not laid, and why.
 *
 * @property-read Person $person
 * @property-read Main $main
 * @property \Carbon\CarbonImmutable $created_at
 */
final class Reject extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['created_at' => 'immutable_datetime'];

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** @return BelongsTo<Main, $this> */
    public function main(): BelongsTo
    {
        return $this->belongsTo(Main::class);
    }

    public function jobId(): string
    {
        return $this->main->jobId();
    }
}
