<?php

declare(strict_types=1);

namespace App\Models;

use App\Exceptions\Refused;
use Carbon\CarbonImmutable;
use Diastoma\Core\Rulebook\Rulebook as CoreRulebook;
use Diastoma\Core\Sitting\Action;
use Diastoma\Core\Sitting\Closed;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property string $id
 * @property string $number
 * @property string $title
 * @property string $time_zone
 * @property bool $simulated
 * @property int $clock_ahead_s how far a simulated job's clock runs ahead of the real one
 * @property ?\Carbon\CarbonImmutable $began_on  nothing was done before that day
 * @property ?\Carbon\CarbonImmutable $closed_at nothing is entered any more
 * @property ?string $specification_sha256 what the owner asks for, as a file
 * @property ?string $specification_name
 * @property int $journal_seq
 * @property string $journal_head
 * @property-read Rulebook $rulebook
 */
final class Job extends Model implements OfJob
{
    use HasUuids;
    use WholeSave;

    protected $guarded = [];

    protected $casts = ['simulated' => 'bool', 'clock_ahead_s' => 'int', 'journal_seq' => 'int', 'began_on' => 'immutable_date',
        'closed_at' => 'immutable_datetime'];

    /** @var ?array{string, CoreRulebook} the rulebook as it was read, with its id */
    private ?array $read = null;

    /** @return BelongsTo<Rulebook, $this> */
    public function rulebook(): BelongsTo
    {
        return $this->belongsTo(Rulebook::class);
    }

    /** @return HasMany<Main, $this> */
    public function mains(): HasMany
    {
        return $this->hasMany(Main::class)->orderBy('name');
    }

    /** @return HasMany<Equipment, $this> */
    public function equipment(): HasMany
    {
        return $this->hasMany(Equipment::class)->orderBy('name');
    }

    public function rules(): CoreRulebook
    {
        $row = $this->rulebook;
        if ($this->read === null || $this->read[0] !== $row->id) {
            $this->read = [$row->id, CoreRulebook::fromArray($row->payload)]; // a version never changes
        }

        return $this->read[1];
    }

    /** @throws Refused if it is closed: whoever or whatever sends it, nothing more is entered */
    public function mustBeOpen(?Action $action = null): void
    {
        Refused::unless(Closed::refusal($this->closed_at?->format('Y-m-d'), $action));
    }

    /** The time of day on this job. */
    public function now(): CarbonImmutable
    {
        return CarbonImmutable::now('UTC')->addSeconds($this->clock_ahead_s);
    }

    public function jobId(): string
    {
        return $this->id;
    }
}
