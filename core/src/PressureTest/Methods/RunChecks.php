<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Reading\GaugeCheck;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * What is asked of every run, whatever its method: not broken off, no leak seen, never over the ceiling, the pressure reached, no hole in the record, no
 * gauge that lies.
 */
final readonly class RunChecks
{
    /** A pause is one from so many times the usual distance of readings on: from memory. */
    private const PAUSE_TIMES = 5.0;

    /** A gauge is fine enough to move by itself when its step is no more than this of the pressure, or of the fall that is allowed: from memory. */
    private const FINE_SHARE = 2.0e-4;

    private const FINE_FALL = 0.02;

    /** So many readings, and so much of the judged phase, with one value: from memory. */
    private const STILL_READINGS = 40;

    private const STILL_SHARE = 0.5;

    /** The first readings tell the steps of a gauge. */
    private const LOOKED_AT = 2000;

    private function __construct(private Seen $seen, private string $method, private Source $source, private MethodLimits $limits)
    {
    }

    /** What a gauge may show beside the true pressure, as a share. */
    public static function gaugeError(MethodLimits $limits): float
    {
        return $limits->share('test.run.gauge_error_percent');
    }

    private function gaugePercent(): string
    {
        return Words::plain($this->limits->value('test.run.gauge_error_percent')).' % for the gauge: value from memory';
    }

    /** @return list<Finding> */
    public static function of(Seen $seen, string $method, Source $source, MethodLimits $limits): array
    {
        $checks = new self($seen, $method, $source, $limits);

        return [...$checks->broken(), ...$checks->leak(), $checks->ceiling(), ...$checks->reached(), ...$checks->gaps(), ...$checks->still()];
    }

    /** @return list<Finding> */
    private function broken(): array
    {
        $why = $this->seen->run->brokenOff;

        return $why === '' ? [] : [$this->finding(
            'broken_off', Severity::Mend, "The test was broken off: {$why}", 'Put right what ended it, rest where the method asks for it, and test again.',
        )];
    }

    /** @return list<Finding> every visible leak is mended, whatever the figures say */
    private function leak(): array
    {
        return $this->seen->run->yes('leak_seen') ? [new Finding(
            "test.{$this->method}.leak_seen", Severity::Mend, 'A leak was seen.',
            'Lower the pressure first, mend it, and test again: every visible leak is mended whatever the amount.', Source::commonPractice(), ['leak_seen'],
        )] : [];
    }

    private function ceiling(): Finding
    {
        $highest = max($this->seen->trace()->p);
        $ceiling = max($this->seen->plan->window['max_kpa'], $this->seen->plan->gaugeKpa) * (1 + self::gaugeError($this->limits));
        $fine = Compare::atMost($highest, $ceiling);
        [$shown, $allowed] = $this->seen->words->kpaPair($highest, $ceiling);

        return $this->finding('ceiling', $fine ? Severity::Go : Severity::Stop, "Highest gauge reading {$shown}; {$allowed} allowed (as planned for the "
            ."low point, and {$this->gaugePercent()}).",
            $fine ? '' : 'The low point was overloaded. Tell the engineer before anything else; inspect the section.', $highest, $ceiling, $ceiling - $highest);
    }

    /** @return list<Finding> a judged phase must begin where the plan says: a test at less proves less */
    private function reached(): array
    {
        $plan = $this->seen->plan;
        $judged = $plan->judged();
        if ($this->seen->located->of($judged->id) === null) {
            return [];
        }
        $before = $this->phaseBefore($judged);
        $planned = $judged->control === Control::Shut && $before?->control === Control::Hold ? min($judged->targetKpa, $before->lowKpa)
            : ($judged->control === Control::Hold ? $judged->lowKpa : $judged->targetKpa);
        $least = $planned * (1 - self::gaugeError($this->limits));
        $start = $this->seen->startKpa($judged->id);
        if ($before?->control === Control::Lower || $judged->control === Control::Lower) {
            return $this->held($judged); // the method judges where it was let down to
        }
        $fine = Compare::atLeast($start, $least);
        [$shown, $wanted] = $this->seen->words->kpaPair($start, $least, false);

        return [$this->finding(
            'reached', $fine ? Severity::Go : Severity::Mend,
            "“{$judged->title}” began at {$shown}; {$wanted} at least wanted (as planned, less {$this->gaugePercent()}).",
            $fine ? '' : 'A test at less than its pressure proves less. Raise it as planned, and test again.', $start, $least, $start - $least,
        )];
    }

    /**
     * @return list<Finding> what was let down from must have been held: a wall that was not stretched so far, or gas that was not pressed so far, answers
     *     otherwise
     */
    private function held(Phase $judged): array
    {
        $hold = null;
        foreach ($this->seen->plan->phases as $phase) {
            if ($phase->id === $judged->id) {
                break;
            }
            $hold = $phase->control === Control::Hold && $this->seen->located->of($phase->id) !== null ? $phase : $hold;
        }
        $pressures = $hold === null ? [] : $this->seen->trace()->pressures($this->seen->from($hold->id), $this->seen->to($hold->id));
        if ($hold === null || $pressures === []) {
            return [];
        }
        sort($pressures);
        $middle = $pressures[intdiv(count($pressures), 2)];
        $least = $hold->lowKpa * (1 - self::gaugeError($this->limits));
        $fine = Compare::atLeast($middle, $least);
        [$shown, $wanted] = $this->seen->words->kpaPair($middle, $least, false);

        return [$this->finding(
            'held', $fine ? Severity::Go : Severity::Mend,
            "“{$hold->title}” was held at {$shown}; {$wanted} at least wanted (as planned, less {$this->gaugePercent()}).",
            $fine ? '' : 'A test at less than its pressure proves less. Raise it as planned, and test again.', $middle, $least, $middle - $least,
        )];
    }

    /**
     * A gauge whose valve is shut, or whose needle is stuck, shows one value however much leaks.
     *
     * @return list<Finding>
     */
    private function still(): array
    {
        $judged = $this->seen->plan->judged();
        if ($judged->control !== Control::Shut || $this->seen->located->of($judged->id) === null) {
            return [];
        }
        $from = $this->seen->from($judged->id);
        $p = $this->seen->trace()->pressures($from, min($this->seen->to($judged->id), $from + 60 * $judged->minutes));
        [$length, $first] = GaugeCheck::longestStand($p);
        $step = max($this->seen->section->gaugeResolutionKpa, GaugeCheck::smallestStep(array_slice($this->seen->trace()->p, 0, self::LOOKED_AT)));
        $fine = $step <= self::FINE_SHARE * $this->seen->plan->gaugeKpa || $step <= self::FINE_FALL * ($judged->targetKpa - $judged->lowKpa);
        if (! $fine || $length < self::STILL_READINGS || $length < self::STILL_SHARE * count($p)) {
            return [];
        }

        return [new Finding("test.{$this->method}.still", Severity::Watch, 'The gauge showed '.$this->seen->words->kpa($p[$first]).' and nothing else for '
            ."{$this->share($length, count($p))} of the time: a gauge that is shut off or stuck does so too, whatever leaks.",
            'Open the bleed a little and see it move before this is signed; write down that it did.', Source::fromMemory(
                '', 'a gauge so fine that stands for more than half of the time',
            ), ['trace'])];
    }

    private function share(int $part, int $whole): string
    {
        return round(100 * $part / max(1, $whole)).' %';
    }

    private function phaseBefore(Phase $judged): ?Phase
    {
        foreach ($this->seen->plan->phases as $k => $phase) {
            if ($phase->id === $judged->id) {
                return $this->seen->plan->phases[$k - 1] ?? null;
            }
        }

        return null;
    }

    /** @return list<Finding> */
    private function gaps(): array
    {
        $judged = $this->seen->located->of($this->seen->plan->judged()->id);
        if ($judged === null) {
            return [];
        }
        $words = $this->seen->words;
        $found = [];
        $gap = $this->seen->trace()->longestGap(...$judged);
        if ($gap['length_s'] > self::PAUSE_TIMES * $gap['usual_s']) {
            $fine = $gap['length_s'] <= $this->limits->share('test.run.gap_percent') * max(1.0, $judged[1] - $judged[0]);
            [$long, $from] = [$words->minutes($gap['length_s'] / 60, Rounding::Up), $words->minutes($gap['from_s'] / 60)];
            $found[] = $this->gap(
                'gap', $fine ? Severity::Watch : Severity::Mend, "No reading for {$long} of the judged phase, from {$from} on.",
                $fine ? 'Say in the record what happened meanwhile.' : 'Nobody can say what happened meanwhile. Bring the whole record, or test again.',
                $gap['length_s'], Words::plain($this->limits->value('test.run.gap_percent')).' % of the judged phase may be missing',
            );
        }
        $earlier = $this->seen->trace()->longestGap($this->seen->trace()->t[0], $judged[0]);
        if ($earlier['length_s'] > max($this->limits->value('test.run.pause_s'), self::PAUSE_TIMES * $earlier['usual_s'])) {
            $found[] = $this->gap(
                'pause', Severity::Watch,
                'No reading for '.$words->minutes(
                    $earlier['length_s'] / 60, Rounding::Up,
                ).' before the judged phase, from '.$words->minutes($earlier['from_s'] / 60).' on.',
                'Say in the record what happened meanwhile.', $earlier['length_s'],
                'a pause of '.$words->minutes($this->limits->value('test.run.pause_s') / 60).' is worth a word',
            );
        }

        return $found;
    }

    private function gap(string $rule, Severity $severity, string $said, string $todo, float $seconds, string $note): Finding
    {
        return new Finding(
            "test.{$this->method}.{$rule}", $severity, $said, $todo, Source::fromMemory('', $note), ['trace'], $seconds / 60, null, null, Unit::Minute,
        );
    }

    private function finding(
        string $rule, Severity $severity, string $said, string $todo, ?float $measured = null, ?float $limit = null, ?float $margin = null,
    ): Finding {
        return new Finding(
            "test.{$this->method}.{$rule}", $severity, $said, $todo, $this->source, ['trace'], $measured, $limit, $margin,
            $measured === null ? Unit::None : Unit::KiloPascal,
        );
    }
}
