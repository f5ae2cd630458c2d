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
    private const FACTOR = 1.25;

    private const ALLOWED = 1.25;

    private const BAND_KPA = 34.473786; // 5 psi

    private const GAL_PER_IN_MILE_DAY = 10.0;

    /** A welded main is tight: this much of the pipe's own water is what a meter cannot tell, from memory. */
    private const METER_L = 0.1;

    public function id(): string
    {
        return 'c604';
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
        return self::ALLOWED;
    }

    /** @throws InvalidInput if nobody has said how the joints are made */
    private static function welded(TestSection $section): bool
    {
        return $section->welded ?? throw InvalidInput::field(
            'welded',
            'Are the joints of this steel main welded? A welded main takes no make-up water, one with rubber gaskets a little. Say it in the section’s facts.',
        );
    }

    private static function allowance(TestSection $section): float
    {
        $gallons = array_sum(array_map(
            static fn (Part $p): float => self::GAL_PER_IN_MILE_DAY * Length::of($p->dnMm, 'mm')->in('in') * Length::of($p->lengthM, 'm')->in('ft') / 5280 / 24,
            $section->parts,
        ));

        return self::welded($section) ? 0.0 : Volume::of($gallons, 'US gal')->in('L');
    }

    private static function allowanceFigure(TestSection $section, Words $words): Figure
    {
        return self::welded($section) ? new Figure('Allowance', 'welded joints: none', $words->litres(0.0))
            : new Figure(
                'Allowance an hour', '10 US gal per inch of diameter per mile in 24 h', $words->litres(self::allowance($section)),
                implode(
                    ' + ',
                    array_map(
                        static fn (Part $p): string => '10·'.Words::plain(Length::of($p->dnMm, 'mm')->in('in')).'·'.Words::plain(
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
        $low = self::FACTOR * self::above($section->workingKpa, 'working_kpa', 'A working pressure');
        $gauge = $levels->gaugeForLow($low);
        $hours = (float) $options['hours'];
        $allowed = self::allowance($section);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $low, $levels->atHigh($gauge), $levels->window(
            $section->workingKpa, $section->limiting(self::ALLOWED)->takesKpa(self::ALLOWED), $words,
        ),
            [
                'said' => $allowed > 0.0 ? 'At most '.$words->litres($allowed).' an hour, '.$words->litres($hours * $allowed).' in all.'
                    : 'None: welded joints leak nothing.',
                'l_per_h' => $allowed, 'litres' => $hours * $allowed,
            ],
            [
                self::raise($gauge),
                new Phase(
                    'test', 'Test', 60 * $hours, $gauge - self::BAND_KPA, $gauge, $gauge + self::BAND_KPA,
                    'Keep within 5 psi; meter whatever is added. Walk the section.', Control::Hold, true,
                ),
            ],
            [
                new Figure('Test pressure at the low point', '1.25 × working', $words->kpa($low), '1.25 × '.$words->kpa($section->workingKpa)),
                self::allowanceFigure($section, $words),
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
        $allowed = max(self::METER_L, $time * self::allowance($seen->section));
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $target = $seen->plan->gaugeKpa;

        return new Accepted([
            $this->lasted($seen, 'test', 60 * $hours, 'Test'),
            $this->held($seen, 'test', $target - self::BAND_KPA, $target + self::BAND_KPA, 'Keep it within 5 psi of the test pressure, and test again.'),
            $added === null ? $this->unmetered() : $this->most(
                'make_up', 'Make-up water', $added, $allowed, Unit::Litre, $words->litresPair(...),
                'Not tight. Lower the pressure, look at every joint, mend, test again.',
            ),
        ], [
            self::allowanceFigure($seen->section, $words), ...($added === null ? [] : [self::added($seen, $added, $time)]),
        ], ['hours' => $time, 'added_l' => $added, 'allowance_l' => $allowed]);
    }
}
