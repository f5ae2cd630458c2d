<?php

declare(strict_types=1);

use App\Models\Work;
use Illuminate\Support\Str;

/** @return array<string, mixed> */
function about(Work $work, string $kind, array $payload): array
{
    return [
        'id' => (string) Str::uuid(), 'kind' => $kind, 'subject_type' => $work->kind->value, 'subject_id' => $work->id, 'payload' => $payload,
        'device_at' => now()->toIso8601String(),
    ];
}
