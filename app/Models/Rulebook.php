<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/** @property array<string, mixed> $payload as the core's Rulebook::toArray() gives it */
final class Rulebook extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['payload' => 'array'];
}
