<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** A wait that somebody must keep. */
final readonly class Clock
{
    public function __construct(
        public string $id,
        public string $title,
        public \DateTimeImmutable $startsAt,
        public \DateTimeImmutable $dueAt,
        public string $then,
        public string $source,
    ) {
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'title' => $this->title, 'then' => $this->then, 'source' => $this->source,
            'starts_at' => $this->startsAt->format(\DateTimeInterface::RFC3339), 'due_at' => $this->dueAt->format(\DateTimeInterface::RFC3339),
        ];
    }
}
