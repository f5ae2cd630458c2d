<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** An entry that was taken, as it is to be kept: its value in the reading's own unit, papers and role as they stood. */
final readonly class Taken
{
    public function __construct(public Entry $entry)
    {
    }

    /** @param  array<string, mixed>  $payload  as it is kept */
    public static function as(Entry $entry, array $payload): self
    {
        return new self(new Entry($entry->id, $entry->kind, $payload, $entry->takenAt, $entry->by, $entry->receivedAt));
    }
}
