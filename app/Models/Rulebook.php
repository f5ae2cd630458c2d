<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property string $id
 * @property array{
 *     id: string, version: int, title: string, units: string, choices: array<string, list<string>>,
 *     limits: list<array{
 *         id: string, value: float|int, unit: string, title: string, source: array{kind: string, document: string, clause: string},
 *         changed_by: string, reason: string
 *     }>
 * } $payload as the core's Rulebook::toArray() gives it
 */
final class Rulebook extends Model
{
    use HasUuids;

    protected $guarded = [];

    protected $casts = ['payload' => 'array'];
}
