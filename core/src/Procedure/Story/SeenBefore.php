<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure\Story;

use Diastoma\Core\Procedure\Procedure;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * What an act hides for good was seen before it. A reading that is first entered after it is no evidence, whatever it says; what stays visible may come later.
 */
final readonly class SeenBefore implements Rule
{
    private const NAMED = 4;

    public function __construct(private Procedure $procedure, private Act $act, private Asked $before)
    {
    }

    public function id(): string
    {
        return "story.seen.{$this->act->id}";
    }

    public function judge(Situation $situation): ?Finding
    {
        $at = $this->act->at($situation);
        if ($at === null) {
            return null;
        }
        $unseen = $later = [];
        foreach ($this->notSeenBy($at, $situation) as $key) {
            if (! $this->before->stays($key)) {
                $unseen[] = $this->before->label($key);
            } elseif ($situation->readings->has($key)) {
                $later[] = $this->before->label($key);
            }
        }
        $said = $unseen === [] ? 'Everything that can no longer be seen had been seen before it was '.$this->act->done.'.'
            : 'Not seen before it was '.$this->act->done.': '.self::named($unseen).'.';

        return new Finding(
            $this->id(), $unseen === [] ? Severity::Go : Severity::Stop, $said.($later === [] ? '' : ' Read later, from what can still be seen: '
                .self::named($later).'.'),
            $unseen === [] ? '' : $this->act->remedy, Source::commonPractice(), array_keys($this->before->specs),
            why: 'Evidence that an act hides counts only if it was taken before it.',
        );
    }

    /** @return list<string> keys that had no answer when it was done */
    private function notSeenBy(\DateTimeImmutable $at, Situation $situation): array
    {
        $from = $this->act->undoneAt($situation);
        $open = [];
        $late = $situation->readings->openAt($this->before->specs, $at, $from === null ? [] : $this->before->again, $from);
        foreach ($late + array_intersect_key($this->before->stale, $this->before->specs) as $key => $any) {
            $open += $this->wasRead($key, $from, $at, $situation) ? [] : [$key => true];
        }
        if ($late === [] && array_intersect_key($this->before->stale, $this->before->specs) === []) {
            return [];
        }
        $then = $situation->at($at);
        foreach ($this->procedure->askedBefore($this->act, $then) as $step) {
            foreach ($step->missing($then->readings) as $key) {
                $open += isset($this->before->specs[$key]) ? [$key => true] : [];
            }
        }

        return array_keys($open);
    }

    private function wasRead(string $key, ?\DateTimeImmutable $from, \DateTimeImmutable $at, Situation $situation): bool
    {
        foreach ($situation->readings->all($key) as $reading) {
            if ($reading->takenAt <= $at && ($from === null || ! isset($this->before->again[$key]) || $reading->takenAt >= $from)) {
                return true;
            }
        }

        return false;
    }

    /** @param  list<string>  $labels */
    private static function named(array $labels): string
    {
        $more = count($labels) - self::NAMED;

        return implode('; ', array_slice($labels, 0, self::NAMED)).($more > 0 ? "; and {$more} more" : '');
    }
}
