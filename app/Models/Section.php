<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * What one pressure test covers.
 *
 * @property-read Main $main
 */
final class Section extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = [
        'facts' => 'array', 'from_station_m' => 'float', 'to_station_m' => 'float', 'low_level_m' => 'float', 'high_level_m' => 'float',
        'gauge_level_m' => 'float', 'design_pressure_kpa' => 'float',
    ];

    /** @return BelongsTo<Main, $this> */
    public function main(): BelongsTo
    {
        return $this->belongsTo(Main::class);
    }

    /** @return HasMany<Joint, $this> those on the line: none that was cut out and made again */
    public function joints(): HasMany
    {
        return $this->everyJoint()->where('suffix', '');
    }

    /** @return HasMany<Joint, $this> */
    public function everyJoint(): HasMany
    {
        return $this->hasMany(Joint::class)->orderBy('station_m');
    }

    /** @return HasMany<PressureTest, $this> */
    public function tests(): HasMany
    {
        return $this->hasMany(PressureTest::class)->orderBy('number');
    }

    public function jobId(): string
    {
        return $this->main->jobId();
    }
}
