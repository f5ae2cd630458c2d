<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property string $id
 * @property array<string, mixed> $request limits it was made with
 * @property array<string, mixed> $payload as the core's Plan gives it
 * @property-read Main $main
 * @property-read Alignment $alignment
 * @property \Carbon\CarbonImmutable $created_at
 */
final class Plan extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['request' => 'array', 'payload' => 'array', 'adopted_at' => 'immutable_datetime'];

    /** @return BelongsTo<Main, $this> */
    public function main(): BelongsTo
    {
        return $this->belongsTo(Main::class);
    }

    /** @return BelongsTo<Alignment, $this> */
    public function alignment(): BelongsTo
    {
        return $this->belongsTo(Alignment::class);
    }

    public function jobId(): string
    {
        return $this->main->jobId();
    }
}
