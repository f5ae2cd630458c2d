<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** Keeps a step shut: until a moment, until something else has been done, until somebody has signed, or again from a moment on. */
final readonly class Gate
{
    /**
     * @param  ?\DateTimeImmutable  $opensAt  null while nobody can say when
     * @param  ?\DateTimeImmutable  $shutsAt  the step is open until then: what it stands on runs out
     * @param  string  $rule  by which a supervisor may open it with a reason; empty where nobody may
     */
    public function __construct(
        public string $said, public ?\DateTimeImmutable $opensAt, public string $source, public ?\DateTimeImmutable $shutsAt = null, public string $rule = '',
    ) {
    }

    /**
     * Keeps a step shut until somebody of a role has signed.
     *
     * @param  string  $key  of the reading that the signature becomes
     * @param  string  $who  the role, as the sentence names it
     * @return ?self null once it is signed
     */
    public static function untilSigned(Readings $readings, string $key, string $who, string $what, string $source): ?self
    {
        return $readings->has($key) ? null : new self("{$what} waits for the signature of {$who}.", null, $source);
    }

    public function isShutAt(\DateTimeImmutable $moment): bool
    {
        return $this->shutsAt === null ? $this->opensAt === null || $moment < $this->opensAt : $moment >= $this->shutsAt;
    }

    /** @return array{said: string, opens_at: ?string, shuts_at: ?string, source: string, rule: string} */
    public function toArray(): array
    {
        return [
            'said' => $this->said, 'opens_at' => $this->opensAt?->format(\DateTimeInterface::RFC3339),
            'shuts_at' => $this->shutsAt?->format(\DateTimeInterface::RFC3339), 'source' => $this->source, 'rule' => $this->rule,
        ];
    }
}
