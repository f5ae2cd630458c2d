<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\PressureTest\Run\Conduct;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One test of a section; never edited: a repeat is a new one that names the old.
 *
 * @property-read Section $section
 * @property string $id
 * @property array<string, mixed> $plan
 * @property array<string, mixed> $run
 * @property ?array{
 *     phases: list<array{id: string, from_s: float, to_s: float}>, findings: list<array{severity: string, said: string, todo: string, source: string}>,
 *     arithmetic: list<array{title: string, formula: string, value: string, working?: string}>, reading?: string, figures?: array<string, mixed>,
 *     broken_off?: string, diagnosis?: array<string, mixed>
 * } $verdict as the core's TestVerdict::toArray() gives it, and why it was broken off
 * @property \Carbon\CarbonImmutable $started_at
 * @property \Carbon\CarbonImmutable $ended_at
 * @property \Carbon\CarbonImmutable $created_at
 */
final class PressureTest extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = [
        'plan' => 'array', 'run' => 'array', 'verdict' => 'array', 'section_facts' => 'array', 'ready' => 'array', 'measured' => 'array', 'number' => 'int',
        'started_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime',
    ];

    /** What may be done with it as it stands. */
    public function conduct(): Conduct
    {
        return new Conduct($this->number, $this->state ?? Conduct::PLANNED, $this->mode, $this->run['gaps'] ?? []);
    }

    public function hasEnded(): bool
    {
        return $this->conduct()->hasEnded();
    }

    /** @return BelongsTo<Section, $this> */
    public function section(): BelongsTo
    {
        return $this->belongsTo(Section::class);
    }

    public function jobId(): string
    {
        return $this->section->jobId();
    }
}
