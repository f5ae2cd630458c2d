<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Layout\Numbers;
use Diastoma\Core\Pipe\Span;
use Diastoma\Core\Pipe\Spans;
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

    /** What its pipe is, where nothing else is said of one. */
    public function span(): Span
    {
        return new Span(
            $this->material, (float) $this->dn_mm, $this->sdr, $this->pn_bar, (float) $this->wall_mm, (float) $this->od_largest_mm, $this->od_smallest_mm,
            $this->label_size_mm, $this->size_convention,
        );
    }

    /** What its pipe is, in words: “PE 100 SDR 11 dn 180” or “GRP PN 10 DN 600”. */
    public function pipeSaid(): string
    {
        return $this->span()->said();
    }

    /** What a pipe of it is. */
    public function spanOf(?Pipe $pipe): Span
    {
        return $pipe?->span === null ? $this->span() : Span::fromArray($pipe->span);
    }

    /** @return non-empty-list<array{span: Span, from_m: float, to_m: float}> between two stations, m */
    public function spans(float $fromM, float $toM): array
    {
        $others = Pipe::query()->where('main_id', $this->id)->whereNotNull('span')->where('to_station_m', '>', $fromM)->where('from_station_m', '<', $toM)
            ->orderBy('from_station_m')->get();

        return Spans::of($this->span(), array_values($others->map(fn (Pipe $p): array => [
            'from_m' => $p->from_station_m, 'to_m' => $p->to_station_m, 'span' => $this->spanOf($p),
        ])->all()), $fromM, $toM);
    }

    /** @return BelongsTo<Joint, $this> the tee or saddle of another main that it leaves at */
    public function leaves(): BelongsTo
    {
        return $this->belongsTo(Joint::class, 'leaves_joint_id');
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
