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

    /** @param  array<string, Asked>  $before  what is asked before the act, by key */
    public function __construct(private Procedure $procedure, private Act $act, private array $before)
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
            $asked = $this->before[$key];
            if (! $asked->stays) {
                $unseen[] = $asked->label;
            } elseif ($situation->readings->has($key)) {
                $later[] = $asked->label;
            }
        }
        $said = $unseen === [] ? 'Everything that can no longer be seen had been seen before it was '.$this->act->done.'.'
            : 'Not seen before it was '.$this->act->done.': '.self::named($unseen).'.';

        return new Finding(
            $this->id(), $unseen === [] ? Severity::Go : Severity::Stop, $said.($later === [] ? '' : ' Read later, from what can still be seen: '
                .self::named($later).'.'),
            $unseen === [] ? '' : $this->act->remedy, Source::commonPractice(), array_keys($this->before),
            why: 'Evidence that an act hides counts only if it was taken before it.',
        );
    }

    /** @return list<string> keys that had no answer when it was done */
    private function notSeenBy(\DateTimeImmutable $at, Situation $situation): array
    {
        $from = $this->act->undoneAt($situation);
        $isLate = false;
        $open = [];
        foreach ($this->before as $key => $asked) {
            $latest = $situation->readings->reading($key);
            if ($latest !== null && $latest->takenAt <= $at && ! $asked->isStale && ($from === null || ! $asked->isAgain || $latest->takenAt >= $from)) {
                continue;
            }
            $isLate = true;
            if (! $this->wasRead($key, $asked, $from, $at, $situation)) {
                $open[$key] = true;
            }
        }
        if (! $isLate) {
            return [];
        }
        $then = $situation->with($situation->readings->until($at));
        foreach ($this->procedure->stepsBefore($this->act, $then) as $step) {
            foreach ($step->missing($then->readings) as $key) {
                $open += isset($this->before[$key]) ? [$key => true] : [];
            }
        }

        return array_keys($open);
    }

    private function wasRead(string $key, Asked $asked, ?\DateTimeImmutable $from, \DateTimeImmutable $at, Situation $situation): bool
    {
        foreach ($situation->readings->all($key) as $reading) {
            if ($reading->takenAt <= $at && ($from === null || ! $asked->isAgain || $reading->takenAt >= $from)) {
                return true;
            }
        }

        return false;
    }

    /** @param  list<string>  $labels */
    private static function named(array $labels): string
    {
        $more = count($labels) - self::NAMED;

        return implode('; ', array_map(static fn (string $label): string => lcfirst(rtrim($label, '?')), array_slice($labels, 0, self::NAMED)))
            .($more > 0 ? "; and {$more} more" : '');
    }
}
