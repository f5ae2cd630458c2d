<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/** Constant pressure for 1 to 12 h, make-up Q ≤ 0.14·L·D·H [AS/NZS 2566.2, App. M, from memory]. */
final class As2566 extends MadeUpAnHour
{
    public function id(): string
    {
        return 'as2566';
    }

    public function title(): string
    {
        return 'Main at constant pressure, make-up an hour';
    }

    public function source(): Source
    {
        return MakeUp::source('as2566');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['water', 'sewer_rising']) && $section->main()->material !== Material::Pe ? [
            'rank' => 7, 'why' => 'PVC, iron, GRP or steel, by the Australian and New Zealand standard.',
        ] : null;
    }

    public function options(): array
    {
        return [new Option('hours', 'Held for', ['1' => '1 h', '2' => '2 h', '4' => '4 h', '8' => '8 h', '12' => '12 h'])];
    }

    public function asks(): array
    {
        return [self::water('added_l', 'Water added while holding'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $low = $this->limit('factor') * self::above($section->workingKpa, 'working_kpa', 'A working pressure');
        $gauge = $levels->gaugeForLow($low);
        $allowed = $this->allowance($section, $gauge);
        $hours = (float) $options['hours'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $low, $levels->atHigh($gauge), $levels->window(
            $section->workingKpa, min($low, $section->limiting($this->pipeFactor())->takesKpa($this->pipeFactor())), $words,
        ),
            [
                'said' => 'At most '.$words->litres($allowed).' an hour, '.$words->litres($hours * $allowed).' in all.', 'l_per_h' => $allowed,
                'litres' => $hours * $allowed,
            ],
            [
                $this->raise($gauge),
                new Phase(
                    'test', 'Test', 60 * $hours, $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Keep the pressure by adding water; meter all of it.',
                    Control::Hold, true,
                ),
            ],
            [
                new Figure(
                    'Allowance an hour', $this->formula().', km, m and m of water', $words->litres($allowed),
                    $this->working($section, $gauge),
                ),
            ],
            [$this->medium()->caution()],
            ['Remembered, not at hand: check it against your copy. The test pressure of '.$this->plain('factor').' × working and the band of '
                .$this->plain('hold_percent').' % are from memory.'],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $mean = $this->mean($seen->trace(), $from, $to);
        $time = max(1e-6, ($to - $from) / 3600);
        $allowed = $this->allowance($seen->section, $mean);
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $target = $seen->plan->gaugeKpa;

        return new Accepted([
            $this->lasted($seen, 'test', 60 * (float) ($seen->plan->options['hours'] ?? 1), 'Test'),
            $this->held($seen, 'test', $target * (1 - $this->share('hold_percent')), $target * 1.01, 'Keep the pressure steadier, and test again.'),
            $added === null ? $this->unmetered() : $this->most(
                'make_up', 'Make-up water an hour', $added / $time, $allowed, Unit::Litre, $words->litresPair(...),
                'Not tight. Lower the pressure, look at every joint, mend, test again.',
            ),
        ], [
            new Figure('Mean pressure', 'of the test, at the gauge', $words->kpa($mean)),
            new Figure('Allowance an hour', $this->formula(), $words->litres($allowed), $this->working($seen->section, $mean)),
            ...($added === null ? [] : [self::added($seen, $added, $time)]),
        ], ['hours' => $time, 'mean_kpa' => $mean, 'added_l_h' => $added === null ? null : $added / $time, 'allowance_l_h' => $allowed]);
    }
}
