<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\GaugeCheck;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Fall of pressure in a main that hardly creeps: at most 20 kPa in the first hour without pumping, and ever more slowly [EN 805, 11.3.3]. */
final class En805Loss extends WaterMain
{
    private const MAIN_MIN = 60.0;

    public function id(): string
    {
        return 'en805-loss';
    }

    public function title(): string
    {
        return 'Rigid or PVC main, fall of pressure in an hour';
    }

    public function source(): Source
    {
        return En805::source('loss');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::rigid($section, $units, 1);
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $stp = self::stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $drop = self::dropKpa($section);
        $soak = self::soakMin($section);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $stp, $levels->atHigh($gauge), self::window($section, $words),
            ['said' => 'Preliminary test: as much as holds the pressure. Main test: none.', 'l_per_h' => null, 'litres' => null],
            [
                self::raise($gauge),
                new Phase('preliminary', 'Preliminary test', $soak, $gauge * (1 - self::HOLD_BAND), $gauge, $gauge, $section->cementLined ? 'Keep the pressure up while the lining soaks.' : 'Keep the pressure up; walk the section.', Control::Hold),
                new Phase('main', 'Main test', self::MAIN_MIN, $gauge - $drop, $gauge, $gauge, 'No pumping. Watch how fast it falls.', Control::Shut, true),
            ],
            [self::stpFigure($section, $words), new Figure('Fall allowed in the first hour', $drop > 20.0 ? '40 kPa for fibre cement and concrete without a cylinder' : '20 kPa', $words->kpa($drop))],
            [$this->medium()->caution()],
            ['The air check (en805-air) belongs to this test: do it before the main test.', 'A cement lining is kept under pressure for 24 h first (value from memory), any other pipe for an hour (common practice). That the high point sees the working pressure: EN 805, 11.3.2 (value from memory).'],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $from = $seen->from('main');
        $readings = [];
        for ($minute = 0; $minute <= self::MAIN_MIN; $minute += 10) {
            $at = min($seen->to('main'), $from + 60 * $minute);
            $readings[] = match (true) {
                $minute === 0 => $seen->startKpa('main', 60.0), $at >= $seen->to('main') - 1.0 => $seen->endKpa('main', 60.0), default => $seen->kpaIn('main', $at, 60.0)
            }; // the fall within a minute is nothing beside the scatter of a gauge
        }
        $scatter = GaugeCheck::of(array_slice($seen->trace()->pressures($from, $seen->to('main')), 0, 5000))->scatterKpa;
        $found = En805::loss($seen->section->main()->material === Material::Concrete ? 'fibre_cement' : 'rigid', $readings, 4 * $scatter);
        $words = $seen->words;

        return new Accepted([
            $this->lasted($seen, 'main', self::MAIN_MIN, 'Main test'),
            $this->most('fall', 'Pressure fell in the first hour by', max(0.0, $found['drop_kpa']), $found['limit_kpa'], Unit::KiloPascal, $words->kpa(...), 'Not tight, or air left in. Lower the pressure, look at every joint, mend, test again.'),
            $this->finding('slowing', $found['slowing'] ? Severity::Go : Severity::Mend, $found['slowing'] ? 'It fell ever more slowly.' : 'It did not fall more slowly in the second half hour than in the first.', $found['slowing'] ? '' : 'A fall that does not slow down is a leak. Lower the pressure, find it, mend, test again.'),
        ], [
            self::stpFigure($seen->section, $words),
            new Figure('Readings of the hour', 'every ten minutes, at the gauge', implode(', ', array_map($words->kpa(...), $readings))),
            new Figure('Fall in the hour', 'first − last', $words->kpa($found['drop_kpa']), $words->kpa($readings[0]).' − '.$words->kpa($readings[count($readings) - 1])),
            new Figure('Fall allowed', $found['limit_kpa'] > 20.0 ? 'fibre cement, concrete' : 'rigid pipe and PVC', $words->kpa($found['limit_kpa'], Rounding::Down)),
        ], ['readings_kpa' => $readings, ...$found]);
    }
}
