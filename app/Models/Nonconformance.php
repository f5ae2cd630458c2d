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
 * @property ?string $section_id  where it is about no joint: a joint knows its own
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

    /** @return Builder<self> those that nobody has seen to be right */
    public static function holding(): Builder
    {
        return self::query()->where('standing', '<>', Standing::Verified->value)->orderBy('number');
    }

    /** @return Builder<self> those that hold the test of a section: its own, and those of every joint that is or was in it */
    public static function holdingTestOf(Section $section): Builder
    {
        return self::holding()->where(
            static fn ($q) => $q->where('section_id', $section->id)->orWhereIn('joint_id', $section->everyJoint()->reorder()->select('id')),
        );
    }
}
