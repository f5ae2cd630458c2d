<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\ConstantPressure;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/**
 * Ductile iron and PVC mains [AWWA C600, C605]: at least 1.25 × working at the high point and 1.5 × at the low, within every rating; two hours within ±5 psi;
 * make-up L = S·D·√P/148 000 summed over the sizes.
 */
final class C600 extends ConstantPressure
{
    public function id(): string
    {
        return 'c600';
    }

    public function families(): array
    {
        return [self::RUN, 'test.c600'];
    }

    public function title(): string
    {
        return 'Ductile iron or PVC main, make-up in two hours';
    }

    public function source(): Source
    {
        return MakeUp::source('c600');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        if (! self::serves($section, ['water', 'sewer_rising']) || ! in_array($section->main()->material, [Material::Iron, Material::Pvc], true)) {
            return null;
        }

        return ['rank' => $units === UnitSystem::UsCustomary ? 1 : 5, 'why' => 'Iron or PVC, by the American standard.'];
    }

    public function options(): array
    {
        return [
            new Option('hours', 'Held for', ['2' => '2 h', '4' => '4 h']),
            new Option('divisor', 'Allowance', ['148000' => 'S·D·√P/148 000, editions in force', '133200' => 'S·D·√P/133 200, older editions']),
        ];
    }

    public function asks(): array
    {
        return [self::water('added_l', 'Water added while holding'), self::leakSeen()];
    }

    protected function pipeFactor(): float
    {
        return $this->limit('pipe_factor');
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $working = self::above($section->workingKpa, 'working_kpa', 'A working pressure');
        $levels = new Levels($section);
        [$high, $low] = [$this->limit('high_factor'), $this->limit('low_factor')];
        $gauge = max($levels->gaugeForHigh($high * $working), $levels->gaugeForLow($low * $working));
        $window = $levels->window(
            max($high * $working, $levels->atHigh($gauge)), $section->limiting($this->pipeFactor())->takesKpa($this->pipeFactor()), $words,
        );
        $hours = (float) $options['hours'];
        $allowed = self::allowance($section, $gauge, (float) $options['divisor']);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $levels->atLow($gauge), $levels->atHigh($gauge), $window,
            [
                'said' => 'At most '.$words->litres($allowed).' an hour, '.$words->litres($hours * $allowed).' in all.', 'l_per_h' => $allowed,
                'litres' => $hours * $allowed,
            ],
            [
                $this->raise($gauge),
                new Phase(
                    'test', 'Test', 60 * $hours, $gauge - $this->limit('band_kpa'), $gauge, $gauge + $this->limit('band_kpa'),
                    "Keep within {$this->band()} by adding water; meter all of it. Walk the section.", Control::Hold, true,
                ),
            ],
            [
                new Figure(
                    'At the gauge', 'the greater of '.Words::plain($high).' × working at the high point and '.Words::plain($low).' × working at the low point',
                    $words->kpa($gauge), Words::plain($high).' × '.$words->kpa($working).' high; '.Words::plain($low).' × '.$words->kpa($working).' low',
                ),
                new Figure(
                    'Allowance an hour', 'L = Σ S·D·√P/148 000, gal/h, ft, in, psi', $words->litres($allowed),
                    self::working($section, $gauge, $options['divisor']),
                ),
            ],
            [$this->medium()->caution()], ['Never above the rating of pipe, restraint or valve: closed valves and hydrants have their own.'], options: $options,
        );
    }

    private static function allowance(TestSection $section, float $kpa, float $divisor): float
    {
        return array_sum(array_map(static fn ($part): float => MakeUp::c600LitresPerHour($part->lengthM, $part->dnMm, $kpa, $divisor), $section->parts));
    }

    private static function working(TestSection $section, float $kpa, string $divisor): string
    {
        $psi = Words::plain(Pressure::of(max(0.0, $kpa), 'kPa')->in('psi'), 1);

        return implode(
            ' + ',
            array_map(
                static fn ($part): string => Words::plain(
                    Length::of($part->lengthM, 'm')->in('ft'), 1,
                ).'·'.Words::plain(Length::of($part->dnMm, 'mm')->in('in'), 2)."·√{$psi}/{$divisor}",
                $section->parts,
            ),
        ).' gal/h';
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $hours = (float) ($seen->plan->options['hours'] ?? 2);
        $divisor = $seen->plan->options['divisor'] ?? '148000';
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $mean = $this->mean($seen->trace(), $from, $to);
        $time = max(1e-6, ($to - $from) / 3600);
        $allowed = self::allowance($seen->section, $mean, (float) $divisor);
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $target = $seen->plan->gaugeKpa;
        $findings = [
            $this->lasted($seen, 'test', 60 * $hours, 'Test'),
            $this->held(
                $seen, 'test', $target - $this->limit('band_kpa'), max($target + $this->limit('band_kpa'), $target * 1.01),
                "Keep it within {$this->band()} of the test pressure, and test again.",
            ),
            $added === null ? $this->unmetered() : $this->most(
                'make_up', 'Make-up water an hour', $added / $time, $allowed, Unit::Litre, $words->litresPair(...),
                'Not tight. Lower the pressure, look at every joint, mend, test again.',
            ),
        ];

        return new Accepted($findings, [
            new Figure('Mean pressure', 'of the test, at the gauge', $words->kpa($mean)),
            new Figure(
                'Allowance an hour', "L = Σ S·D·√P/{$divisor}, gal/h, ft, in, psi", $words->litres($allowed),
                self::working($seen->section, $mean, $divisor),
            ),
            ...($added === null ? [] : [self::added($seen, $added, $time)]),
        ], ['hours' => $time, 'mean_kpa' => $mean, 'added_l_h' => $added === null ? null : $added / $time, 'allowance_l_h' => $allowed]);
    }
}
