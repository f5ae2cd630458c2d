<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Composite;

use Diastoma\Core\PressureTest\Acceptance\Staging;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Method;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Pressure;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/** Spoolable composite line raised in steps, settled, held [all common practice; the maker's instructions govern]. */
final class RtpStaged extends Method
{
    public function id(): string
    {
        return 'rtp-staged';
    }

    public function families(): array
    {
        return [self::RUN, 'test.rtp'];
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
        return ! self::serves($section, ['sewer_gravity']) && $section->main()->material === Material::Composite ? [
            'rank' => 0, 'why' => 'A spoolable composite line is raised in steps and settled first.',
        ] : null;
    }

    public function options(): array
    {
        return [
            // it falls, and must end at 1.2 or more
            new Option('factor', 'Test pressure', ['1.25' => '1.25 × rated', '1.3' => '1.3 × rated', '1.4' => '1.4 × rated', '1.5' => '1.5 × rated']),
            new Option('hours', 'Held for', ['4' => '4 h', '2' => '2 h', '24' => '24 h']),
        ];
    }

    public function asks(): array
    {
        return [
            ReadingSpec::number(
                'owner_fall_kpa', 'Greatest fall in the hold that the owner allows', Unit::KiloPascal, 0.1, 20000.0,
                'where the specification gives one: it governs',
            )->optional(),
            self::leakSeen(),
        ];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $rated = self::above($section->weakest()->kpa, 'ratings', 'A rating');
        $levels = new Levels($section);
        $rtp = Staging::rtp($rated, $section->lengthM(), (float) $options['factor'], $this->limits());
        $gauge = $levels->gaugeForLow($rtp['steps'][count($rtp['steps']) - 1]);
        $sag = $this->share('sag_percent');
        $phases = [];
        $before = 0.0;
        $last = count($rtp['steps']) - 1;
        foreach ($rtp['steps'] as $k => $step) {
            $at = $levels->gaugeForLow($step);
            $ramp = ceil(max(1.0, ($at - $before) / $rtp['max_ramp_kpa_min']));
            $number = $k + 1;
            $phases[] = new Phase(
                "raise_{$number}", "Raise, step {$number}", $ramp, $before, $at, $at, 'No faster than '.$words->kpa($rtp['max_ramp_kpa_min']).' a minute.',
                Control::Raise,
            );
            if ($k < $last) {
                $phases[] = new Phase(
                    "step_{$number}", "Hold, step {$number}", $this->limit('step_hold_min'), $at * (1 - $sag), $at, $at,
                    'Hold '.$this->plain('step_least_min').' to 15 min; look along the line from a distance.', Control::Hold,
                );
            }
            $before = $at;
        }
        $hours = (float) $options['hours'];
        $leastFactor = $this->limit('least_factor');
        $least = $levels->gaugeForLow($leastFactor * $rated);
        $phases[] = new Phase(
            'settle', 'Settle', ceil($rtp['settle_min']), $gauge * (1 - $sag), $gauge, $gauge + $rtp['overshoot_kpa'],
            'Top up while the layers settle, at most '.Words::plain($rtp['overshoot_kpa'] / 1000).' MPa above; until it falls by less than '.$words->kpa(
                $this->limit('settling_kpa_h'),
            ).' an hour.',
            Control::Hold,
        );
        $phases[] = new Phase(
            'test', 'Test', 60 * $hours, $least, $gauge, $gauge, 'Shut. Nobody near the line.', Control::Shut, true, $this->limit('longest_min'),
        );
        $window = $levels->window($section->workingKpa, $rtp['steps'][$last], $words);

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $rtp['steps'][$last], $levels->atHigh($gauge), [
            ...$window, 'max_kpa' => $window['max_kpa'] + $rtp['overshoot_kpa'],
        ],
            ['said' => 'While stepping and settling as much as it takes; none in the test.', 'l_per_h' => null, 'litres' => null], $phases,
            [
                new Figure(
                    'Test pressure at the low point', 'factor × rated', $words->kpa($rtp['steps'][$last]), "{$options['factor']} × ".$words->kpa($rated),
                ),
                new Figure(
                    'Steps',
                    'of '.Words::plain($this->limit('step_kpa') / 1000).' MPa ('.Words::plain(
                        Pressure::of($this->limit('step_kpa'), 'kPa')->in('psi'), 0,
                    ).' psi)', implode(', ', array_map($words->kpa(...), $rtp['steps'])),
                ),
                new Figure('Fastest', $this->plain('ramp_percent').' % of rated a minute', $words->kpa($rtp['max_ramp_kpa_min']).' a minute'),
                new Figure(
                    'Settling', $this->plain('settle_min').' min up to '.$this->plain('short_m', 0).' m, in proportion beyond',
                    $words->minutes($rtp['settle_min']),
                ),
                new Figure('At the end of the hold', 'at the gauge, '.Words::plain($leastFactor).' × rated at the low point or more', $words->kpa($least)),
            ],
            [$this->medium()->caution()], [
                'All figures of this method are common practice: the maker’s instructions govern.',
                'The settling figure is no acceptance of the hold: at its end at least '.Words::plain($leastFactor).' × rated, and the second half may '
                    .'fall by at most '.$this->plain('slower_percent').' % of the first (value from memory). The owner’s own figure governs.',
                'A leak is cut out and replaced, never clamped or heated.', 'Unrestrained pipe shortens under pressure: never stretch it to meet a riser.',
            ], options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        return (new StagedRun($seen, $this->id(), $this->source(), $this->limits()))->accepted(
            60 * (float) ($seen->plan->options['hours'] ?? 4), $this->limit('longest_min'),
        );
    }
}
