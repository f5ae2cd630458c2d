<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Foundation\Auth\User;
use Laravel\Sanctum\HasApiTokens;

/**
 * A control unit, gauge or clamp of a job. A control unit or a pressure logger may hold a token with which it sends its own samples.
 *
 * @property-read Job $job
 */
final class Equipment extends User
{
    use HasApiTokens;
    use HasUuids;

    public const SEND_SAMPLES = 'fusion:send';

    public const SEND_PRESSURE = 'pressure:send';

    protected $table = 'equipment';

    protected $guarded = [];

    /** @return BelongsTo<Job, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(Job::class);
    }
}
