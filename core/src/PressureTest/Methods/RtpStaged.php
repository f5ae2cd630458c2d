<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods;

use Diastoma\Core\PressureTest\Acceptance\Staging;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** Spoolable composite line raised in steps, settled, held [all common practice; the maker's instructions govern]. */
final class RtpStaged extends Method
{
    private const STEP_HOLD_MIN = 10.0;

    private const LEAST_STEP_MIN = 5.0;

    private const SETTLING_KPA_H = 170.0;

    /** How far a held step may sag before it is topped up: from memory. */
    private const SAG = 0.03;

    public function id(): string
    {
        return 'rtp-staged';
    }

    public function title(): string
    {
        return 'Spoolable composite line, in steps';
    }

    public function source(): Source
    {
        return Staging::rtpSource();
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return ! self::serves($section, ['sewer_gravity']) && $section->main()->material === Material::Composite ? ['rank' => 0, 'why' => 'A spoolable composite line is raised in steps and settled first.'] : null;
    }

    public function options(): array
    {
        return [
            new Option('factor', 'Test pressure', ['1.25' => '1.25 × rated', '1.2' => '1.2 × rated', '1.5' => '1.5 × rated']),
            new Option('hours', 'Held for', ['4' => '4 h', '2' => '2 h', '24' => '24 h']),
        ];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $rated = self::above($section->weakest()['kpa'], 'ratings', 'A rating');
        $levels = new Levels($section);
        $rtp = Staging::rtp($rated, $section->lengthM(), (float) $options['factor']);
        $gauge = $levels->gaugeForLow($rtp['steps'][count($rtp['steps']) - 1]);
        $phases = [];
        $before = 0.0;
        $last = count($rtp['steps']) - 1;
        foreach ($rtp['steps'] as $k => $step) {
            $at = $levels->gaugeForLow($step);
            $ramp = ceil(max(1.0, ($at - $before) / $rtp['max_ramp_kpa_min']));
            $number = $k + 1;
            $phases[] = new Phase("raise_{$number}", "Raise, step {$number}", $ramp, $before, $at, $at, 'No faster than '.$words->kpa($rtp['max_ramp_kpa_min']).' a minute.', Control::Raise);
            if ($k < $last) {
                $phases[] = new Phase("step_{$number}", "Hold, step {$number}", self::STEP_HOLD_MIN, $at * (1 - self::SAG), $at, $at, 'Hold 5 to 15 min; look along the line from a distance.', Control::Hold);
            }
            $before = $at;
        }
        $hours = (float) $options['hours'];
        $phases[] = new Phase('settle', 'Settle', ceil($rtp['settle_min']), $gauge * (1 - self::SAG), $gauge, $gauge + $rtp['overshoot_kpa'], 'Top up while the layers settle, at most 1.4 MPa above; until it falls by less than '.$words->kpa(self::SETTLING_KPA_H).' an hour.', Control::Hold);
        $phases[] = new Phase('test', 'Test', 60 * $hours, $gauge - self::SETTLING_KPA_H * $hours, $gauge, $gauge, 'Shut. Nobody near the line.', Control::Shut, true);
        $window = $levels->window($section->workingKpa, $rtp['steps'][$last], $words);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $rtp['steps'][$last], $levels->atHigh($gauge), [...$window, 'max_kpa' => $window['max_kpa'] + $rtp['overshoot_kpa']],
            ['said' => 'While stepping and settling as much as it takes; none in the test.', 'l_per_h' => null, 'litres' => null], $phases,
            [
                new Figure('Test pressure at the low point', 'factor × rated', $words->kpa($rtp['steps'][$last]), "{$options['factor']} × ".$words->kpa($rated)),
                new Figure('Steps', 'of 3.45 MPa (500 psi)', implode(', ', array_map($words->kpa(...), $rtp['steps']))),
                new Figure('Fastest', '20 % of rated a minute', $words->kpa($rtp['max_ramp_kpa_min']).' a minute'),
                new Figure('Settling', '30 min up to 1500 m, in proportion beyond', $words->minutes($rtp['settle_min'])),
            ],
            [$this->medium()->caution()], ['All figures of this method are common practice: the maker’s instructions govern.', 'A leak is cut out and replaced, never clamped or heated.', 'Unrestrained pipe shortens under pressure: never stretch it to meet a riser.'], options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $hours = (float) ($seen->plan->options['hours'] ?? 4);
        $had = max(1e-6, $seen->minutes('test') / 60);
        $from = $seen->from('test');
        [$start, $end] = [$seen->startKpa('test'), $seen->endKpa('test')];
        $middle = $seen->trace()->at(($from + $seen->to('test')) / 2) ?? $end;
        $scatter = 4 * $seen->section->gaugeResolutionKpa + 0.001 * $start; // of the gauge: from memory
        $slowing = Compare::atMost($middle - $end, $start - $middle + $scatter);
        $fell = max(0.0, $start - $end) / $had;
        $settling = $this->settling($seen);
        [$steepest, $allowed] = [$this->steepest($seen), 0.20 * $seen->section->weakest()['kpa']];
        $findings = [
            $this->most('ramp', 'Raised at most by', $steepest, $allowed, Unit::KiloPascal, static fn (float $v, $r): string => $words->kpa($v, $r).' a minute', 'Too fast: ask the maker whether the line may be used; raise it slower.'),
            ...$this->steps($seen),
            $this->most('settled', 'At the end of settling it fell by', $settling, self::SETTLING_KPA_H, Unit::KiloPascal, static fn (float $v, $r): string => $words->kpa($v, $r).' an hour', 'Not settled yet, or not tight. Settle longer, look along the line from a distance.'),
            $this->lasted($seen, 'test', 60 * $hours, 'Test'),
            $this->most('fall', 'In the test it fell by', $fell, self::SETTLING_KPA_H, Unit::KiloPascal, static fn (float $v, $r): string => $words->kpa($v, $r).' an hour', 'Not tight. Lower the pressure first; cut out and replace what leaks, test again.'),
            $this->finding('slowing', $slowing ? Severity::Go : Severity::Mend, $slowing ? 'It fell ever more slowly.' : 'It did not fall more slowly in the second half than in the first.', $slowing ? '' : 'A fall that does not slow down is a leak. Lower the pressure, find it, cut it out and replace it.'),
        ];

        return new Accepted($findings, [
            new Figure('Steepest rise', 'over a minute', $words->kpa($steepest).' a minute'),
            new Figure('Fall at the end of settling', 'last ten minutes of it', $words->kpa($settling).' an hour'),
            new Figure('Fall in the test', '(start − end) / time', $words->kpa($fell).' an hour', '('.$words->kpa($start).' − '.$words->kpa($end).') / '.Words::plain($had).' h'),
        ], ['ramp_kpa_min' => $steepest, 'settling_kpa_h' => $settling, 'fall_kpa_h' => $fell, 'limit_kpa_h' => self::SETTLING_KPA_H, 'slowing' => $slowing]);
    }

    /** Fall in kPa an hour over the first ten minutes after the last topping up: what it was doing when the test began. */
    private function settling(Seen $seen): float
    {
        $from = $seen->from('test');
        $after = $seen->trace()->at($from + 600) ?? $seen->endKpa('test');

        return max(0.0, 6 * ($seen->startKpa('test') - $after));
    }

    private function steepest(Seen $seen): float
    {
        $steepest = 0.0;
        $end = $seen->from('test');
        for ($t = $seen->trace()->t[0]; $t < $end; $t += 30.0) {
            $steepest = max($steepest, ($seen->trace()->at($t + 60.0) ?? 0.0) - ($seen->trace()->at($t) ?? 0.0));
        }

        return $steepest;
    }

    /** @return list<Finding> */
    private function steps(Seen $seen): array
    {
        $found = [];
        foreach ($seen->located->phases as $phase) {
            $minutes = ($phase['to_s'] - $phase['from_s']) / 60;
            if (str_starts_with($phase['id'], 'step_') && $minutes < self::LEAST_STEP_MIN) {
                $found[] = $this->finding($phase['id'], Severity::Watch, 'Step '.substr($phase['id'], 5).' was held for '.$seen->words->minutes($minutes).' only; 5 to 15 min are common.', 'Hold each step next time.');
            }
        }

        return $found;
    }
}
