<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\PeDecay as Decay;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Decay of a shut PE main on log–log paper: three pressures, two slopes. Its bands are from memory: it advises and never fails. */
final class PeDecay extends WaterMain
{
    public function id(): string
    {
        return 'pe-decay';
    }

    public function families(): array
    {
        return [self::RUN, 'test.en805', 'test.pe-decay'];
    }

    public function title(): string
    {
        return 'PE main shut, slope of the decay';
    }

    public function source(): Source
    {
        return Decay::source();
    }

    public function standing(): Standing
    {
        return Standing::Advises;
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['water', 'sewer_rising']) && self::creeps($section) ? [
            'rank' => 20, 'why' => 'PE under pressure; its bands are uncertain, so it advises only.',
        ] : null;
    }

    public function options(): array
    {
        return [new Option('load_min', 'Time to raise', ['10' => '10 min', '20' => '20 min', '30' => '30 min', '60' => '60 min'])];
    }

    /** @return array{float, float, float} of the readings, in loading times */
    private function times(): array
    {
        return [1.0, $this->limit('second_times'), $this->limit('third_times')];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $stp = $this->stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $load = (float) $options['load_min'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $stp, $levels->atHigh($gauge), $this->window($section, $words),
            ['said' => 'None: raise once, steadily, then shut.', 'l_per_h' => null, 'litres' => null],
            [
                $this->raise($gauge, $load, 'At a steady rate from empty to full pressure, without a pause.'),
                new Phase(
                    'decay', 'Decay', $this->limit('third_times') * $load + 1.0, 0.5 * $gauge, $gauge, $gauge,
                    'Shut. Read at once, '.Words::plain($this->times()[1]).' and '.Words::plain($this->times()[2]).' times the loading time later.',
                    Control::Shut, true,
                ),
            ],
            [
                $this->stpFigure($section, $words),
                new Figure(
                    'Readings after shutting',
                    implode(', ', array_map(static fn (float $k): string => ($k === 1.0 ? '' : Words::plain($k).'·').'tL', $this->times())),
                    implode(', ', array_map(static fn (float $k): string => $words->minutes($k * $load), $this->times())),
                ),
            ],
            [$this->medium()->caution()], ['The bands are from memory and uncertain: this reading advises, it neither passes nor fails the section.'],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $load = max(0.5, $seen->minutes('raise'));
        $from = $seen->from('decay');
        $times = array_map(static fn (float $k): float => $k * $load, $this->times());
        $pressures = array_map(static fn (float $minutes): float => $seen->trace()->at($from + 60 * $minutes) ?? 0.0, $times);
        if (min($pressures) <= 0.0 || $seen->trace()->endS() < $from + 60 * $times[2] - 60) {
            return new Accepted(
                [$this->finding(
                    'reading', Severity::Watch,
                    'The record ends before '.Words::plain($this->times()[2]).' times the loading time of '.$words->minutes($load).'.',
                    'Bring the whole trace, or leave it shut longer.',
                )],
                [], ['load_min' => $load], 'unclear',
            );
        }
        try {
            $read = Decay::read($pressures, $times, $load, $this->limits());
        } catch (InvalidInput $fault) {
            return new Accepted([$this->finding('reading', Severity::Watch, $fault->getMessage())], [], ['load_min' => $load], 'unclear');
        }
        [$severity, $said, $todo] = match ($read['reading']) {
            'sound' => [Severity::Go, 'The decay is straight on log–log paper, as creep alone makes it.', ''],
            'air' => [Severity::Watch, 'The decay is flat: there is air in the pipe.', 'Let the pressure down, vent every summit, and do it again.'],
            'leak' => [
                Severity::Watch, 'The decay bends down: something leaves besides creep.',
                'Let the pressure down, look at every joint; prove it by a method that accepts.',
            ],
            default => [Severity::Watch, 'The decay is neither.', 'Check gauge and temperature, and do it again.'],
        };

        return new Accepted([$this->finding('reading', $severity, $said, $todo)], [
            new Figure('Loading time', 'tL, from the trace', $words->minutes($load)),
            new Figure('Pressures', 'at those times after shutting', implode(', ', array_map($words->kpa(...), $pressures))),
            new Figure(
                'First slope', 'n1 = log(P1/P2)/log(t2c/t1c), tc = t + 0.4·tL', Words::plain($read['n1'], 4),
                'log('.Words::plain($pressures[0], 1).'/'.Words::plain($pressures[1], 1).')/log('.Words::plain($times[1] + 0.4 * $load, 1).'/'
                    .Words::plain($times[0] + 0.4 * $load, 1).')',
            ),
            new Figure('Second slope', 'n2 likewise', Words::plain($read['n2'], 4)),
            new Figure('Ratio', 'n2/n1, above '.$this->plain('leak_ratio').' a leak', Words::plain($read['ratio'])),
        ], ['load_min' => $load, 'times_min' => $times, 'pressures_kpa' => $pressures, ...$read], $read['reading']);
    }
}
