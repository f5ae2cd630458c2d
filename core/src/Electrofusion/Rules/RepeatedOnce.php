<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A weld that was interrupted and fused again stays marked as a repeat, and must have cooled fully in between. */
final readonly class RepeatedOnce implements Rule
{
    public function __construct(private Weld $weld)
    {
    }

    public function id(): string
    {
        return $this->weld->rule('fusion.repeat');
    }

    public function judge(Situation $situation): ?Finding
    {
        if ($situation->readings->times($this->weld->recordKey()) < 2) {
            return null;
        }
        $all = $situation->readings->all($this->weld->recordKey());
        $first = $all[0]->value;
        $ended = is_array($first) && is_string($first['ended_at'] ?? null) ? new \DateTimeImmutable($first['ended_at']) : $all[0]->takenAt;
        $minutes = $situation->readings->number($this->weld->key('printed_cooling_min')) ?? 0.0;
        $again = $this->weld->startedAt($situation) ?? $all[count($all) - 1]->takenAt;
        $cooled = $again->getTimestamp() - $ended->getTimestamp() >= 60 * $minutes;
        $allowed = $situation->readings->yes($this->weld->key('maker_allows_repeat')) === true;
        $fine = $cooled && $allowed && count($all) === 2;

        return new Finding(
            $this->id(), $fine ? Severity::Watch : Severity::Stop,
            match (true) {
                $fine => "Fused twice: interrupted first, repeated after full cooling by the maker's rule.",
                ! $allowed => 'Fused again without a rule of the maker that allows it.',
                ! $cooled => 'Fused again before it had cooled fully.',
                default => 'Fused '.count($all).' times.',
            },
            $fine ? 'It stays on record as a repeat. Show it to the inspector.' : 'Cut the joint out.',
            Source::maker('rule for one repeat after full cooling'), [$this->weld->recordKey(), $this->weld->key('maker_allows_repeat')],
        );
    }
}
