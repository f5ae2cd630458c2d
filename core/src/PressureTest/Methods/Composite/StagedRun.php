<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Composite;

use Diastoma\Core\PressureTest\Acceptance\Slowing;
use Diastoma\Core\PressureTest\Acceptance\Staging;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\MethodLimits;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\PressureTest\Reading\GaugeNoise;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What a staged run shows: how fast it was raised, whether each step was held, whether it settled, what the hold did. */
final readonly class StagedRun
{
    /** The end of settling is read over so long, s, and over no less than half of it. */
    private const END_S = 600.0;

    private Words $words;

    public function __construct(private Seen $seen, private string $method, private Source $source, private MethodLimits $limits)
    {
        $this->words = $seen->words;
    }

    private function limit(string $name): float
    {
        return $this->limits->value("test.rtp.{$name}");
    }

    /** How much of the first half's fall the second may show. */
    private function slower(): float
    {
        return $this->limit('slower_percent') / 100;
    }

    private function plain(string $name): string
    {
        return Words::plain($this->limit($name));
    }

    public function accepted(float $minutes, float $longest): Accepted
    {
        $seen = $this->seen;
        $corrected = $this->halves();
        [$start, $end] = [$seen->startKpa('test'), $seen->endKpa('test')];
        $steepest = $this->steepest();
        $fastest = Staging::rtp($seen->section->weakest()->kpa, $seen->section->lengthM(), 1.0, $this->limits)['max_ramp_kpa_min'];
        $settling = $this->settling();
        $owner = $seen->run->number('owner_fall_kpa');
        $hold = $this->hold($corrected, $start - $end, $owner, $end);

        return new Accepted([
            $this->most(
                'ramp', 'Raised at most by', $steepest, $fastest, ' a minute', 'Too fast: ask the maker whether the line may be used; raise it slower.',
            ),
            ...$this->steps(), $this->lasted('settle', $this->settleMin(), 'Settling'), $this->settled($settling), $this->lasted('test', $minutes, 'Test'),
            ...$hold,
        ], [
            new Figure('Steepest rise', 'over a minute', $this->words->kpa($steepest).' a minute'),
            new Figure(
                'Fall at the end of settling', 'last ten minutes of it, since it was last topped up',
                $settling === null ? 'cannot be read' : $this->words->kpa($settling).' an hour',
            ),
            new Figure('Fall in the test', 'start − end', $this->words->kpa($start - $end), $this->words->kpa($start).' − '.$this->words->kpa($end)),
            new Figure(
                'First and second half', 'corrected for temperature', $this->words->kpa($corrected->firstKpa).', '.$this->words->kpa($corrected->secondKpa),
                'gauge ± '.$this->words->kpa($corrected->noiseKpa),
            ),
        ], [
            'ramp_kpa_min' => $steepest, 'settling_kpa_h' => $settling, 'settling_limit_kpa_h' => $this->limit('settling_kpa_h'), 'fall_kpa' => $start - $end,
            'first_half_kpa' => $corrected->firstKpa, 'second_half_kpa' => $corrected->secondKpa,
            'end_kpa' => $end, 'least_end_kpa' => $this->leastEndKpa(), 'slowing' => $corrected->isClear(), 'owner_fall_kpa' => $owner,
        ], $owner === null && ! $corrected->isClear() && ! $corrected->quickens && Compare::atLeast($end, $this->leastEndKpa())
            && $seen->minutes('test') < $longest - 1.0 ? TestVerdict::UNDECIDED : '');
    }

    /**
     * The hold: at its end enough pressure, and a fall that slows down or that the owner allows.
     *
     * @return list<Finding>
     */
    private function hold(Slowing $halves, float $fell, ?float $owner, float $end): array
    {
        $least = $this->leastEndKpa();
        $high = Compare::atLeast($end, $least);
        [$shown, $wanted] = $this->words->kpaPair($end, $least, false);
        $found = [$this->finding(
            'end', $high ? Severity::Go : Severity::Mend,
            "At the end of the hold {$shown} at the gauge; {$wanted} wanted (".$this->plain('least_factor').' × rated at the low point).',
            $high ? '' : 'Not tight, or not settled. Lower the pressure first; cut out and replace what leaks, settle longer, test again.', $end, $least,
            $end - $least,
        )];
        if ($owner !== null) {
            return [
                ...$found,
                new Finding(
                    "test.{$this->method}.owner_fall", Compare::atMost($fell, $owner) ? Severity::Go : Severity::Mend,
                    'In the hold it fell by '.implode('; ', $this->words->kpaPair(max(0.0, $fell), $owner)).' allowed by the owner.',
                    Compare::atMost($fell, $owner) ? '' : 'Not tight. Lower the pressure first; cut out and replace what leaks, test again.',
                    Source::specification('greatest fall in the hold'), ['trace'], $fell, $owner, $owner - $fell, Unit::KiloPascal,
                ),
            ];
        }
        [$first, $second] = [$this->words->kpa($halves->firstKpa), $this->words->kpa($halves->secondKpa)];

        return [
            ...$found,
            $this->finding('slowing', $halves->isClear() ? Severity::Go : Severity::Mend, match (true) {
                ! $halves->falls => 'It did not fall by more than the gauge’s own noise.',
                $halves->isClear() => "It fell ever more slowly: {$first} in the first half, {$second} in the second.",
                default => "Unclear: it fell by {$first} in the first half and {$second} in the second; ".$this->plain('slower_percent')
                    .' % of the first at most wanted.',
            }, $halves->isClear() ? '' : 'Hold longer. A fall that does not slow down is a leak: lower the pressure, find it, cut it out and replace '
                .'it.', $halves->secondKpa, $this->slower() * $halves->firstKpa,
                $this->slower() * $halves->firstKpa - $halves->secondKpa),
            new Finding(
                "test.{$this->method}.owner", Severity::Watch,
                'The owner gave no figure for the hold: this reading is common practice, from memory, and advises.',
                'Have the engineer accept it, or ask for the owner’s figure.', Source::fromMemory('', 'acceptance of the hold of a composite line'),
                ['trace'],
            ),
        ];
    }

    private function leastEndKpa(): float
    {
        return $this->seen->plan->gaugeKpa - $this->seen->plan->lowKpa + $this->limit('least_factor') * $this->seen->section->weakest()->kpa;
    }

    /** Fall of each half of the hold, with what warming or cooling of the water alone makes taken out. */
    private function halves(): Slowing
    {
        $seen = $this->seen;
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $middle = ($from + $to) / 2;
        [$p0, $p1, $p2] = [$seen->startKpa('test', 60.0), $seen->kpaIn('test', $middle, 60.0), $seen->endKpa('test', 60.0)];
        [$c0, $c1, $c2] = array_map(fn (float $t): ?float => $seen->trace()->celsiusAt($t), [$from, $middle, $to]);
        $warm = fn (?float $a, ?float $b): float => $a === null || $b === null ? 0.0 : ($b - $a) * $this->kpaPerDegree(($a + $b) / 2);
        // of the gauge: from memory
        $noise = GaugeNoise::of($seen->trace()->pressures($from, $to))->differenceKpa($seen->section->gaugeResolutionKpa) + 0.001 * $p0;

        return Slowing::of($p0 - $p1 + $warm($c0, $c1), $p1 - $p2 + $warm($c1, $c2), $noise, $this->slower());
    }

    private function kpaPerDegree(float $celsius): float
    {
        $pipe = $this->seen->section->asOnePipe();

        return FilledPipe::kpaPerDegree(
            $pipe->insideMm, $pipe->wallMm, $pipe->modulusGpa, $pipe->poisson, $pipe->expansionPerC, Water::at(min(60.0, max(0.0, $celsius))),
        );
    }

    /** Fall in kPa an hour over the last ten minutes of settling, since it was last topped up; null where less than half of that is left to read. */
    private function settling(): ?float
    {
        $to = $this->seen->to('settle') - 1.0;
        $rows = $this->seen->trace()->rows(max($this->seen->from('settle'), $to - self::END_S), $to);
        $step = GaugeNoise::of(array_column($rows, 'p'))->differenceKpa($this->seen->section->gaugeResolutionKpa);
        $from = 0;
        for ($k = 1, $n = count($rows); $k < $n; $k++) {
            $from = $rows[$k]['p'] - $rows[$k - 1]['p'] > 3 * $step ? $k : $from;
        }
        $kept = array_slice($rows, $from);
        $n = count($kept);
        if ($n < 4 || $kept[$n - 1]['t'] - $kept[0]['t'] < self::END_S / 4) {
            return null;
        }
        $mean = ['t' => array_sum(array_column($kept, 't')) / $n, 'p' => array_sum(array_column($kept, 'p')) / $n];
        $top = $bottom = 0.0;
        foreach ($kept as $row) {
            $top += ($row['t'] - $mean['t']) * ($row['p'] - $mean['p']);
            $bottom += ($row['t'] - $mean['t']) ** 2;
        }

        return max(0.0, -3600 * $top / $bottom);
    }

    private function settled(?float $fell): Finding
    {
        return $fell === null
            ? $this->finding(
                'settled', Severity::Mend, 'It was topped up to the very end of settling: nobody can say how fast it fell.',
                'Leave it ten minutes without topping up before the test begins.',
            )
            : $this->most(
                'settled', 'At the end of settling it fell by', $fell, $this->limit('settling_kpa_h'), ' an hour',
                'Not settled yet, or not tight. Settle longer, look along the line from a distance.',
            );
    }

    private function settleMin(): float
    {
        return array_reduce($this->seen->plan->phases, static fn (float $found, Phase $p): float => $p->id === 'settle' ? $p->minutes : $found, 30.0);
    }

    private function steepest(): float
    {
        $steepest = 0.0;
        $end = $this->seen->from('test');
        for ($t = $this->seen->trace()->t[0]; $t < $end; $t += 30.0) {
            $steepest = max($steepest, ($this->seen->trace()->at($t + 60.0) ?? 0.0) - ($this->seen->trace()->at($t) ?? 0.0));
        }

        return $steepest;
    }

    /**
     * Each step must have been held: from when its pressure was reached until it was raised further.
     *
     * @return list<Finding>
     */
    private function steps(): array
    {
        $found = [];
        foreach ($this->seen->plan->phases as $phase) {
            if (! str_starts_with($phase->id, 'step_')) {
                continue;
            }
            $minutes = $this->heldAt($phase->targetKpa) / 60;
            $fine = Compare::atLeast($minutes, $this->limit('step_least_min') - 0.5);
            $number = substr($phase->id, 5);
            $found[] = new Finding(
                "test.{$this->method}.{$phase->id}", $fine ? Severity::Go : Severity::Mend,
                "Step {$number} at {$this->words->kpa($phase->targetKpa)} was held for {$this->words->minutes($minutes)}; ".$this->plain('step_least_min')
                    .' to 15 min are wanted.',
                $fine ? '' : 'A line that is raised without its steps is not tested: let the pressure down and begin again.', $this->source, ['trace'],
                $minutes, $this->limit('step_least_min'), $minutes - $this->limit('step_least_min'), Unit::Minute,
            );
        }

        return $found;
    }

    /** Seconds for which the pressure first stood within the sag of a level, before the test. */
    private function heldAt(float $kpa): float
    {
        $trace = $this->seen->trace();
        $from = null;
        $end = $trace->index($this->seen->from('test'));
        for ($k = 0; $k < $end; $k++) {
            $p = $trace->p[$k];
            if ($p > (1 + $this->limit('sag_percent') / 100) * $kpa) {
                return $from === null ? 0.0 : $trace->t[max(0, $k - 1)] - $from;
            }
            if ($p >= (1 - $this->limit('sag_percent') / 100) * $kpa) {
                $from ??= $trace->t[$k];
            } else {
                $from = null; // let down again
            }
        }

        return $from === null ? 0.0 : $trace->t[max(0, $end - 1)] - $from;
    }

    private function lasted(string $phase, float $minutes, string $name): Finding
    {
        $had = $this->seen->located->of($phase) === null ? 0.0 : $this->seen->minutes($phase);
        $fine = Compare::atLeast($had, $minutes - max(0.5, 0.002 * $minutes));
        [$shown, $wanted] = $fine ? [$this->words->minutes($minutes), $this->words->minutes($minutes)] : $this->words->minutesPair($had, $minutes);

        return new Finding(
            "test.{$this->method}.{$phase}", $fine ? Severity::Go : Severity::Mend, "{$name} recorded for {$shown}; {$wanted} wanted.",
            $fine ? '' : 'The record is too short: bring the whole of it, or test again.', $this->source, ['trace'], $had, $minutes, $had - $minutes,
            Unit::Minute,
        );
    }

    private function most(string $rule, string $what, float $measured, float $limit, string $per, string $todo): Finding
    {
        $fine = Compare::atMost($measured, $limit);
        [$shown, $allowed] = $this->words->kpaPair($measured, $limit);

        return $this->finding($rule, match (true) {
            ! $fine => Severity::Mend, Compare::atMost($measured, 0.8 * $limit) => Severity::Go, default => Severity::Watch
        }, "{$what} {$shown}{$per}; {$allowed}{$per} allowed.", $fine ? '' : $todo, $measured, $limit, $limit - $measured);
    }

    private function finding(
        string $rule, Severity $severity, string $said, string $todo = '', ?float $measured = null, ?float $limit = null, ?float $margin = null,
    ): Finding {
        return new Finding(
            "test.{$this->method}.{$rule}", $severity, $said, $todo, $this->source, ['trace'], $measured, $limit, $margin,
            $measured === null ? Unit::None : Unit::KiloPascal,
        );
    }
}
