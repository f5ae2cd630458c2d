<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Layout\Numbers;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * @property ?float $sdr
 * @property ?float $pn_bar
 * @property ?float $label_size_mm
 * @property-read Job $job
 */
final class Main extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = [
        'sdr' => 'float', 'pn_bar' => 'float', 'wall_mm' => 'float', 'od_largest_mm' => 'float', 'od_smallest_mm' => 'float', 'label_size_mm' => 'float',
        'length_m' => 'float',
    ];

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

    /** What its pipe is, in words: “PE 100 SDR 11 dn 180” or “GRP PN 10 DN 600”. */
    public function pipeSaid(): string
    {
        if ($this->label_size_mm !== null) { // inch pipe goes by its nominal size
            return $this->material." DR {$this->sdr} ".round($this->label_size_mm / 25.4, 2).' in '.strtok((string) $this->size_convention, ' ');
        }

        return $this->material.($this->sdr === null ? '' : " SDR {$this->sdr}").(
            $this->pn_bar === null ? '' : " PN {$this->pn_bar}"
        ).($this->sdr === null ? ' DN ' : ' dn ').$this->dn_mm;
    }

    /** @return HasOne<Alignment, $this> the one that counts: the last that was brought */
    public function alignment(): HasOne
    {
        return $this->hasOne(Alignment::class)->latestOfMany('id');
    }

    /** @return HasOne<Plan, $this> the last that was made */
    public function plan(): HasOne
    {
        return $this->hasOne(Plan::class)->latestOfMany('id');
    }

    /** @return HasMany<Pipe, $this> */
    public function pipes(): HasMany
    {
        return $this->hasMany(Pipe::class)->orderBy('from_station_m');
    }

    /** @return HasMany<Joint, $this> those on the line: none that was cut out and made again */
    public function joints(): HasMany
    {
        return $this->everyJoint()->where('suffix', '');
    }

    /** The first of so many numbers for new joints of this main. */
    public function nextNumber(int $count): int
    {
        $last = $this->everyJoint()->max('number');
        $others = Joint::query()->whereIn('main_id', $this->job->mains()->whereKeyNot($this->id)->pluck('id'))->toBase()->pluck('number');

        return Numbers::next($last === null ? null : (int) $last, $count, array_values($others->map(intval(...))->all()));
    }

    /** @return HasMany<Joint, $this> */
    public function everyJoint(): HasMany
    {
        return $this->hasMany(Joint::class)->orderBy('station_m');
    }

    public function jobId(): string
    {
        return (string) $this->job_id;
    }
}
