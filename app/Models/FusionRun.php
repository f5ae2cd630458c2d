<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A fusion under way or done: on the simulated control unit, or on a real one that sends its samples (equipment_id set).
 *
 * @property string $id
 * @property string $record key of the reading it will become
 * @property ?float $resistance_ohm
 * @property ?list<array{t: float, v: float, i: float}> $samples of a real unit, as far as they have come
 * @property-read Joint $joint
 * @property-read Person $person
 */
final class FusionRun extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $casts = [
        'started_at' => 'immutable_datetime', 'real_started_at' => 'immutable_datetime', 'finished' => 'bool', 'speed' => 'float', 'time_s' => 'float',
        'voltage_v' => 'float', 'resistance_ohm' => 'float', 'fitting_c' => 'float', 'stopped_at_s' => 'float', 'seed' => 'int', 'samples' => 'array',
    ];

    public function isFromDevice(): bool
    {
        return $this->equipment_id !== null;
    }

    /** @return BelongsTo<Joint, $this> */
    public function joint(): BelongsTo
    {
        return $this->belongsTo(Joint::class);
    }

    /** @return BelongsTo<Equipment, $this> the real unit, if one sends */
    public function equipment(): BelongsTo
    {
        return $this->belongsTo(Equipment::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    public function jobId(): string
    {
        return $this->joint->jobId();
    }
}
