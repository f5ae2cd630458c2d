<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Method;
use Diastoma\Core\PressureTest\Methods\RunChecks;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * Hydrostatic leak test of a PE pressure main [ASTM F2164]: 1.5 × design at the low point, 4 h of expansion with make-up water, down by
 * 10 psi (69 kPa), then 1 h without adding water within 5 % of that pressure. At most 8 h under test in all; 8 h rest before a repeat.
 */
final class F2164 extends Method
{
    public function id(): string
    {
        return 'f2164';
    }

    public function families(): array
    {
        return [self::RUN, 'test.f2164'];
    }

    public function title(): string
    {
        return 'PE water main, 4 h expansion and 1 h test';
    }

    public function source(): Source
    {
        return Source::standard('ASTM F2164');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        if (! self::serves($section, ['water', 'sewer_rising']) || $section->main()->material !== Material::Pe) {
            return null;
        }

        return ['rank' => $units === UnitSystem::UsCustomary ? 1 : 2, 'why' => 'PE under pressure, by the American standard.'];
    }

    public function usual(): array
    {
        return ['service' => 'water', 'factor' => $this->limit('factor'), 'owners' => true];
    }

    public function restHours(): float
    {
        return $this->limit('again_min') / 60;
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $factor = $this->limit('factor');
        $weakest = $section->limiting($factor);
        $levels = new Levels($section);
        $most = self::above($weakest->takesKpa($factor), 'ratings', 'A rating');
        $low = self::ownersKpa($section, $most, $words);
        $expansion = $levels->gaugeForLow($low);
        $test = $expansion - $this->limit('reduction_kpa');
        $window = $levels->window($section->workingKpa + $this->limit('reduction_kpa'), $low, $words);

        return new TestPlan($this->id(), $this->medium(), $expansion, $test, $low, $levels->atHigh($expansion), $window,
            [
                'said' => 'Expansion: as much as holds the pressure; the amount is not judged by this method. Test hour: none.', 'l_per_h' => null,
                'litres' => null,
            ],
            [
                $this->raise($expansion),
                new Phase(
                    'expansion', 'Expansion', $this->limit('expansion_min'), $expansion * (1 - $this->share('hold_percent')), $expansion, $expansion,
                    'Add make-up water whenever the pressure sags; at least every hour.', Control::Hold,
                ),
                new Phase(
                    'reduce', 'Reduce', $this->limit('reduce_min'), $test, $test, $expansion, 'Bleed water slowly to the test pressure, shut the valve.',
                    Control::Lower,
                ),
                new Phase(
                    'test', 'Test hour', $this->limit('test_min'), $test * (1 - $this->share('band_percent')), $test,
                    $test * (1 + $this->share('band_percent')), 'Add no water, take none out. Watch.',
                    Control::Shut, true,
                ),
            ],
            [
                new Figure('Test pressure at the low point', 'the owner’s', $words->kpa($low)),
                new Figure(
                    'The most at the low point', Words::plain($factor).' × design pressure of the weakest pipe; rating of any other part', $words->kpa($most),
                    $words->kpa($weakest->kpa)." ({$weakest->name})",
                ),
            ],
            [$this->medium()->caution()],
            [
                "At most {$this->hours('longest_min')} under test pressure in all; depressurise and wait {$this->hours('again_min')} before a repeat "
                    .'[ASTM F2164].',
                'Times for raising and reducing, and that the high point sees the working pressure in the test hour, are common practice. That make-up '
                    .'may let the pressure sag by '.$this->plain('hold_percent').' % in the expansion is a value from memory.',
                'Another test than the make-up table of the PE pipe handbook: the two are never mixed.',
            ],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $pressures = $seen->trace()->pressures($seen->from('test'), $seen->to('test'));
        $start = $pressures[0] ?? $seen->plan->judgedKpa;
        $held = $seen->minutes('expansion');
        [$least, $most] = $pressures === [] ? [$start, $start] : [min($pressures), max($pressures)];
        $off = max($most - $start, $start - $least);
        $low = $seen->plan->lowKpa;

        return new Accepted([
            $this->lasted($seen, 'expansion', $this->limit('expansion_min') - 0.5, 'Expansion pressure'),
            $this->lasted($seen, 'test', $this->limit('test_min'), 'Test hour'),
            $this->expanded($seen),
            $this->start($seen, $start),
            $this->band($seen, $start, $off, $start - $least >= $off),
            $this->total($seen),
        ], [
            new Figure('Test pressure at the low point', 'the owner’s, '.$this->plain('factor').' × design at the most', $words->kpa($low)),
            new Figure('At the gauge, expansion', 'low point − ρ·g·(gauge level − low level)', $words->kpa($seen->plan->gaugeKpa)),
            new Figure('At the gauge, test hour', "expansion − {$this->reduction()}", $words->kpa($seen->plan->judgedKpa)),
            new Figure('Expansion held', 'from reaching pressure to reducing', $words->minutes($held)),
            new Figure('Pressure at the start of the test hour', 'first reading after reducing', $words->kpa($start)),
            new Figure(
                'Band of the test hour', 'start ± '.$this->plain('band_percent').' %',
                $words->kpa($start * (1 - $this->share('band_percent'))).' to '.$words->kpa($start * (1 + $this->share('band_percent'))),
                $words->kpa($start).' ± '.$this->plain('band_percent').' %',
            ),
            new Figure('Lowest and highest in the test hour', 'from the trace', $words->kpa($least).' and '.$words->kpa($most)),
        ], [
            'start_kpa' => $start, 'lowest_kpa' => $least, 'highest_kpa' => $most, 'change_percent' => 100 * $off / $start,
            'allowed_percent' => $this->limit('band_percent'), 'expansion_min' => $held,
        ]);
    }

    private function reduction(): string
    {
        return $this->plain('reduction_kpa', 0).' kPa ('.Words::plain(Pressure::of($this->limit('reduction_kpa'), 'kPa')->in('psi'), 0).' psi)';
    }

    private function hours(string $limit): string
    {
        return Words::span($this->limit($limit));
    }

    /** The pipe must have been at its pressure while it expanded: the hour after says nothing otherwise. */
    private function expanded(Seen $seen): Finding
    {
        $pressures = $seen->trace()->pressures($seen->from('expansion') + 60.0, $seen->to('expansion') - 60.0);
        $least = $pressures === [] ? 0.0 : min($pressures);
        $wanted = $seen->plan->gaugeKpa * (1 - $this->share('hold_percent')) * (1 - RunChecks::gaugeError($this->limits()));
        $fine = Compare::atLeast($least, $wanted);

        return $this->finding(
            'expanded', $fine ? Severity::Go : Severity::Mend,
            'Lowest in the expansion '.implode('; ', $seen->words->kpaPair($least, $wanted, false)).' wanted.',
            $fine ? '' : 'Make-up water came too seldom. Depressurise, rest '.$this->hours('again_min').', test again.', $least, $wanted, $least - $wanted,
            Unit::KiloPascal,
        );
    }

    private function start(Seen $seen, float $start): Finding
    {
        $low = Compare::atLeast($start, $seen->plan->judgedKpa * (1 - $this->share('band_percent')));

        return $this->finding('start', $low ? Severity::Go : Severity::Mend,
            'Test hour began at '.$seen->words->kpa($start).'; '.$seen->words->kpa($seen->plan->judgedKpa).' planned.', $low ? ''
                : 'Too much was bled off. Depressurise, rest '.$this->hours('again_min').', test again.', $start, $seen->plan->judgedKpa, null,
            Unit::KiloPascal);
    }

    private function band(Seen $seen, float $start, float $off, bool $fell): Finding
    {
        $percent = 100 * $off / $start;

        return $this->most(
            'band', 'Pressure '.($fell ? 'fell' : 'rose').' in the test hour by', $percent, $this->limit('band_percent'), Unit::Percent,
            static fn (float $a, float $b): array => array_map(static fn (string $x): string => $x.' %', Rounding::pair($a, $b, 2, true)),
            $fell ? 'Not tight, or air left in. Lower the pressure, look at every joint, mend, rest '.$this->hours('again_min').', test again.'
                : 'Water was let in, or the pipe warmed. Find out, rest '.$this->hours('again_min').', test again.',
        );
    }

    private function total(Seen $seen): Finding
    {
        $hours = ($seen->trace()->endS() - $seen->from('expansion')) / 3600;
        $fine = Compare::atMost($hours, $this->limit('longest_min') / 60);

        return $this->finding('total', $fine ? Severity::Go : Severity::Mend,
            'Under test pressure for '.Rounding::Up->print($hours, 2)." h in all; {$this->hours('longest_min')} allowed.", $fine ? ''
                : "Depressurise, rest {$this->hours('again_min')}, test again.",
            $hours * 60, $this->limit('longest_min'), $this->limit('longest_min') - $hours * 60, Unit::Minute);
    }
}
