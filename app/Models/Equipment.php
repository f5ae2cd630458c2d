<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Sitting\Instrument;
use Diastoma\Core\Sitting\InstrumentKind;
use Diastoma\Core\Sitting\Range;
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
 * @property ?float $range_low what it reads, in the unit of its kind
 * @property ?float $range_high
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

    protected $casts = ['retired_at' => 'immutable_datetime', 'range_low' => 'float', 'range_high' => 'float'];

    /** @return BelongsTo<Job, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(Job::class);
    }

    /** What it reads, in words: its figures where they are known, else what somebody wrote. */
    public function range(UnitSystem $units): ?string
    {
        $unit = InstrumentKind::tryFrom($this->kind)?->reads();

        return $unit === null || $this->range_low === null || $this->range_high === null ? $this->range_said
            : $units->print($this->range_low, $unit).' to '.$units->print($this->range_high, $unit);
    }

    public function asInstrument(): Instrument
    {
        return new Instrument(
            $this->id, $this->kind, (string) $this->name, (string) $this->serial, (string) $this->calibration_until,
            Range::of($this->range_low, $this->range_high),
        );
    }

    public function jobId(): string
    {
        return (string) $this->job_id;
    }
}
