<?php

declare(strict_types=1);

namespace App\Models;

use App\Exceptions\Refused;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property string $id
 * @property int $number
 * @property string $suffix a letter where it was cut out and made again; else empty
 * @property ?string $replaces the joint in whose place this one stands
 * @property string $method id of the core's procedure
 * @property string $state planned, in_work, mend, cooling, accepted, overruled, stop or cut_out: a projection of the journal
 * @property string $to_do in short; empty where nothing is, or nothing was begun
 * @property ?\DateTimeImmutable $last_at when the last entry was taken that something hangs on
 * @property ?string $last_by who took it
 * @property ?array<string, mixed> $verdict
 * @property ?string $rulebook_id the version its verdict was given under
 * @property-read ?Rulebook $rulebook
 * @property ?array{h_deg: float, v_deg: float, easting_m: float, northing_m: float, level_m: float, far: array{easting_m: float, northing_m: float,
 *     level_m: float}, pipe_length_m: float} $planned
 * @property-read Main $main
 * @property-read Section $section
 */
final class Joint extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = [
        'verdict' => 'array', 'planned' => 'array', 'station_m' => 'float', 'number' => 'int', 'release_at' => 'immutable_datetime',
        'test_at' => 'immutable_datetime', 'last_at' => 'immutable_datetime',
    ];

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

    /** @return BelongsTo<Section, $this> */
    public function section(): BelongsTo
    {
        return $this->belongsTo(Section::class);
    }

    /** As the crew calls it. */
    public function label(): string
    {
        return $this->number.$this->suffix;
    }

    public function jobId(): string
    {
        return $this->main->jobId();
    }

    /**
     * The joint that a device names by its number, and by its main where several have one.
     *
     * @param  string  $device  what the number is set on, as the crew calls it
     *
     * @throws Refused if there is not just one
     */
    public static function named(string $jobId, int $number, ?string $main, string $device): self
    {
        $found = self::with('main.job.rulebook')->where('number', $number)->where('suffix', '')->whereHas(
            'main', static fn ($q) => $q->where('job_id', $jobId)->when($main, static fn ($q, $name) => $q->where('name', $name)),
        )->get();
        $joint = $found->first();

        return $joint !== null && $found->count() === 1 ? $joint : throw Refused::input(
            $joint === null ? "There is no joint {$number} on this job. Set the number on the {$device}."
                : "Several mains have a joint {$number}. Send the main's name too.",
            [['field' => 'joint', 'detail' => 'not one joint', 'value' => $number]],
        );
    }
}
