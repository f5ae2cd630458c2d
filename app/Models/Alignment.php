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
 * @property array<string, mixed> $payload as AlignmentData keeps it
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
