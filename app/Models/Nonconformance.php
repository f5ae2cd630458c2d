<?php

declare(strict_types=1);

namespace App\Models;

use Diastoma\Core\Conformance\Standing;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property string $id
 * @property int $number
 * @property string $what
 * @property array<string, string> $shared
 * @property list<string> $pictures by their hash
 * @property Standing $standing
 * @property ?string $cause
 * @property ?string $joint_id
 * @property ?string $section_id
 * @property ?string $corrected_by
 */
final class Nonconformance extends Model implements OfJob
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['number' => 'int', 'shared' => 'array', 'pictures' => 'array', 'standing' => Standing::class];

    public function jobId(): string
    {
        return (string) $this->job_id;
    }

    /** @return Builder<self> those that hold a section's test and the handover */
    public static function holding(): Builder
    {
        return self::query()->where('standing', '<>', Standing::Verified->value)->orderBy('number');
    }
}
