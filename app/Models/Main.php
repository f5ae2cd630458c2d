<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

final class Main extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['sdr' => 'float', 'wall_mm' => 'float', 'od_largest_mm' => 'float', 'length_m' => 'float'];

    /** @return BelongsTo<Job, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(Job::class);
    }

    /** @return HasMany<Section, $this> */
    public function sections(): HasMany
    {
        return $this->hasMany(Section::class)->orderBy('from_station_m');
    }

    /** @return HasMany<Pipe, $this> */
    public function pipes(): HasMany
    {
        return $this->hasMany(Pipe::class)->orderBy('from_station_m');
    }

    /** @return HasMany<Joint, $this> */
    public function joints(): HasMany
    {
        return $this->hasMany(Joint::class)->orderBy('station_m');
    }
}
