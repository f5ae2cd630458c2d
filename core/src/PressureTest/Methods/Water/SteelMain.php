<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\Exception\InvalidInput;
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
use Diastoma\Core\PressureTest\Site\Part;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Quantity\Volume;
use Diastoma\Core\Rulebook\Source;

/**
 * Steel mains [AWWA C604 and M11, from memory]: 1.25 × working at the low point, two hours; a welded main takes no make-up water at all, one with rubber
 * gaskets 10 US gal per inch of
 * diameter per mile in 24 h.
 */
final class SteelMain extends ConstantPressure
{
    public function id(): string
    {
        return 'c604';
    }

    public function families(): array
    {
        return [self::RUN, 'test.c604'];
    }

    public function title(): string
    {
        return 'Steel main, two hours at pressure';
    }

    public function source(): Source
    {
        return MakeUp::source('c604');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['water', 'sewer_rising']) && $section->main()->material === Material::Steel ? [
            'rank' => $units === UnitSystem::UsCustomary ? 1 : 5, 'why' => 'A steel main, by the American standard for steel.',
        ] : null;
    }

    public function usual(): array
    {
        return ['service' => 'water', 'factor' => $this->limit('factor'), 'owners' => false];
    }

    public function options(): array
    {
        return [new Option('hours', 'Held for', ['2' => '2 h', '4' => '4 h', '24' => '24 h'])];
    }

    public function asks(): array
    {
        return [self::water('added_l', 'Water added while holding'), self::leakSeen()];
    }

    protected function pipeFactor(): float
    {
        return $this->limit('pipe_factor');
    }

    /** @throws InvalidInput if nobody has said how the joints are made */
    private static function welded(TestSection $section): bool
    {
        return $section->welded ?? throw InvalidInput::field(
            'welded',
            'Are the joints of this steel main welded? A welded main takes no make-up water, one with rubber gaskets a little. Say it in the section’s facts.',
        );
    }

    private function allowance(TestSection $section): float
    {
        $per = $this->limit('gal_in_mile_day');
        $gallons = array_sum(array_map(
            static fn (Part $p): float => $per * Length::of($p->dnMm, 'mm')->in('in') * Length::of($p->lengthM, 'm')->in('ft') / 5280 / 24,
            $section->parts,
        ));

        return self::welded($section) ? 0.0 : Volume::of($gallons, 'US gal')->in('L');
    }

    private function allowanceFigure(TestSection $section, Words $words): Figure
    {
        $per = $this->plain('gal_in_mile_day');

        return self::welded($section) ? new Figure('Allowance', 'welded joints: none', $words->litres(0.0))
            : new Figure(
                'Allowance an hour', $per.' US gal per inch of diameter per mile in 24 h', $words->litres($this->allowance($section)),
                implode(
                    ' + ',
                    array_map(
                        static fn (Part $p): string => $per.'·'.Words::plain(Length::of($p->dnMm, 'mm')->in('in')).'·'.Words::plain(
                            Length::of($p->lengthM, 'm')->in('ft') / 5280, 4,
                        ).'/24',
                        $section->parts,
                    ),
                ).' gal/h',
            );
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $factor = $this->limit('factor');
        $low = $factor * self::above($section->workingKpa, 'working_kpa', 'A working pressure');
        $gauge = $levels->gaugeForLow($low);
        $hours = (float) $options['hours'];
        $allowed = $this->allowance($section);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $low, $levels->atHigh($gauge), $levels->window(
            $section->workingKpa, $section->limiting($this->pipeFactor())->takesKpa($this->pipeFactor()), $words,
        ),
            [
                'said' => $allowed > 0.0 ? 'At most '.$words->litres($allowed).' an hour, '.$words->litres($hours * $allowed).' in all.'
                    : 'None: welded joints leak nothing.',
                'l_per_h' => $allowed, 'litres' => $hours * $allowed,
            ],
            [
                $this->raise($gauge),
                new Phase(
                    'test', 'Test', 60 * $hours, $gauge - $this->limit('band_kpa'), $gauge, $gauge + $this->limit('band_kpa'),
                    "Keep within {$this->band()}; meter whatever is added. Walk the section.", Control::Hold, true,
                ),
            ],
            [
                new Figure(
                    'Test pressure at the low point', Words::plain($factor).' × working', $words->kpa($low),
                    Words::plain($factor).' × '.$words->kpa($section->workingKpa),
                ),
                $this->allowanceFigure($section, $words),
            ],
            [$this->medium()->caution()],
            [
                'AWWA C604 and M11 are remembered, not at hand: check pressure, time and allowance against your copy. A lined main soaks first.',
                'Never above the rating of pipe, restraint or valve.',
            ],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $hours = (float) ($seen->plan->options['hours'] ?? 2);
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $time = max(1e-6, ($to - $from) / 3600);
        $allowed = max($this->limit('meter_l'), $time * $this->allowance($seen->section));
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $target = $seen->plan->gaugeKpa;

        return new Accepted([
            $this->lasted($seen, 'test', 60 * $hours, 'Test'),
            $this->held(
                $seen, 'test', $target - $this->limit('band_kpa'), $target + $this->limit('band_kpa'),
                "Keep it within {$this->band()} of the test pressure, and test again.",
            ),
            $added === null ? $this->unmetered() : $this->most(
                'make_up', 'Make-up water', $added, $allowed, Unit::Litre, $words->litresPair(...),
                'Not tight. Lower the pressure, look at every joint, mend, test again.',
            ),
        ], [
            $this->allowanceFigure($seen->section, $words), ...($added === null ? [] : [self::added($seen, $added, $time)]),
        ], ['hours' => $time, 'added_l' => $added, 'allowance_l' => $allowed]);
    }
}
