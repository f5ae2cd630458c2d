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
    private const MAIN_MIN = 60.0;

    private const BACK_MIN = 5.0; // common practice

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
        $stp = self::stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $drop = self::dropKpa($section);
        $allowed = self::allowedL($section, $drop, 'main')['max_volume_l'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $stp, $levels->atHigh($gauge), self::window($section, $words),
            ['said' => 'At most '.$words->litres($allowed).' to reach the pressure again after the hour.', 'l_per_h' => $allowed, 'litres' => $allowed],
            [
                self::raise($gauge),
                new Phase(
                    'preliminary', 'Preliminary test', self::soakMin($section), $gauge * (1 - self::HOLD_BAND), $gauge, $gauge,
                    'Keep the pressure up; walk the section.', Control::Hold,
                ),
                new Phase('main', 'Main test', self::MAIN_MIN, $gauge - 2 * $drop, $gauge, $gauge, 'No pumping for an hour.', Control::Shut, true),
                new Phase(
                    'back', 'Pump back', self::BACK_MIN, $gauge * (1 - self::HOLD_BAND), $gauge, $gauge, 'Pump back to the pressure and meter the water.',
                    Control::Hold,
                ),
            ],
            [
                self::stpFigure($section, $words),
                new Figure('Water allowed', 'ΔVmax = 1.2·V·Δp·(1/Ew + D/(e·ER))', $words->litres($allowed), self::volumeWorking($section, 1.2, $drop)),
            ],
            [$this->medium()->caution()], ['The air check (en805-air) belongs to this test: air takes water too.'], options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $drop = self::dropKpa($seen->section);
        $allowed = self::allowedL($seen->section, $drop, 'main');
        $words = $seen->words;
        $end = min($seen->trace()->endS(), $seen->located->of('back')[1] ?? $seen->trace()->endS());
        $water = $seen->run->number('pumped_in_l') ?? $seen->addedL($seen->to('main') - 1.0, $end);
        $arithmetic = [
            self::stpFigure($seen->section, $words),
            new Figure(
                'Water allowed', 'ΔVmax = 1.2·V·Δp·(1/Ew + D/(e·ER))', $words->litres($allowed['max_volume_l']),
                self::volumeWorking($seen->section, 1.2, $drop),
            ),
        ];
        $findings = [
            $this->lasted($seen, 'preliminary', self::soakMin($seen->section), 'Preliminary test'),
            $this->lasted($seen, 'main', self::MAIN_MIN, 'Main test'),
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
