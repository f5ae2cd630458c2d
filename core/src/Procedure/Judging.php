<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Rulebook\Finding;

/**
 * Remembers what each rule of one work found and which readings it looked at, so that after a new entry only those are asked again that it can change; and
 * what else follows from readings at a step. Its duties:
 * - a rule is asked again when a reading it looked at has changed, has come or has gone since, and when the rule itself is another (a step may build it of
 *   other figures);
 * - a rule that looked through all readings is asked again whenever anything changed;
 * - it never outlives the facts, the rulebook and the version that it was made for: whoever changes those begins a new one.
 */
final class Judging
{
    public readonly Watch $watch;

    private ?Readings $before = null;

    /** @var array<string, true> keys that changed since the steps were built */
    private array $changed = [];

    /** @var array<string, array{mixed, int, array<string, true>, mixed}> of what each was made, in which build, what it looked at, what came of it */
    private array $known = [];

    /** Counts the builds of the steps that look at other readings than the one before: within one their rules are the same. */
    private int $build = 0;

    /** @var ?array{list<Step>, array<string, true>} the steps as they were built, and the keys that they looked at */
    private ?array $built = null;

    public function __construct()
    {
        $this->watch = new Watch;
    }

    public function begin(Readings $now): Readings
    {
        $changed = $this->before === null ? [] : $now->differences($this->before);
        $isOverruled = $this->before !== null && $now->overrules !== $this->before->overrules && $now->overrules != $this->before->overrules; // by value
        if ($changed !== [] || $isOverruled) {
            $changed[Watch::ALL] = true;
            $this->changed += $changed;
            // also of what nobody asks for this time: it may be asked for again later
            $this->known = array_filter($this->known, static fn (array $known): bool => array_intersect_key($known[2], $changed) === []);
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
        if ($this->built === null || $this->changed !== []) { // also where nothing they look at has changed: their guides may look at more
            $this->build += $this->built === null || array_intersect_key($this->built[1], $this->changed) !== [] ? 1 : 0;
            $this->built = $this->watch->during($build);
            $this->changed = [];
        }

        return $this->built[0];
    }

    public function ask(string $place, Rule $rule, Situation $situation): ?Finding
    {
        return $this->keep("rule {$place}", $rule, static fn (): ?Finding => $rule->judge($situation));
    }

    /**
     * What follows from readings, worked out again only where one that it looked at has changed, or what a step made it of.
     *
     * @template T
     *
     * @param  mixed  $of  compared by value
     * @param  \Closure(): T  $work
     * @return T
     */
    public function keep(string $key, mixed $of, \Closure $work): mixed
    {
        $known = $this->known[$key] ?? null;
        if ($known === null || $known[1] !== $this->build && $known[0] != $of) {
            [$result, $seen] = $this->watch->during($work);
            $known = [$of, $this->build, $seen, $result];
        }
        $known[1] = $this->build;
        $this->known[$key] = $known;

        /** @var T */
        return $known[3];
    }
}
