<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What an act brings about was not seen before it: melt before the heat, a home line before the push. */
final readonly class SeenAfter implements Rule
{
    public function __construct(private Act $act, private Asked $after)
    {
    }

    public function id(): string
    {
        return "story.after.{$this->act->id}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $at = $this->act->at($situation);
        if ($at === null) {
            return null;
        }
        $from = $this->act->undoneAt($situation);
        $early = $keys = [];
        foreach ($situation->readings->readBefore($this->after->specs, $at) as $key => $reading) {
            if ($this->after->stays($key) || $from !== null && $reading->takenAt < $from) {
                continue;
            }
            $early[] = $this->after->label($key);
            $keys[] = $key;
        }

        return $early === [] ? null : new Finding(
            $this->id(), Severity::Mend, "Said before it was {$this->act->done}, when it could not be seen: ".implode('; ', $early).'.',
            'Look now, and answer again.', Source::commonPractice(), $keys, why: 'What is said before it can be seen is a guess.',
        );
    }
}
