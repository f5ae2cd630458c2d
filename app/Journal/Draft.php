<?php

declare(strict_types=1);

namespace App\Journal;

/** An entry before it has its place in the chain. */
final readonly class Draft
{
    /** @param  array<string, mixed>  $payload */
    public function __construct(
        public string $id,
        public string $kind,
        public string $subjectType,
        public string $subjectId,
        public array $payload,
        public string $deviceAt,
    ) {
    }
}
