<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/** A supervisor's or inspector's decision to go on in spite of a stop. It never hides the finding. */
final readonly class Overrule
{
    public function __construct(
        public string $rule,
        public string $by,
        public string $role,
        public string $reason,
        public \DateTimeImmutable $at,
    ) {
    }

    /** @return array{rule: string, by: string, role: string, reason: string, at: string} */
    public function toArray(): array
    {
        return ['rule' => $this->rule, 'by' => $this->by, 'role' => $this->role, 'reason' => $this->reason, 'at' => $this->at->format(\DateTimeInterface::RFC3339)];
    }
}
