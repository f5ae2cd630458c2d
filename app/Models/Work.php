<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Sitting\Kind;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Work that is no joint and no section: told apart by its kind alone.
 *
 * @property string $id
 * @property Kind $kind
 * @property string $procedure id of the core's procedure
 * @property string $title
 * @property array<string, bool|float|int|string|null> $facts
 * @property string $state a projection of the journal, as a joint's is
 * @property ?string $rulebook_id the version its verdict was given under
 * @property-read ?Rulebook $rulebook
 * @property-read Job $job
 */
final class Work extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['kind' => Kind::class, 'facts' => 'array', 'verdict' => 'array', 'from_station_m' => 'float', 'to_station_m' => 'float'];

    /** @return BelongsTo<Job, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(Job::class);
    }

    /** @return BelongsTo<Main, $this> */
    public function main(): BelongsTo
    {
        return $this->belongsTo(Main::class);
    }

    /** @return BelongsTo<Rulebook, $this> the version it was judged under */
    public function rulebook(): BelongsTo
    {
        return $this->belongsTo(Rulebook::class);
    }

    public function jobId(): string
    {
        return (string) $this->job_id;
    }
}
