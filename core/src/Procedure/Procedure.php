<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\StoryOf;
use Diastoma\Core\Procedure\Table\Table;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Overrule;
use Diastoma\Core\Rulebook\Rulebook;

/** A way of making a joint, or any other work that is done in steps and judged by readings. */
abstract class Procedure
{
    /** @var list<string> steps of a joint at which something can hurt: answered one by one, on no list */
    protected const ONE_BY_ONE = [];

    /** @var list<string> steps that are done in one go with the one before */
    protected const RUNS_ON = [];

    abstract public function id(): string;

    abstract public function title(): string;

    /** The kind of work that it is made for, see Sitting\Kind. */
    public function kind(): string
    {
        return 'joint';
    }

    /** Rises with each reading or rule that is asked of new work only: see ReadingSpec::since() and Since. */
    public function version(): int
    {
        return StoryOf::SINCE;
    }

    /** Name of the outline it has on the line: procedures that look alike share one. */
    public function shape(): string
    {
        return $this->id();
    }

    /**
     * @return list<Step>
     */
    abstract public function steps(Situation $situation): array;

    /**
     * @return list<Clock>
     */
    abstract public function clocks(Situation $situation): array;

    /**
     * What cannot be taken back, in the order of the work.
     *
     * @return list<Act>
     */
    public function acts(Situation $situation): array
    {
        return [];
    }

    /** @return list<Age> what goes stale */
    public function ages(Situation $situation): array
    {
        return [];
    }

    /**
     * What must agree with something else, or come after it, by the id of the step at which it is judged.
     *
     * @return array<string, list<Rule>>
     */
    public function relations(Situation $situation): array
    {
        return [];
    }

    /** @return array<string, array{float, float}> what is usual, in the unit of the reading: by key without end, side or fusion; see UsualSizes */
    public function usualSizes(Situation $situation): array
    {
        return [];
    }

    /** @return list<Step> what is asked before an act, as things stand: what comes first, and in its own step what stands before it */
    final public function stepsBefore(Act $act, Situation $situation): array
    {
        return StoryOf::before($act, $situation->once('storied', fn (): array => $this->storied($situation)));
    }

    /** @return list<Clock> waits, and how long what was done may still be relied on */
    final public function allClocks(Situation $situation): array
    {
        return [...$this->clocks($situation), ...StoryOf::clocks($situation, $this)];
    }

    /**
     * Like things made one after another that are seen as one table, not as a chapter each.
     *
     * @return list<Table>
     */
    public function tables(Situation $situation): array
    {
        return [];
    }

    /**
     * Rows of a series that one press confirms together once they were done, such as the bolts of an early pass.
     *
     * @return ?array{pass: int, said: string, not_before: string, rows: non-empty-list<array{key: string, row: array<string, float>}>} null where the next row
     *     is entered by itself
     */
    public function round(Situation $situation, string $key): ?array
    {
        return null;
    }

    /** Why a reading cannot be taken yet, besides the gate of its step; empty where it can. */
    public function notYet(Situation $situation, string $key): string
    {
        return '';
    }

    /**
     * Why somebody may not run a device of this work; empty where they may.
     *
     * @param  string  $until  last day of their certificate, such as 2026-11-30; empty where there is none
     */
    public function operatorRefused(string $name, string $until, \DateTimeImmutable $now): string
    {
        return '';
    }

    /** Whether a branch may leave at a joint made so: at a tee or a saddle, not at a fitting that has no outlet. */
    public function takesBranch(): bool
    {
        return true;
    }

    /** Whether it joins two pipes that measure differently outside, or are of another material. */
    public function joinsUnlike(): bool
    {
        return false;
    }

    /** Kind of the certificate that whoever joins the ends must not have let run out, see Sitting\CertificateKind; empty where a device asks for one itself. */
    public function certificate(): string
    {
        return '';
    }

    /**
     * Why the device that writes a record may not be started, at a moment; empty where it may.
     *
     * @param  string  $record  key of the reading
     */
    public function recordRefused(Situation $situation, string $record, \DateTimeImmutable $now): string
    {
        return '';
    }

