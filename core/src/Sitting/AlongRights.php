<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

use Diastoma\Core\Quantity\Moment;

/**
 * Rights of somebody who worked without signal: those of the moment at which the main was taken along, for a day, and no longer than they are on the job.
 */
final readonly class AlongRights
{
    /** In the payload of an entry: by which rights it was taken, where they are not those of today. */
    public const MARK = 'rights';

    /** So long do they hold, h. A whole day without signal; our own value. */
    private const HOURS = 24;

    /** What bears on others' work, and is given by whoever has the right on the day on which it arrives. */
    private const JUDGEMENTS = [Entry::SIGNATURE, Entry::OVERRULE, Entry::CUT_OUT];

    /**
     * @param  string  $role  as it was
     * @param  \DateTimeImmutable  $takenAt  when the main was taken along
     * @param  ?string  $roleNow  null where they are on the job no more
     * @param  ?\DateTimeImmutable  $endedAt  when they were taken off the job, or left; null where they are on it, or nobody knows
     */
    public function __construct(
        public string $role, public \DateTimeImmutable $takenAt, public ?string $roleNow, private ?\DateTimeImmutable $endedAt = null,
    ) {
    }

    /** Whether they hold for what was done at a moment: not any more once somebody was taken off the job. */
    public function holdAt(\DateTimeImmutable $at): bool
    {
        return $this->isOfItsDay($at) && ($this->endedAt === null || $at->getTimestamp() <= $this->endedAt->getTimestamp() + Moment::CLOCKS_DIFFER_S);
    }

    /** Whether a moment lies within the day for which the main was taken along. */
    private function isOfItsDay(\DateTimeImmutable $at): bool
    {
        $age = $at->getTimestamp() - $this->takenAt->getTimestamp();

        return $age >= 0 && $age <= 3600 * self::HOURS;
    }

    /**
     * Whether an entry of a kind is judged by these rights when it arrives. A judgement is not by those of a day that is over, whatever its device says the
     * time is: then it is by those of today.
     */
    public function holdFor(string $kind, \DateTimeImmutable $at, \DateTimeImmutable $now): bool
    {
        return $this->holdAt($at) && (! in_array($kind, self::JUDGEMENTS, true) || $this->isOfItsDay($now));
    }

    /** Why a judgement is not taken of somebody who is on the job no more; null where it may be. It is given by somebody who has the right. */
    public function judgementRefusal(string $kind): ?string
    {
        return $this->roleNow !== null || ! in_array($kind, self::JUDGEMENTS, true) ? null
            : 'You are on this job no more: a signature, an overrule or a cut-out is given by somebody who has the right today. Show it to the supervisor.';
    }

    /**
     * Why somebody else may not hand in an entry; null where they may. What bears on what its author alone may give (a name under what was seen, a stop set
     * aside) is never handed in, and nothing that was not made under a taking of theirs.
     */
    public static function handInRefusal(string $kind, ?self $rights, \DateTimeImmutable $at): ?string
    {
        return match (true) {
            in_array($kind, self::JUDGEMENTS, true) => 'A signature, an overrule or a cut-out is given by its author alone, and handed in by nobody.',
            $rights === null || ! $rights->isOfItsDay($at) => 'Its author had taken no main along when it was made: they sign in and send it.',
            default => null,
        };
    }

    /** @return ?array{role: string, taken_at: string, now: ?string} null where they are what they were */
    public function mark(): ?array
    {
        return $this->role === $this->roleNow ? null : [
            'role' => $this->role, 'taken_at' => $this->takenAt->format(\DateTimeInterface::RFC3339), 'now' => $this->roleNow,
        ];
    }

    /**
     * What an entry says of its rights, in words; null where there is nothing to say.
     *
     * @param  array<string, mixed>  $payload
     */
    public static function said(array $payload): ?string
    {
        $mark = $payload[self::MARK] ?? null;
        $by = $payload['handed_in_by'] ?? null;
        if (! is_array($mark) || ! is_string($mark['role'] ?? null) || ! is_string($mark['taken_at'] ?? null)) {
            return is_string($by) ? "Handed in by {$by}." : null;
        }
        $now = is_string($mark['now'] ?? null) ? "is {$mark['now']} now" : 'has left the job since';
        $taken = substr($mark['taken_at'], 0, 16);

        return "Entered as {$mark['role']}, by the rights of ".str_replace('T', ' ', $taken).'; '.$now.'.'.(is_string($by) ? " Handed in by {$by}." : '');
    }
}
