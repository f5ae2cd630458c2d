<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Surroundings;
use Diastoma\Core\PressureTest\Run\Locate;
use Diastoma\Core\PressureTest\Run\Run;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestMethod;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What every method does alike: looks for its phases, holds the pressure against the ceiling, looks for gaps, minds a leak that was seen. */
abstract class Method implements TestMethod
{
    /** Raising a water main: common practice. */
    protected const RAISE_MIN = 15.0;

    /** What a gauge may show above the ceiling: from memory, 1 % for its own error. */
    private const GAUGE_ERROR = 0.01;

    /** Share of a judged phase that may be without a reading: from memory. */
    private const GAP_SHARE = 0.1;

    /** A phase counts as whole when so much of it is there, min: half a minute for the logger's own step. */
    protected const SLACK_MIN = 0.5;

    public function medium(): Medium
    {
        return Medium::Water;
    }

    public function standing(): Standing
    {
        return Standing::Proves;
    }

    public function restHours(): float
    {
        return 0.0;
    }

    public function options(): array
    {
        return [];
    }

    public function asks(): array
    {
        return [self::leakSeen()];
    }

    protected static function leakSeen(): ReadingSpec
    {
        return ReadingSpec::yesNo('leak_seen', 'Any leak seen or heard on the walk?')->optional();
    }

    final public function plan(TestSection $section, array $options = [], Words $words = new Words): TestPlan
    {
        $chosen = Option::chosen($this->options(), $options);
        $plan = $this->draft($section, $chosen, $words);

        return $plan->at((new Surroundings($section, $plan, $words->upTo($plan->gaugeKpa)))->toArray());
    }

    /** @param  array<string, string>  $options */
    abstract protected function draft(TestSection $section, array $options, Words $words): TestPlan;

    abstract protected function accept(Seen $seen): Accepted;

    final public function judge(Run $run, TestPlan $plan, TestSection $section, Words $words = new Words): TestVerdict
    {
        $words = $words->upTo($plan->gaugeKpa);
        $located = Locate::phases($run, $plan, $words);
        $seen = new Seen($run, $located, $plan, $section, $words);
        $common = [...$this->broken($run), ...$this->leak($run), $this->ceiling($seen)];
        $judged = $located->of($plan->judged()->id);
        if ($judged === null) {
            return new TestVerdict([...$common, $this->finding('phases', Severity::Mend, "The phases of the plan are not in this trace. {$located->missing}", 'Run the test as planned: '.implode(', ', array_map(static fn (Phase $p): string => mb_strtolower($p->title), $plan->phases)).'.')], [], $located->phases, standing: $this->standing());
        }
        $accepted = $this->accept($seen);

        return new TestVerdict([...$accepted->findings, ...$common, ...$this->gaps($seen, $judged)], $accepted->arithmetic, $located->phases, $accepted->reading, $accepted->figures, $this->standing());
    }

    /** @return list<Finding> */
    private function broken(Run $run): array
    {
        return $run->brokenOff === '' ? [] : [$this->finding('broken_off', Severity::Mend, "The test was broken off: {$run->brokenOff}", 'Put right what ended it, rest where the method asks for it, and test again.')];
    }

    /** @return list<Finding> every visible leak is mended, whatever the figures say */
    private function leak(Run $run): array
    {
        return $run->yes('leak_seen') ? [new Finding("test.{$this->id()}.leak_seen", Severity::Mend, 'A leak was seen.', 'Lower the pressure first, mend it, and test again: every visible leak is mended whatever the amount.', Source::commonPractice(), ['leak_seen'])] : [];
    }

    private function ceiling(Seen $seen): Finding
    {
        $highest = max($seen->trace()->p);
        $ceiling = max($seen->plan->window['max_kpa'], $seen->plan->gaugeKpa) * (1 + self::GAUGE_ERROR);
        $fine = Compare::atMost($highest, $ceiling);
        $words = $seen->words;

        return $this->finding('ceiling', $fine ? Severity::Go : Severity::Stop,
            'Highest gauge reading '.$words->kpa($highest, Rounding::Up).'; '.$words->kpa($ceiling, Rounding::Down).' allowed (as planned for the low point, and 1 % for the gauge: value from memory).',
            $fine ? '' : 'The low point was overloaded. Tell the engineer before anything else; inspect the section.', $highest, $ceiling, $ceiling - $highest, Unit::KiloPascal);
    }

