<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** One thing that somebody wrote down about a work. */
final readonly class Entry
{
    public const READING = 'reading';

    public const OVERRULE = 'overrule';

    /** Somebody judged finished work again on purpose: {procedure_version}. */
    public const JUDGED_AGAIN = 'judged_again';

    /**
     * @param  array<string, mixed>  $payload  of a reading {key, value} and, once taken, {procedure_version}; of an overrule {rule, reason} and, once taken, {role, severity}
     * @param  \DateTimeImmutable  $takenAt  when it was done, by the clock of the device
     * @param  string  $by  name of whoever did it
     * @param  ?\DateTimeImmutable  $receivedAt  when it arrived; null while it is being entered
     */
    public function __construct(public string $id, public string $kind, public array $payload, public \DateTimeImmutable $takenAt, public string $by, public ?\DateTimeImmutable $receivedAt = null)
    {
    }
}
