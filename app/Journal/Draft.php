<?php

declare(strict_types=1);

namespace App\Journal;

/** An entry before it has its place in the chain. */
final readonly class Draft
{
    public string $id;

    public string $subjectId;

    /**
     * @param  string  $id  made by the client, in whatever case: the database does not tell the cases apart, the hash does
     * @param  array<string, mixed>  $payload
     * @param  ?string  $serverAt  when the server took it, where it was judged before it had its place
     */
    public function __construct(
        string $id,
        public string $kind,
        public string $subjectType,
        string $subjectId,
        public array $payload,
        public string $deviceAt,
        public ?string $serverAt = null,
    ) {
        $this->id = strtolower($id);
        $this->subjectId = strtolower($subjectId);
    }

    /** @param  array<string, mixed>  $payload  as it is kept */
    public function with(array $payload, ?string $serverAt = null): self
    {
        return new self($this->id, $this->kind, $this->subjectType, $this->subjectId, $payload, $this->deviceAt, $serverAt);
    }
}
