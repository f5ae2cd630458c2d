<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\MethodLimits;
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
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What every method does alike: looks for its phases, holds the pressure against the ceiling, looks for gaps, minds a leak that was seen. */
abstract class Method implements TestMethod
{
    /** A phase counts as whole when so much of it is there, min: half a minute for the logger's own step. */
    protected const SLACK_MIN = 0.5;

    /** What the ids of the limits of every run begin with. */
    protected const RUN = 'test.run';

    private ?MethodLimits $limits = null;

    public function families(): array
    {
        return [self::RUN];
    }

    public function by(MethodLimits $limits): static
    {
        $same = clone $this;
        $same->limits = $limits;

        return $same;
    }

    protected function limits(): MethodLimits
    {
        return $this->limits ??= MethodLimits::shipped();
    }

    /** The value of a limit of this method's families, the last family first. */
    protected function limit(string $name): float
    {
        foreach (array_reverse($this->families()) as $family) {
            if ($this->limits()->has("{$family}.{$name}")) {
                return $this->limits()->value("{$family}.{$name}");
            }
        }

        throw new \OutOfBoundsException("Method {$this->id()} has no limit “{$name}”.");
    }

    /** What is a share of something, in the rulebook a percentage. */
    protected function share(string $name): float
    {
        return $this->limit($name) / 100;
    }

    /** A limit as it is printed, without its unit. */
    protected function plain(string $name, int $decimals = 2): string
    {
        return Words::plain($this->limit($name), $decimals);
    }

    /** What a pipe of the section takes for the hours of this test, as a multiple of its rating. */
    protected function pipeFactor(): float
    {
        return $this->limit('pipe_factor');
    }

    public function medium(): Medium
    {
        return Medium::Water;
    }

    public function standing(): Standing
    {
        return Standing::Proves;
    }

    public function usual(): array
    {
        return ['service' => 'water', 'factor' => 1.5, 'owners' => false];
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
        $words = $words->upTo($plan->gaugeKpa);
        // an open sewer has no rating
        $plan = $section->service === 'sewer_gravity' ? $plan
            : $plan->limitedTo($section->takingLess($plan->lowKpa, $this->pipeFactor()), $this->pipeFactor(), $words);

        return $plan->at((new Surroundings($section, $plan, $words))->toArray())->by($this->limits()->ofFamilies($this->families()));
    }

    /** @param  array<string, string>  $options */
    abstract protected function draft(TestSection $section, array $options, Words $words): TestPlan;

    abstract protected function accept(Seen $seen): Accepted;

    final public function judge(Run $run, TestPlan $plan, TestSection $section, Words $words = new Words): TestVerdict
    {
        return $plan->limits === [] ? $this->judged($run, $plan, $section, $words)
            : $this->by(MethodLimits::held($plan->limits))->judged($run, $plan, $section, $words);
    }

    private function judged(Run $run, TestPlan $plan, TestSection $section, Words $words): TestVerdict
    {
        $words = $words->upTo($plan->gaugeKpa);
        $seen = new Seen($run, Locate::phases($run, $plan, $words), $plan, $section, $words);
        $verdict = $this->verdict($seen);
        $later = $verdict->passed() ? LaterHour::fails($seen, fn (Seen $other): TestVerdict => $this->verdict($other)) : null;
        if ($later !== null) {
            return $verdict->with($this->finding(
                'later', Severity::Mend, $later,
                'Mark when the pump stopped, or bring a record with a column added_l. Where it was shut all along: not tight, look at every joint, mend, '
                    .'test again.',
            ));
        }

        return Agreement::of($verdict, $seen, $this->id());
    }

    private function verdict(Seen $seen): TestVerdict
    {
        $common = RunChecks::of($seen, $this->id(), $this->source(), $this->limits());
        $judged = $seen->located->of($seen->plan->judged()->id);
        if ($judged === null) {
            return new TestVerdict(
                [
                    ...$common,
                    $this->finding(
                        'phases', Severity::Mend, "The phases of the plan are not in this trace. {$seen->located->missing}",
                        'Run the test as planned: '.implode(', ', array_map(static fn (Phase $p): string => Text::lower($p->title), $seen->plan->phases)).'.',
                    ),
                ],
                [], $seen->located->phases, standing: $this->standing(),
            );
        }
        $accepted = $this->accept($seen);

        return new TestVerdict(
            [...$accepted->findings, ...$common], $accepted->arithmetic, $seen->located->phases, $accepted->reading, $accepted->figures, $this->standing(),
        );
    }

