<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** A wait that somebody must keep. */
final readonly class Clock
{
    public const WAIT = 'wait';

    /** shown while it runs; nothing needs a hand when it ends */
    public const PASSIVE = 'passive';

    /** until clamps may come off */
    public const RELEASE = 'release';

    /** until the joint may be pressure tested */
    public const TEST = 'test';

    /** until a phase of a running pressure test is over */
    public const TEST_PHASE = 'test_phase';

    /** until something that was done goes stale */
    public const AGE = 'age';

    /** So long before it runs out an age is shown, s. Our own choice: the rest of a shift is full of clocks. */
    private const SHOWN_BEFORE_S = 3600;

    public function __construct(
        public string $id,
        public string $title,
        public \DateTimeImmutable $startsAt,
        public \DateTimeImmutable $dueAt,
        public string $then,
        public string $source,
        public string $kind = self::WAIT,
    ) {
    }

    /** Whether somebody should see a wait of this kind now: one that needs no hand when it ends is not shown after it. */
    public static function isShown(string $kind, \DateTimeInterface $dueAt, \DateTimeInterface $now): bool
    {
        return $kind === self::AGE ? $dueAt->getTimestamp() - $now->getTimestamp() <= self::SHOWN_BEFORE_S : self::needsHand($kind) || $dueAt > $now;
    }

    /** Whether somebody has to do something when it ends, and it stands until that is done. */
    public static function needsHand(string $kind): bool
    {
        return ! in_array($kind, [self::TEST, self::PASSIVE], true);
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'title' => $this->title, 'kind' => $this->kind, 'then' => $this->then, 'source' => $this->source,
            'starts_at' => $this->startsAt->format(\DateTimeInterface::RFC3339), 'due_at' => $this->dueAt->format(\DateTimeInterface::RFC3339),
        ];
    }
}
