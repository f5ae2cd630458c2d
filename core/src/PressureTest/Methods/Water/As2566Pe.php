<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/**
 * PE main: 12 h shut to settle, 5 h at pressure; water of hour 4 to 5 at most 0.55 × that of hour 2 to 3 and the allowance [AS/NZS 2566.2, App. M, from
 * memory].
 */
final class As2566Pe extends MadeUpAnHour
{
    public function id(): string
    {
        return 'as2566-pe';
    }

    public function title(): string
    {
        return 'PE main at constant pressure, hour 5 against hour 3';
    }

    public function source(): Source
    {
        return MakeUp::source('as2566-pe');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['water', 'sewer_rising']) && $section->main()->material === Material::Pe ? [
            'rank' => 9, 'why' => 'PE under pressure, by the Australian and New Zealand standard.',
        ] : null;
    }

    public function asks(): array
    {
        return [self::water('v1_l', 'Water added from hour 2 to 3'), self::water('v2_l', 'Water added from hour 4 to 5'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $low = $this->limit('factor') * self::above($section->workingKpa, 'working_kpa', 'A working pressure');
        $gauge = $levels->gaugeForLow($low);
        $share = $this->plain('pe_share');
        $allowed = $this->allowance($section, $gauge);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $low, $levels->atHigh($gauge), $levels->window(
            $section->workingKpa, min($low, $section->limiting($this->pipeFactor())->takesKpa($this->pipeFactor())), $words,
        ),
            [
                'said' => "Hour 4 to 5: at most {$share} × the water of hour 2 to 3, and ".$words->litres($allowed).' more.', 'l_per_h' => $allowed,
                'litres' => null,
            ],
            [
                $this->raise($gauge),
                new Phase(
                    'settle', 'Settle', $this->limit('settle_min'), 0.5 * $gauge, $gauge, $gauge,
                    'Shut for '.Words::span($this->limit('settle_min')).': the pipe stretches and the pressure falls.',
                    Control::Shut,
                ),
                new Phase(
                    'again', 'Raise again', $this->limit('raise_min'), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge, 'Back to the pressure.',
                    Control::Raise,
                ),
                new Phase(
                    'test', 'Test', $this->limit('pe_min'), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Keep the pressure by adding water; read the meter at 2, 3, 4 and 5 hours.', Control::Hold, true,
                ),
            ],
            [new Figure('Allowance an hour', $this->formula(), $words->litres($allowed), $this->working($section, $gauge))],
            [$this->medium()->caution()],
            ['Remembered, not at hand: check it against your copy. 0.55 as printed is ln(5/4)/ln(3/2): creep in the logarithm of time.'],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $mean = $this->mean($seen->trace(), $from, $to);
        $v1 = $seen->run->number('v1_l') ?? $seen->addedL($from + 7200, $from + 10800);
        $v2 = $seen->run->number('v2_l') ?? $seen->addedL($from + 14400, $from + 18000);
        $target = $seen->plan->gaugeKpa;
        $findings = [
            $this->lasted($seen, 'settle', $this->limit('settle_min'), 'Settling'), $this->lasted($seen, 'test', $this->limit('pe_min'), 'Test'),
            $this->held($seen, 'test', $target * (1 - $this->share('hold_percent')), $target * 1.01, 'Keep the pressure steadier, and test again.'),
        ];
        if ($v1 === null || $v2 === null) {
            return new Accepted([...$findings, $this->unmetered()], [], ['v1_l' => $v1, 'v2_l' => $v2]);
        }
        $share = $this->plain('pe_share');
        [$km, $m] = [$seen->section->lengthM() / 1000, $seen->section->main()->insideMm / 1000];
        $found = MakeUp::as2566Pe($v1, $v2, $km, $m, $mean / HydrostaticHead::GRAVITY, $this->limits());

        return new Accepted([
            ...$findings,
            $this->most(
                'make_up', 'Water of hour 4 to 5', $v2, $found['limit_l'], Unit::Litre, $words->litresPair(...),
                'More than creep explains: not tight. Lower the pressure, look at every joint, mend, test again.',
            ),
        ], [
            new Figure('Water of hour 2 to 3', 'V1', $words->litres($v1)), new Figure('Water of hour 4 to 5', 'V2', $words->litres($v2)),
            new Figure(
                'Limit', $share.'·V1 + Q', $words->litres($found['limit_l']),
                $share.'·'.Words::plain($v1).' + '.$this->working($seen->section, $mean),
            ),
        ], ['v1_l' => $v1, 'v2_l' => $v2, 'mean_kpa' => $mean, ...$found]);
    }
}
