<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Finding;

/**
 * Remembers what each rule of one work found and which readings it looked at, so that after a new entry only those are asked again that it can change. Its
 * duties:
 * - a rule is asked again when a reading it looked at has changed, has come or has gone, and when the rule itself is another (a step may build it of other
 *   figures);
 * - a rule that looked through all readings is asked again whenever anything changed;
 * - it never outlives the facts and the rulebook that it was made for: whoever changes those begins a new one.
 */
final class Judging
{
    public readonly Watch $watch;

    private ?Readings $before = null;

    /** @var array<string, true> keys that changed since the judgement before */
    private array $changed = [];

    /** @var array<string, array{Rule, array<string, true>, ?Finding}> by step and place in it */
    private array $known = [];

    /** Whether the steps are built of the same readings as before: then their rules are the same too. */
    private bool $isBuiltAlike = false;

    /** @var ?array<string, true> keys that the steps looked at as they were built */
    private ?array $built = null;

    public function __construct()
    {
        $this->watch = new Watch;
    }

    public function begin(Readings $now): Readings
    {
        $this->changed = $this->before === null ? [] : $now->differences($this->before);
        if ($this->before !== null && $now->overrules !== $this->before->overrules && $now->overrules != $this->before->overrules) { // compared by value
            $this->changed[Watch::ALL] = true;
        }
        if ($this->changed !== []) {
            $this->changed[Watch::ALL] = true;
        }
        $this->before = $now;

        return $now->watchedBy($this->watch);
    }

    /**
     * @param  \Closure(): list<Step>  $build
     * @return list<Step>
     */
    public function steps(\Closure $build): array
    {
        $this->isBuiltAlike = $this->built !== null && array_intersect_key($this->built, $this->changed) === [];
        [$steps, $this->built] = $this->watch->during($build);

        return $steps;
    }

    public function ask(string $place, Rule $rule, Situation $situation): ?Finding
    {
        $known = $this->known[$place] ?? null;
        // by value: the same rule, built of the same figures
        if ($known !== null && array_intersect_key($known[1], $this->changed) === [] && ($this->isBuiltAlike || $known[0] == $rule)) {
            return $known[2];
        }
        [$finding, $seen] = $this->watch->during(static fn (): ?Finding => $rule->judge($situation));
        $this->known[$place] = [$rule, $seen, $finding];

        return $finding;
    }
}
