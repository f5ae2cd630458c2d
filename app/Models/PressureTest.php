<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** One test of a section; never edited: a repeat is a new one that names the old. */
final class PressureTest extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['plan' => 'array', 'run' => 'array', 'verdict' => 'array', 'section_facts' => 'array', 'ready' => 'array', 'measured' => 'array', 'number' => 'int', 'started_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime'];

    /** Nothing is added to it any more. */
    public const ENDED = ['passed', 'failed', 'advised'];

    public function hasEnded(): bool
    {
        return in_array($this->state, self::ENDED, true);
    }

    /** @return BelongsTo<Section, $this> */
    public function section(): BelongsTo
    {
        return $this->belongsTo(Section::class);
    }
}
