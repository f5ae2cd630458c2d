<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/**
 * What goes stale was relied on in time. While it was not, the last answer of the work tells how much time has gone by: the rules of the trade have no clock of
 * their own.
 */
final readonly class NotTooOld implements Rule
{
    public function __construct(private Age $age)
    {
    }

    public function id(): string
    {
        return "story.age.{$this->age->id}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $from = $this->age->from($situation);
        if ($from === null) {
            return null;
        }
        $used = $this->age->usedAt($situation);
        $isUsed = $used !== null && $used >= $from;
        $until = $isUsed ? $used : $situation->readings->lastAt();
        $limit = $situation->rulebook->limit($this->age->limit);
        $minutes = max(0, $until->getTimestamp() - $from->getTimestamp()) / 60;
        $isOld = ! Compare::atMost($minutes, $limit->value);
        if (! $isOld && ! $isUsed) {
            return null;
        }
        [$measured, $allowed] = $situation->pair($minutes, $limit->value, Unit::Minute);

        return new Finding(
            $this->id(), $isOld ? ($isUsed && $this->age->isSealed ? Severity::Stop : Severity::Mend) : Severity::Go,
            "{$this->age->said} {$measured} before it was {$this->age->use}".($isUsed ? '' : ', and it is not yet')."; at most {$allowed} allowed.",
            $isOld ? $this->age->remedy : '', $limit->source, $this->age->keys, $minutes, $limit->value, $limit->value - $minutes, Unit::Minute,
            'What was seen or done long before says little about the moment it is relied on.',
        );
    }
}
