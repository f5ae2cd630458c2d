<?php

declare(strict_types=1);

namespace Diastoma\Core\Conformance;

/** How far a nonconformance has come. */
enum Standing: string
{
    case Open = 'open';
    case Corrected = 'corrected';
    case Verified = 'verified';

    /** Until somebody else has seen that it is put right, it holds the section's test and the handover. */
    public function holds(): bool
    {
        return $this !== self::Verified;
    }

    public function said(): string
    {
        return match ($this) {
            self::Open => 'open', self::Corrected => 'put right, to be seen by another', self::Verified => 'closed',
        };
    }
}
