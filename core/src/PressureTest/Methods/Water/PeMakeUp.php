<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\ConstantPressure;
use Diastoma\Core\PressureTest\Methods\RunChecks;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Length;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Quantity\Volume;
use Diastoma\Core\Rulebook\Source;

/**
 * Make-up water of a PE main by table, after three hours of expansion [AWWA M55 and the PE pipe handbook, from memory]. Another test than F2164, never
 * mixed with it.
 */
final class PeMakeUp extends ConstantPressure
{
    public function id(): string
    {
        return 'pe-makeup';
    }

    public function families(): array
    {
        return [self::RUN, 'test.pe-makeup'];
    }

    public function title(): string
    {
        return 'PE water main, make-up by table';
    }

    public function source(): Source
    {
        return MakeUp::source('pe');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        if (! self::serves($section, ['water', 'sewer_rising']) || $section->main()->material !== Material::Pe) {
            return null;
        }

        return ['rank' => $units === UnitSystem::UsCustomary ? 3 : 8, 'why' => 'PE under pressure, by the handbook’s table; another test than F2164.'];
    }

    public function usual(): array
    {
        return ['service' => 'water', 'factor' => $this->limit('factor'), 'owners' => true];
    }

    public function restHours(): float
    {
        return $this->limit('again_min') / 60;
    }

    public function options(): array
    {
        return [new Option('hours', 'Test phase', ['1' => '1 h', '2' => '2 h', '3' => '3 h'])];
    }

    public function asks(): array
    {
        return [self::water('added_l', 'Water added in the test phase'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $factor = $this->limit('factor');
        $most = self::above($section->limiting($factor)->takesKpa($factor), 'ratings', 'A rating');
        $low = self::ownersKpa($section, $most, $words);
        $gauge = $levels->gaugeForLow($low);
        $allowed = $this->allowance($section, (float) $options['hours']);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $low, $levels->atHigh($gauge), $levels->window($section->workingKpa, $low, $words),
            [
                'said' => 'Expansion: every hour as much as brings the pressure back. Test phase: at most '.$words->litres($allowed).' in all.',
                'l_per_h' => null, 'litres' => $allowed,
            ],
            [
                $this->raise($gauge),
                new Phase(
                    'expansion', 'Expansion', $this->limit('expansion_min'), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Bring the pressure back every hour.',
                    Control::Hold,
                ),
                new Phase(
                    'test', 'Test', 60 * (float) $options['hours'], $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Keep the pressure; meter every drop. Bring it back at the end.', Control::Hold, true,
                ),
            ],
            [
                new Figure('Test pressure at the low point', 'the owner’s', $words->kpa($low)),
                new Figure(
                    'The most at the low point', Words::plain($factor).' × design pressure of the weakest pipe; rating of any other part', $words->kpa($most),
                ),
                new Figure(
                    'Make-up allowed', 'gallons per 100 ft by size and hours', $words->litres($allowed), $this->working($section, (float) $options['hours']),
                ),
            ],
            [$this->medium()->caution()],
            [
                'The table is remembered, not at hand: check it against your copy.',
                'Another test than F2164: never mix the two. At most 8 h under test pressure in all, '.Words::plain($this->limit('again_min') / 60)
                    .' h rest before a repeat.',
            ],
            options: $options,
        );
    }

    /** The nominal size of the table nearest below an outside diameter of ISO or IPS size: dn 110 is read as 4 in. */
    private static function inches(float $outsideMm): float
    {
        $found = 0.0;
        foreach (array_keys(MakeUp::PE) as $size) {
            $found = (float) $size <= $outsideMm / 25.4 + 1e-9 ? (float) $size : $found;
        }

        return $found > 0.0 ? $found : throw InvalidInput::field('parts', 'The table begins at 1¼ in: this pipe is smaller. Take another method.', $outsideMm);
    }

    private function allowance(TestSection $section, float $hours): float
    {
        $gallons = array_sum(array_map(
            static fn ($p): float => MakeUp::peGallons(self::inches($p->outsideMm()), Length::of($p->lengthM, 'm')->in('ft'), $hours), $section->parts,
        ));

        return $this->share('share_percent') * Volume::of($gallons, 'US gal')->in('L');
    }

    private function working(TestSection $section, float $hours): string
    {
        $share = $this->limit('share_percent');

        return ($share === 100.0 ? '' : Words::plain($share).' % of ').implode(
            ' + ',
            array_map(
                static fn ($p): string => Words::plain(MakeUp::peGallons(self::inches($p->outsideMm()), 100.0, $hours)).' gal × '.Words::plain(
                    Length::of($p->lengthM, 'm')->in('ft'), 1,
                ).' ft / 100 ft ('.Words::plain(self::inches($p->outsideMm())).' in)',
                $section->parts,
            ),
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $hours = (float) ($seen->plan->options['hours'] ?? 1);
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $allowed = $this->allowance($seen->section, $hours);
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $target = $seen->plan->gaugeKpa;

        return new Accepted([
            $this->lasted($seen, 'expansion', $this->limit('expansion_min'), 'Expansion'),
            $this->lasted($seen, 'test', 60 * $hours, 'Test phase'),
            $this->held(
                $seen, 'expansion', $target * (1 - $this->share('hold_percent')) * (1 - RunChecks::gaugeError($this->limits())), $target * 1.01,
                'Bring the pressure back every hour while it expands. Rest '.Words::span($this->limit('again_min')).', test again.', 'expanded',
            ),
            $this->held($seen, 'test', $target * (1 - $this->share('hold_percent')), $target * 1.01, 'Bring the pressure back oftener, and test again.'),
            $added === null ? $this->unmetered() : $this->most(
                'make_up', 'Make-up water in the test phase', $added, $allowed, Unit::Litre, $words->litresPair(...),
                'Not tight, or still stretching. Let the pressure down, look at every joint, rest '.Words::plain(
                    $this->limit('again_min') / 60,
                ).' h, test again.',
            ),
        ], [
            new Figure('Make-up allowed', 'gallons per 100 ft by size and hours', $words->litres($allowed), $this->working($seen->section, $hours)),
            ...($added === null ? [] : [self::added($seen, $added, $hours)]),
        ], ['hours' => $hours, 'allowance_l' => $allowed, 'added_l' => $added]);
    }
}
