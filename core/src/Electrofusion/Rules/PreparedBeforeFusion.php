<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Rules;

use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * A joint fused while something was still to be mended cannot be mended any more. Only what was known when the fusion started counts: a
 * figure put right afterwards does not undo it.
 */
final readonly class PreparedBeforeFusion implements Rule
{
    /** @param  list<Step>  $preparation every step before the fusion */
    public function __construct(private Weld $weld, private array $preparation)
    {
    }

    public function id(): string
    {
        return $this->weld->rule('fused_unprepared');
    }

    public function judge(Situation $situation): ?Finding
    {
        $started = $situation->version >= StoryOf::SINCE ? null : $this->weld->startedAt($situation); // since then ReadyBefore tells
        if ($started === null) {
            return null;
        }
        $open = [];
        foreach ($this->knownAt($started, $situation) as $finding) {
            if ($finding->severity === Severity::Mend && ! $situation->readings->accepts($finding, $started)) {
                $open[] = $finding->said;
            }
        }

        return new Finding(
            $this->id(), $open === [] ? Severity::Go : Severity::Stop,
            $open === [] ? 'Nothing was left to mend when the fusion started.' : 'Fused while this was still to be mended: '.implode(' ', $open),
            $open === [] ? '' : 'Cut the joint out and make it again.',
            Source::commonPractice(), [$this->weld->recordKey()],
            why: 'What was wrong before the heat is sealed inside the joint.',
        );
    }

    /**
     * What the preparation had found when the fusion started. Judged again only where a preparation reading came in later.
     *
     * @return list<Finding>
     */
    private function knownAt(\DateTimeImmutable $started, Situation $situation): array
    {
        $late = false;
        foreach ($this->preparation as $step) {
            foreach ($step->readings as $spec) {
                $late = $late || ($situation->readings->reading($spec->key)->takenAt ?? $started) > $started;
            }
        }
        if (! $late) {
            return $situation->before();
        }
        $then = $situation->with($situation->readings->until($started));
        $found = [];
        foreach ($this->preparation as $step) {
            foreach ($step->rules as $rule) {
                $finding = $rule->judge($then);
                if ($finding !== null) {
                    $found[] = $finding;
                }
            }
        }

        return $found;
    }
}
