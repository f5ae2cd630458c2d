<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Sewer;

use Diastoma\Core\PressureTest\Acceptance\Sewer;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\ConstantPressure;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Option;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Source;

/**
 * Gravity sewer with water, method W [EN 1610]: conditioned for an hour, 30 min at 10 to 50 kPa above the pipe's top, topped up within 1 kPa, water added
 * per wetted m².
 */
final class En1610Water extends ConstantPressure
{
    public function id(): string
    {
        return 'en1610-water';
    }

    public function families(): array
    {
        return [self::RUN, 'test.en1610'];
    }

    public function title(): string
    {
        return 'Gravity sewer with water (W)';
    }

    public function source(): Source
    {
        return Sewer::source('en1610');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['sewer_gravity']) ? [
            'rank' => $units === UnitSystem::Metric ? 2 : 5,
            'why' => 'A gravity sewer with water: slower than air, and it decides after a failed air test.',
        ] : null;
    }

    public function usual(): array
    {
        return ['service' => 'sewer_gravity', 'factor' => 1.5, 'owners' => false];
    }

    public function options(): array
    {
        return [new Option('scope', 'Tested', ['pipes' => 'pipes', 'pipes_and_chambers' => 'pipes and manholes', 'chambers' => 'manholes alone'])];
    }

    public function asks(): array
    {
        return [self::water('added_l', 'Water added in the test'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        [$least, $most] = [$this->limit('water_least_mbar') / 10, $this->limit('water_most_mbar') / 10];
        $keep = $this->limit('keep_mbar') / 10;
        $words = $words->upTo($most);
        $window = $levels->window($least, $most, $words);
        $gauge = $window['feasible'] ? ($window['min_kpa'] + $window['max_kpa']) / 2 : $window['max_kpa'];
        $allowed = $this->allowed($section, $options['scope'], 0.0)['limit_l'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $levels->atLow($gauge), $levels->atHigh($gauge), $window,
            [
                'said' => 'At most '.$words->litres($allowed).' in '.Words::span($this->limit('water_min')).'.',
                'l_per_h' => 60 / $this->limit('water_min') * $allowed, 'litres' => $allowed,
            ],
            [
                $this->raise($gauge, $this->limit('fill_min'), 'Fill slowly from the low end until the level stands in the upper manhole or standpipe.'),
                new Phase(
                    'condition', 'Condition', $this->limit('condition_min'), $gauge - $this->limit('sinks_mbar') / 10, $gauge, $gauge + $keep,
                    'Leave it full for '.Words::span($this->limit('condition_min')).'; top up.', Control::Hold,
                ),
                new Phase(
                    'test', 'Test', $this->limit('water_min'), $gauge - $keep, $gauge, $gauge + $keep,
                    'Top up to hold the level within '.Words::plain($keep).' kPa ('.Words::plain(10 * $keep, 0).' cm); measure what is added.', Control::Hold,
                    true,
                ),
            ],
            [$this->limitFigure($section, $options['scope'], $words)], [$this->medium()->caution(), 'Nobody in a manhole below a filled section.'],
            [
                'Pressures are at the pipe’s top: the profile is read as that here.',
                $this->plain('water_min').' ± '.$this->plain('within_min').' min, '.Words::plain($least).' to '.Words::plain($most).' kPa [EN 1610].',
            ], options: $options,
        );
    }

    /** @return array{limit_l: float, verdict: string} */
    private function allowed(TestSection $section, string $scope, float $added): array
    {
        return Sewer::en1610Water($section->main()->insideMm, $section->lengthM(), $section->chamberAreaM2, $scope, $added, $this->limits());
    }

    private function limitFigure(TestSection $section, string $scope, Words $words): Figure
    {
        $per = Words::plain(Sewer::perM2($scope, $this->limits()));
        $area = 'π·'.Words::plain($section->main()->insideMm / 1000, 3).'·'.Words::plain($section->lengthM(), 1);

        $wetted = match ($scope) {
            'pipes' => $area, 'chambers' => Words::plain($section->chamberAreaM2, 1), default => "({$area} + ".Words::plain($section->chamberAreaM2, 1).')'
        };
        $allowed = $this->allowed($section, $scope, 0.0)['limit_l'];

        return new Figure('Water allowed', "{$per} L per wetted m²", $words->litres($allowed), "{$per} × {$wetted} m²");
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $scope = $seen->plan->options['scope'] ?? 'pipes';
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $target = $seen->plan->gaugeKpa;
        $off = ($this->limit('keep_mbar') + $this->limit('read_mbar')) / 10;
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $limit = $this->allowed($seen->section, $scope, $added ?? 0.0)['limit_l'];

        return new Accepted([
            $this->lasted($seen, 'condition', $this->limit('condition_min'), 'Conditioning'),
            $this->lasted($seen, 'test', $this->limit('water_min') - $this->limit('within_min') + self::SLACK_MIN, 'Test'),
            $this->held($seen, 'test', $target - $off, $target + $off, 'Top up oftener, and test again.'),
            $added === null ? $this->unmetered() : $this->most(
                'water', 'Water added', $added, $limit, Unit::Litre, $words->litresPair(...),
                'Not tight. Let the water out, find the joint, mend, test again.',
            ),
        ], [
            $this->limitFigure($seen->section, $scope, $words), ...($added === null ? [] : [self::added($seen, $added, ($to - $from) / 3600)]),
        ], ['limit_l' => $limit, 'added_l' => $added]);
    }
}
