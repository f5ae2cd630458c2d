<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A way in, good once and for a while: only the hash of what it says is kept.
 *
 * @property string $made_by
 * @property \Carbon\CarbonImmutable $expires_at
 * @property ?\Carbon\CarbonImmutable $used_at
 * @property-read Person $person
 */
final class Link extends Model
{
    use HasUuids;
    use WholeSave;

    protected $guarded = [];

    protected $casts = ['expires_at' => 'immutable_datetime', 'used_at' => 'immutable_datetime'];

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }
}
