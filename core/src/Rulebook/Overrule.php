<?php

declare(strict_types=1);

namespace Diastoma\Core\Rulebook;

/**
 * A supervisor's or inspector's decision to go on in spite of a finding. It never hides it, holds for what was read when it was given, and for nothing
 * worse than what it was given for.
 */
final readonly class Overrule
{
    public function __construct(
        public string $rule,
        public string $by,
        public string $role,
        public string $reason,
        public \DateTimeImmutable $at,
        public Severity $severity = Severity::Stop,
    ) {
    }

    /** @return array{rule: string, by: string, role: string, reason: string, at: string, severity: string} */
    public function toArray(): array
    {
        return [
            'rule' => $this->rule, 'by' => $this->by, 'role' => $this->role, 'reason' => $this->reason,
            'at' => $this->at->format(\DateTimeInterface::RFC3339), 'severity' => $this->severity->value,
        ];
    }
}
