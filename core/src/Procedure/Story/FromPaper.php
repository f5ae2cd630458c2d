<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Reading;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/**
 * What was written on paper first and entered after an act that hides it: somebody with the right accepts it with a reason. Later than the rulebook lets it
 * be, it
 * is no evidence.
 */
final readonly class FromPaper implements Rule
{
    private const RULE = 'story.paper.';

    public const LIMIT = 'story.paper_days';

    public function __construct(private Act $act, private Asked $before)
    {
    }

    public function id(): string
    {
        return self::RULE.$this->act->id;
    }

    /** Whether a rule is about what was entered from paper. */
    public static function is(string $rule): bool
    {
        return str_starts_with($rule, self::RULE);
    }

    public function judge(Situation $situation): ?Finding
    {
        $at = $situation->readings->isFromPaper() ? $this->act->at($situation) : null;
        if ($at === null) {
            return null;
        }
        $late = [];
        $most = $days = 0;
        foreach (array_keys($this->before->specs) as $key) {
            $reading = $situation->readings->reading($key);
            if ($reading === null || $this->before->stays($key) || $reading->enteredAt === null || $reading->takenAt > $at || $reading->enteredAt <= $at) {
                continue;
            }
            $late[] = $key;
            $most = max($most, $reading->enteredAfterMin());
            $days = max($days, self::daysBetween($reading, $situation));
        }
        if ($late === []) {
            return null;
        }
        $limit = $situation->rulebook->limit(self::LIMIT);
        $isOld = $days > $limit->value;
        $count = count($late);

        return new Finding(
            $this->id(), $isOld ? Severity::Stop : Severity::Mend,
            ($count === 1 ? 'One answer was' : "{$count} answers were")." entered from paper after it was {$this->act->done}, up to "
                .($most >= 120 ? intdiv($most, 60).' h' : "{$most} min").' after the time they give.',
            $isOld ? 'Paper of an earlier day is no evidence. '.$this->act->remedy
                : 'A supervisor who has seen the paper accepts it with a reason.', $limit
                    ->source, $late, (float) $most, why: 'What is entered after the act could be made to fit.',
        );
    }

    /** Calendar days at the place of work between the work and the entry. */
    private static function daysBetween(Reading $reading, Situation $s): int
    {
        $zone = new \DateTimeZone($s->facts->text('time_zone') ?: 'UTC');
        $day = static fn (\DateTimeImmutable $at): \DateTimeImmutable => new \DateTimeImmutable($at->setTimezone($zone)->format('Y-m-d').'T00:00:00Z');

        return $reading->enteredAt === null ? 0 : (int) $day($reading->takenAt)->diff($day($reading->enteredAt))->days;
    }
}
