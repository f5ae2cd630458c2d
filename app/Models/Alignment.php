<?php

declare(strict_types=1);

namespace App\Models;

use App\Imports\AlignmentData;
use Diastoma\Core\Layout\Alignment as CoreAlignment;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property string $id
 * @property string $name
 * @property string $file where it came from
 * @property array{
 *     name: string, points: list<array<string, int|float|null>>, elements: list<array<string, int|float>>, profile: list<list<int|float>>,
 *     from: int|float
 * } $payload as AlignmentData keeps it
 * @property \Carbon\CarbonImmutable $created_at
 */
final class Alignment extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['payload' => 'array'];

    public function core(): CoreAlignment
    {
        return AlignmentData::fromArray($this->payload)->alignment();
    }
}
