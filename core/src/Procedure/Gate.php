<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Keeps a step shut: until a moment, or until something else has been done. */
final readonly class Gate
{
    /** @param  ?\DateTimeImmutable  $opensAt  null while nobody can say when */
    public function __construct(public string $said, public ?\DateTimeImmutable $opensAt, public string $source)
    {
    }

    public function isShutAt(\DateTimeImmutable $moment): bool
    {
        return $this->opensAt === null || $moment < $this->opensAt;
    }

    /** @return array{said: string, opens_at: ?string, source: string} */
    public function toArray(): array
    {
        return ['said' => $this->said, 'opens_at' => $this->opensAt?->format(\DateTimeInterface::RFC3339), 'source' => $this->source];
    }
}
