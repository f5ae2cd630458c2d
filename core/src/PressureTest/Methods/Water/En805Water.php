<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Water lost in an hour, pumped back in at its end: ΔVmax = 1.2·V·Δp·(1/Ew + D/(e·ER)) [EN 805, 11.3.3.4.2]. */
final class En805Water extends WaterMain
{
    public function id(): string
    {
        return 'en805-water';
    }

    public function title(): string
    {
        return 'Rigid or PVC main, water lost in an hour';
    }

    public function source(): Source
    {
        return En805::source('water');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::rigid($section, $units, 2);
    }

    public function asks(): array
    {
        return [
            ReadingSpec::number(
                'pumped_in_l', 'Water pumped in to reach the pressure again', Unit::Litre, 0.0, 1.0e6, 'as metered at the end of the hour',
            )->optional(),
            self::leakSeen(),
        ];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $stp = $this->stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $drop = $this->dropKpa($section);
        $allowed = $this->allowedL($section, $drop, 'main')['max_volume_l'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $stp, $levels->atHigh($gauge), $this->window($section, $words),
            ['said' => 'At most '.$words->litres($allowed).' to reach the pressure again after the hour.', 'l_per_h' => $allowed, 'litres' => $allowed],
            [
                $this->raise($gauge),
                new Phase(
                    'preliminary', 'Preliminary test', $this->soakMin($section), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Keep the pressure up; walk the section.', Control::Hold,
                ),
                new Phase(
                    'main', 'Main test', $this->limit('main_min'), $gauge - 2 * $drop, $gauge, $gauge,
                    'No pumping for '.Words::span($this->limit('main_min')).'.', Control::Shut, true,
                ),
                new Phase(
                    'back', 'Pump back', $this->limit('back_min'), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Pump back to the pressure and meter the water.',
                    Control::Hold,
                ),
            ],
            [
                $this->stpFigure($section, $words),
                new Figure(
                    'Water allowed', self::volumeFormula($this->limit('water_factor')), $words->litres($allowed),
                    self::volumeWorking($section, $this->limit('water_factor'), $drop),
                ),
            ],
            [$this->medium()->caution()], ['The air check (en805-air) belongs to this test: air takes water too.'], options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $drop = $this->dropKpa($seen->section);
        $allowed = $this->allowedL($seen->section, $drop, 'main');
        $words = $seen->words;
        $end = min($seen->trace()->endS(), $seen->located->of('back')[1] ?? $seen->trace()->endS());
        $water = $seen->run->number('pumped_in_l') ?? $seen->addedL($seen->to('main') - 1.0, $end);
        $arithmetic = [
            $this->stpFigure($seen->section, $words),
            new Figure(
                'Water allowed', self::volumeFormula($this->limit('water_factor')), $words->litres($allowed['max_volume_l']),
                self::volumeWorking($seen->section, $this->limit('water_factor'), $drop),
            ),
        ];
        $findings = [
            $this->lasted($seen, 'preliminary', $this->soakMin($seen->section), 'Preliminary test'),
            $this->lasted($seen, 'main', $this->limit('main_min'), 'Main test'),
        ];
        if ($water === null) {
            return new Accepted(
                [
                    ...$findings,
                    $this->finding(
                        'water', Severity::Mend, 'Nobody metered the water that was pumped back.',
                        'Without it this method says nothing: meter it, or judge by the fall of pressure.',
                    ),
                ],
                $arithmetic, [...$allowed, 'pumped_in_l' => null],
            );
        }

        return new Accepted([
            ...$findings,
            $this->most(
                'water', 'Water pumped back', max(0.0, $water), $allowed['max_volume_l'], Unit::Litre, $words->litresPair(...),
                'Not tight. Lower the pressure, look at every joint, mend, test again.',
            ),
        ],
            [...$arithmetic, new Figure('Water pumped back', 'metered', $words->litres($water))], [...$allowed, 'pumped_in_l' => $water]);
    }
}
