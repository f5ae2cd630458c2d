<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\Reading;

/** One thing that somebody wrote down about a work. */
final readonly class Entry
{
    public const READING = 'reading';

    /** In the payload of a reading: what lay outside of the work when it was taken, see Procedure::witnessed(). */
    public const WITNESSED = 'witnessed';

    public const OVERRULE = 'overrule';

    /** One row of a series: {key, row}. */
    public const ROW = 'row';

    /** A name under what was seen: {key, remark}. */
    public const SIGNATURE = 'signature';

    /** What is worth remembering and decides nothing: {text}. */
    public const NOTE = 'note';

    /** What was seen: {sha256, type, caption}; whoever stores entries stores the picture by its hash. */
    public const PICTURE = 'picture';

    /** What was made is taken out again: {reason}. Nothing is entered about it after. */
    public const CUT_OUT = 'cut_out';

    /** Somebody judged finished work again on purpose: {procedure_version}. */
    public const JUDGED_AGAIN = 'judged_again';

    /**
     * @param  array<string, mixed>  $payload  of a reading {key, value} and, once taken, {procedure_version}; of an overrule {rule, reason} and, once taken,
     *     {role, severity}
     * @param  \DateTimeImmutable  $takenAt  when it was done, by the clock of the device
     * @param  string  $by  name of whoever did it
     * @param  ?\DateTimeImmutable  $receivedAt  when it arrived; null while it is being entered
     */
    public function __construct(
        public string $id, public string $kind, public array $payload, public \DateTimeImmutable $takenAt, public string $by,
        public ?\DateTimeImmutable $receivedAt = null,
    ) {
    }

    /** Whoever wrote it: a unit that sent it by itself, with the person who started it, or that person alone. */
    public function author(): string
    {
        return is_string($this->payload['unit'] ?? null) ? "{$this->payload['unit']}, started by {$this->by}" : $this->by;
    }

    /** @return ?int minutes by which it was sent after it was taken, where that is more than usual */
    public function lateMin(): ?int
    {
        return Reading::late($this->takenAt, $this->receivedAt);
    }
}
