<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Procedure\How;
use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Quantity\Moment;

/** One thing that somebody wrote down about a work. */
final readonly class Entry
{
    public const READING = 'reading';

    /** In the payload of a reading: what lay outside of the work when it was taken, see Procedure::witnessed(). */
    public const WITNESSED = 'witnessed';

    /** In the payload: a number beyond what is usual, which whoever entered it keeps. */
    public const KEPT = 'kept';

    /** In the payload: when it was done, where it was written on paper first and entered later. */
    public const DONE_AT = 'done_at';

    /** Statements of one step confirmed together: {step, values: [{key, value}]}. */
    public const LIST = 'list';

    /** Rows of a series confirmed together: {key, pass} and, once taken, {values}. */
    public const ROUND = 'round';

    /** Answers taken over from a shift sheet: {sheet, values: [{key, value, at, by}]}. */
    public const SHIFT = 'shift';

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

    /** When it was done: as the paper says, where it was written there first. */
    public function at(): \DateTimeImmutable
    {
        $spelled = is_string($this->payload[self::DONE_AT] ?? null) ? Moment::spelled($this->payload[self::DONE_AT]) : null;

        return $spelled === null ? $this->takenAt : new \DateTimeImmutable($spelled);
    }

    /** @return array{done_at?: string} when it was done, as it is kept with what was entered; nothing where it was entered when it was done */
    public function paper(): array
    {
        return $this->at() == $this->takenAt ? [] : [self::DONE_AT => $this->at()->format(\DateTimeInterface::RFC3339)];
    }

    /**
     * What it answers: one thing, or several at once.
     *
     * @return list<array{key: string, value: mixed, how: How, at?: string, by?: string}> the moment and the name of a shift sheet where it is taken over
     */
    public function answers(): array
    {
        $how = match ($this->kind) {
            self::LIST, self::ROUND => How::AsList, self::SHIFT => How::FromShift, default => How::ByItself,
        };
        if ($how === How::ByItself) {
            $key = $this->payload['key'] ?? null;

            return is_string($key) ? [['key' => $key, 'value' => $this->payload['value'] ?? $this->payload['row'] ?? null, 'how' => $how]] : [];
        }
        $answers = [];
        foreach (is_array($this->payload['values'] ?? null) ? $this->payload['values'] : [] as $one) {
            if (is_array($one) && is_string($one['key'] ?? null)) {
                $from = $how === How::FromShift && is_string($one['at'] ?? null) && is_string($one['by'] ?? null) ? ['at' => $one['at'],
                    'by' => $one['by']] : [];
                $answers[] = ['key' => $one['key'], 'value' => $one['value'] ?? null, 'how' => $how, ...$from];
            }
        }

        return $answers;
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