    /**
     * @param  array{float, float}  $judged
     * @return list<Finding>
     */
    private function gaps(Seen $seen, array $judged): array
    {
        $gap = $seen->trace()->longestGap(...$judged);
        $share = $gap['length_s'] / max(1.0, $judged[1] - $judged[0]);
        if ($gap['length_s'] <= 5 * $gap['usual_s']) {
            return [];
        }
        $said = 'No reading for '.$seen->words->minutes($gap['length_s'] / 60, Rounding::Up).' of the judged phase, from '.$seen->words->minutes($gap['from_s'] / 60).' on.';
        $fine = $share <= self::GAP_SHARE;

        return [new Finding("test.{$this->id()}.gap", $fine ? Severity::Watch : Severity::Mend, $said, $fine ? '' : 'Nobody can say what happened meanwhile. Bring the whole record, or test again.', Source::fromMemory('', 'a tenth of the judged phase may be missing'), ['trace'], $gap['length_s'] / 60, null, null, Unit::Minute)];
    }

    /** Whether a phase was kept up as long as the method wants. */
    protected function lasted(Seen $seen, string $phase, float $minutes, string $name): Finding
    {
        $had = $seen->minutes($phase);
        $fine = Compare::atLeast($had, $minutes - max(self::SLACK_MIN, 0.002 * $minutes));

        return $this->finding($phase, $fine ? Severity::Go : Severity::Mend, "{$name} recorded for ".$seen->words->minutes($had).'; '.$seen->words->minutes($minutes, Rounding::Up).' wanted.', $fine ? '' : 'The record is too short: bring the whole of it, or test again.', $had, $minutes, $had - $minutes, Unit::Minute);
    }

    /**
     * A measured value against a most that equals passes.
     *
     * @param  \Closure(float, Rounding): string  $print
     */
    protected function most(string $rule, string $what, float $measured, float $limit, Unit $unit, \Closure $print, string $todo, ?Source $source = null): Finding
    {
        $fine = Compare::atMost($measured, $limit);

        return new Finding("test.{$this->id()}.{$rule}", match (true) {
            ! $fine => Severity::Mend, Compare::atMost($measured, 0.8 * $limit) => Severity::Go, default => Severity::Watch
        }, "{$what} ".$print($measured, Rounding::Up).'; '.$print($limit, Rounding::Down).' allowed.', $fine ? '' : $todo, $source ?? $this->source(), ['trace'], $measured, $limit, $limit - $measured, $unit);
    }

    protected function finding(string $rule, Severity $severity, string $said, string $todo = '', ?float $measured = null, ?float $limit = null, ?float $margin = null, Unit $unit = Unit::None): Finding
    {
        return new Finding("test.{$this->id()}.{$rule}", $severity, $said, $todo, $this->source(), ['trace'], $measured, $limit, $margin, $unit);
    }

    protected static function raise(float $kpa, float $minutes = self::RAISE_MIN, string $do = 'Pump steadily to the pressure; vents shut once water runs clear of air.'): Phase
    {
        return new Phase('raise', 'Raise', $minutes, 0.0, $kpa, $kpa, $do, Control::Raise);
    }

    /** @throws InvalidInput if there is no pressure to test at */
    protected static function above(float $kpa, string $field, string $what): float
    {
        return is_finite($kpa) && $kpa > 0.0 ? $kpa : throw InvalidInput::field($field, "{$what} of {$kpa} kPa cannot be tested. Give it in the section’s facts.", $kpa, 0);
    }

    /** @param  list<string>  $services */
    protected static function serves(TestSection $section, array $services): bool
    {
        return in_array($section->service, $services, true);
    }
}
