<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

/** One answer the crew gave: a number, a yes or no, a word, a list of numbers, or the record of a device. */
final readonly class Reading
{
    /** What reaches the server so much later than it was taken says so, s. Common practice: no figure published. */
    private const LATE_AFTER_S = 900;

    /**
     * @param  bool|float|string|list<float>|array<string, mixed>  $value in the unit its ReadingSpec names
     * @param  ?\DateTimeImmutable  $receivedAt  when the server took it; null where it is being entered
     * @param  How  $how  by itself, on a list, or taken over
     * @param  ?\DateTimeImmutable  $enteredAt  when it was entered, where it was written on paper first; takenAt is when it was done then
     * @param  ?\DateTimeImmutable  $seenAt  when the shift sheet was answered that it is taken over from
     */
    public function __construct(
        public string $key,
        public bool|float|string|array $value,
        public \DateTimeImmutable $takenAt,
        public string $by = '',
        public ?\DateTimeImmutable $receivedAt = null,
        public How $how = How::ByItself,
        public ?\DateTimeImmutable $enteredAt = null,
        private ?\DateTimeImmutable $seenAt = null,
    ) {
    }

    /** When what it says was seen: of an answer from the shift sheet when the sheet was answered. */
    public function seenAt(): \DateTimeImmutable
    {
        return $this->seenAt ?? $this->takenAt;
    }

    /** Whether it was taken over from a shift sheet: when that was done says nothing about when the work was. */
    public function isCarried(): bool
    {
        return $this->how === How::FromShift;
    }

    /** Whole minutes between the work and the entry, where it was written on paper first. */
    public function enteredAfterMin(): int
    {
        return $this->enteredAt === null ? 0 : intdiv(max(0, $this->enteredAt->getTimestamp() - $this->takenAt->getTimestamp()), 60);
    }

    /** @return ?int whole minutes by which it was sent after it was taken; null where that is no more than usual */
    public function lateMin(): ?int
    {
        return self::late($this->takenAt, $this->receivedAt);
    }

    public static function late(\DateTimeImmutable $takenAt, ?\DateTimeImmutable $receivedAt): ?int
    {
        $late = ($receivedAt ?? $takenAt)->getTimestamp() - $takenAt->getTimestamp();

        return $late > self::LATE_AFTER_S ? intdiv($late, 60) : null;
    }
}
