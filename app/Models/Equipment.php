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
 * @property string $id
 * @property string $kind one of the core's InstrumentKind
 * @property ?string $calibration_until
 * @property ?\Carbon\CarbonImmutable $retired_at out of use since
 * @property-read Job $job
 */
final class Equipment extends User implements OfJob
{
    use HasApiTokens;
    use HasUuids;

    public const SEND_SAMPLES = 'fusion:send';

    public const SEND_PRESSURE = 'pressure:send';

    protected $table = 'equipment';

    protected $guarded = [];

    protected $casts = ['retired_at' => 'immutable_datetime'];

    /** @return BelongsTo<Job, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(Job::class);
    }

    public function jobId(): string
    {
        return (string) $this->job_id;
    }
}