    /**
     * Asked before work is opened between two stations of a main.
     *
     * @param  ?float  $lengthM  of the main; null where it is opened on none
     * @param  ?float  $depthM  as it is planned
     * @param  list<array{title: string, from_m: float, to_m: float}>  $others  work of this procedure on the same main
     *
     * @throws InvalidInput naming what keeps it from being opened
     */
    public function mustOpen(?float $fromM, ?float $toM, ?float $lengthM, ?float $depthM, array $others): void
    {
    }

    /**
     * What lies outside of the work when something is read, and decides what it means: written down with it, so that it is judged alike for ever.
     *
     * @return array<string, bool|float|string> by the key of the reading that each becomes
     */
    public function witnessed(Situation $situation, string $key): array
    {
        return [];
    }

    /** Whether the statements of a step are never confirmed as a list: what can hurt is answered one by one. Where no joint is made, every step is. */
    public function isOneByOne(Step $step): bool
    {
        return $this->kind() !== 'joint' || in_array($step->id, static::ONE_BY_ONE, true);
    }

    /** Whether a step is done in one go with the one before it, so that one list may hold the statements of both: nothing is waited for between them. */
    public function runsOn(Step $step): bool
    {
        return in_array($step->id, static::RUNS_ON, true);
    }

    /**
     * What a good joint answers at a step as it stands now, besides what its readings say themselves: figures worked out and set out by, moments, and nothing
     * where something else must come first.
     *
     * @return array<string, ?Usual> by the key of the reading; null where it cannot be stated now
     */
    public function told(Step $step, Situation $situation): array
    {
        return [];
    }

    /** Whether what was answered is stated again on the list, so that it can be confirmed again. */
    public function renews(): bool
    {
        return false;
    }

    /** Whether all is done but for a wait that only a clock ends. */
    public function isWaiting(Situation $situation): bool
    {
        return false;
    }

    /** Whether a rule of this name is a gate before the work goes on, and no finding of its own. */
    public function isGate(string $rule): bool
    {
        return false;
    }

    /**
     * Id of the step by which the ends are joined: what was done before can be seen now for the last time. Empty where nothing is joined.
     *
     * @param  list<Step>  $steps
     */
    public function joiningStep(array $steps): string
    {
        foreach ($steps as $step) {
            foreach ($step->readings as $spec) {
                if ($spec->kind === ReadingKind::Record) {
                    return $step->id;
                }
            }
        }

        return '';
    }

    /** @return list<Step> of the version that the work was begun under, with the hold points of the job among them */
    final public function asked(Situation $situation): array
    {
        $steps = $this->storied($situation);

        return $situation->rulebook->holdPoints === [] ? $steps : Holds::onto($steps, $situation, $this);
    }

    /** @return list<Step> what is asked before an act, without what is made of the work as a whole: enough to know what is missing */
    final public function askedBefore(Act $act, Situation $situation): array
    {
        return StoryOf::before($act, $this->plain($situation));
    }

    /** @return list<Step> of the version that the work was begun under */
    private function plain(Situation $situation): array
    {
        return $situation->once('plain', fn (): array => array_map(static fn (Step $step): Step => $step->asOf($situation->version), $this->steps($situation)));
    }

    /** @return list<Step> judged as a whole as well as each by itself */
    private function storied(Situation $situation): array
    {
        $steps = $this->plain($situation);

        return $situation->version < StoryOf::SINCE ? $steps : StoryOf::onto($steps, $situation, $this);
    }

    /** Judges a work as a whole. */
    final public function judge(Readings $readings, Facts $facts, Rulebook $rulebook, int $version = Situation::TODAYS): Verdict
    {
        $situation = new Situation($readings, $facts, $rulebook, version: $version);

        return $this->judged($situation, $this->asked($situation));
    }

    /**
     * Judges a work by the steps that are asked of it.
     *
     * @param  list<Step>  $steps
     * @param  ?Judging  $judging  the one that the situation was made with, where the work is judged again after each entry
     */
    final public function judged(Situation $situation, array $steps, ?Judging $judging = null): Verdict
    {
        return Judgement::of($this, $situation, $steps, $judging);
    }

    /** Whether an overrule, given for one finding, settles this one. Other than that finding itself only what it sums up. */
    public function covers(Overrule $overrule, Step $step, Finding $finding): bool
    {
        return $overrule->rule === $finding->rule && ! $finding->severity->isWorseThan($overrule->severity);
    }
}