    /** Whether a phase was kept up as long as the method wants. */
    protected function lasted(Seen $seen, string $phase, float $minutes, string $name, string $rule = ''): Finding
    {
        $had = $seen->minutes($phase);
        $fine = Compare::atLeast($had, $minutes - max(self::SLACK_MIN, 0.002 * $minutes));

        // the logger's own step is no shortfall
        [$shown, $wanted] = $fine && $had < $minutes ? [$seen->words->minutes($minutes), $seen->words->minutes($minutes)]
            : $seen->words->minutesPair($had, $minutes);

        return $this->finding(
            $rule === '' ? $phase : $rule, $fine ? Severity::Go : Severity::Mend, "{$name} recorded for {$shown}; {$wanted} wanted.",
            $fine ? '' : 'The record is too short: bring the whole of it, or test again.', $had, $minutes, $had - $minutes, Unit::Minute,
        );
    }

    /**
     * A measured value against a most that equals passes.
     *
     * @param  \Closure(float, float): array{string, string}  $pair  prints both
     */
    protected function most(
        string $rule, string $what, float $measured, float $limit, Unit $unit, \Closure $pair, string $todo, ?Source $source = null,
    ): Finding {
        $fine = Compare::atMost($measured, $limit);
        [$shown, $allowed] = $pair($measured, $limit);

        return new Finding("test.{$this->id()}.{$rule}", match (true) {
            ! $fine => Severity::Mend, Compare::atMost($measured, 0.8 * $limit) => Severity::Go, default => Severity::Watch
        }, "{$what} {$shown}; {$allowed} allowed.", $fine ? '' : $todo, $source ?? $this->source(), ['trace'], $measured, $limit, $limit - $measured, $unit);
    }

    protected function finding(
        string $rule, Severity $severity, string $said, string $todo = '', ?float $measured = null, ?float $limit = null, ?float $margin = null,
        Unit $unit = Unit::None,
    ): Finding {
        return new Finding("test.{$this->id()}.{$rule}", $severity, $said, $todo, $this->source(), ['trace'], $measured, $limit, $margin, $unit);
    }

    protected function raise(
        float $kpa, ?float $minutes = null, string $do = 'Pump steadily to the pressure; vents shut once water runs clear of air.',
    ): Phase {
        return new Phase('raise', 'Raise', $minutes ?? $this->limit('raise_min'), 0.0, $kpa, $kpa, $do, Control::Raise);
    }

    /** @throws InvalidInput if there is no pressure to test at */
    protected static function above(float $kpa, string $field, string $what): float
    {
        return is_finite($kpa) && $kpa > 0.0 ? $kpa : throw InvalidInput::field(
            $field, "{$what} of {$kpa} kPa cannot be tested. Give it in the section’s facts.", $kpa, 0,
        );
    }

    /**
     * The test pressure that the owner chose, at the low point, within the most that the method allows.
     *
     * @throws InvalidInput if nobody has said, or it is more
     */
    protected static function ownersKpa(TestSection $section, float $mostKpa, Words $words): float
    {
        $owner = $section->ownerTestKpa ?? throw InvalidInput::field(
            'owner_test_kpa',
            'The owner chooses the test pressure at the low point, '.$words->kpa($mostKpa).' at the most. Ask, and write it into the section’s facts.',
            null, $mostKpa,
        );

        return Compare::atMost($owner, $mostKpa) ? $owner : throw InvalidInput::field(
            'owner_test_kpa',
            'The owner’s test pressure of '.$words->kpa($owner).' is more than this method allows: '.$words->kpa($mostKpa).' at the low point. Ask the owner.',
            $owner, $mostKpa,
        );
    }

    /** @param  list<string>  $services */
    protected static function serves(TestSection $section, array $services): bool
    {
        return in_array($section->service, $services, true);
    }
}
