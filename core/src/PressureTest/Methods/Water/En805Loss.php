<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Acceptance\Slowing;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\GaugeNoise;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Fall of pressure in a main that hardly creeps: at most 20 kPa in the first hour without pumping, and ever more slowly [EN 805, 11.3.3]. */
final class En805Loss extends WaterMain
{
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
        $stp = $this->stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $drop = $this->dropKpa($section);
        $soak = $this->soakMin($section);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $stp, $levels->atHigh($gauge), $this->window($section, $words),
            ['said' => 'Preliminary test: as much as holds the pressure. Main test: none.', 'l_per_h' => null, 'litres' => null],
            [
                $this->raise($gauge),
                new Phase(
                    'preliminary', 'Preliminary test', $soak, $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    $section->cementLined ? 'Keep the pressure up while the lining soaks.' : 'Keep the pressure up; walk the section.', Control::Hold,
                ),
                new Phase(
                    'main', 'Main test', $this->limit('main_min'), $gauge - $drop, $gauge, $gauge, 'No pumping. Watch how fast it falls.', Control::Shut, true,
                    $this->limit('longest_min'),
                ),
            ],
            [
                $this->stpFigure($section, $words),
                new Figure(
                    'Fall allowed in '.$this->firstWords(),
                    Words::plain($drop, 0).' kPa'.(self::kindOfLoss($section) === 'rigid' ? '' : ' for fibre cement and concrete without a cylinder'),
                    $words->kpa($drop),
                ),
            ],
            [$this->medium()->caution()],
            ['The air check (en805-air) belongs to this test: do it before the main '
                .'test.',
                'A cement lining is kept under pressure for '.Words::span($this->limit('soak_min')).' first (value from memory), any other '
                    .'pipe for '.Words::span($this->limit('settle_min')).' (common practice). That the high '
                    .'point sees the working pressure: EN 805, 11.3.2 (value from memory).',
                'A fall that does not clearly slow down is undecided after the hour: leave it shut, up to '
                    .Words::span($this->limit('longest_min')).' (value from memory).'],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $limit = $this->dropKpa($seen->section);
        $readings = $this->hourly($seen);
        $noise = min(
            $this->share('noise_percent') * $limit,
            GaugeNoise::of($seen->trace()->pressures($seen->from('main'), $seen->to('main')))->differenceKpa($seen->section->gaugeResolutionKpa),
        );
        $found = En805::loss(self::kindOfLoss($seen->section), $readings, $noise, $this->limits());
        $drop = max(0.0, $found['drop_kpa']);
        $slowing = $this->slowing($seen, $noise);
        $clear = $found['slowing'] || $slowing->isClear();

        return new Accepted([
            $this->lasted($seen, 'preliminary', $this->soakMin($seen->section), 'Preliminary test'),
            $this->lasted($seen, 'main', $this->limit('main_min'), 'Main test'),
            $this->most(
                'fall', 'Pressure fell in '.$this->firstWords().' by', $drop, $found['limit_kpa'], Unit::KiloPascal, $words->kpaPair(...),
                'Not tight, or air left in. Lower the pressure, look at every joint, mend, test again.',
            ),
            $this->slowed($slowing, $clear, $words),
        ], [
            $this->stpFigure($seen->section, $words),
            new Figure('Readings of the hour', 'every ten minutes, at the gauge', implode(', ', array_map($words->kpa(...), $readings))),
            new Figure(
                'Fall in the hour', 'first − last', $words->kpa($found['drop_kpa']),
                $words->kpa($readings[0]).' − '.$words->kpa($readings[count($readings) - 1]),
            ),
            new Figure(
                'Fall allowed', self::kindOfLoss($seen->section) === 'rigid' ? 'rigid pipe and PVC' : 'fibre cement, concrete without a cylinder',
                $words->kpa($found['limit_kpa'], Rounding::Down),
            ),
            new Figure(
                'First and second half', 'fall of each; differences below the gauge’s own are none',
                $words->kpa($slowing->firstKpa).', '.$words->kpa($slowing->secondKpa), 'gauge ± '.$words->kpa($noise),
            ),
        ], ['readings_kpa' => $readings, ...$found, 'slowing' => $clear, 'noise_kpa' => $noise],
            ! $clear && ! $slowing->quickens && $drop <= $limit && $seen->minutes('main') < $this->limit('longest_min') - 1.0 ? TestVerdict::UNDECIDED : '');
    }

    private function firstWords(): string
    {
        $minutes = $this->limit('main_min');

        return $minutes === 60.0 ? 'the first hour' : 'the first '.Words::plain($minutes).' min';
    }

    /** @return list<float> every ten minutes of the first hour; the fall within a minute is nothing beside the scatter of a gauge */
    private function hourly(Seen $seen): array
    {
        $from = $seen->from('main');
        $last = min($seen->to('main'), $from + 60 * $this->limit('main_min'));
        $readings = [];
        for ($minute = 0; $minute <= $this->limit('main_min'); $minute += 10) {
            $at = min($last, $from + 60 * $minute);
            $readings[] = match (true) {
                $minute === 0 => $seen->startKpa('main', 60.0),
                $at >= $seen->to('main') - 1.0 => $seen->endKpa('main', 60.0),
                default => $seen->kpaIn('main', $at, 60.0),
            };
        }

        return $readings;
    }

    /** The halves of all the time it was shut, an hour or longer. */
    private function slowing(Seen $seen, float $noise): Slowing
    {
        $middle = $seen->kpaIn('main', ($seen->from('main') + $seen->to('main')) / 2, 60.0);

        return Slowing::of($seen->startKpa('main', 60.0) - $middle, $middle - $seen->endKpa('main', 60.0), $noise);
    }

    private function slowed(Slowing $slowing, bool $clear, Words $words): Finding
    {
        return $this->finding('slowing', $clear ? Severity::Go : Severity::Mend, match (true) {
            ! $slowing->falls && $clear => 'It did not fall by more than the gauge’s own noise.',
            $clear => 'It fell ever more slowly.',
            default => 'Unclear: it fell by '.$words->kpa($slowing->firstKpa).' in the first half and '.$words->kpa($slowing->secondKpa)
                .' in the second, as a leak does.',
        }, $clear ? '' : 'Hold longer. A fall that does not slow down is a leak: lower the pressure, find it, mend, test again.');
    }
}
