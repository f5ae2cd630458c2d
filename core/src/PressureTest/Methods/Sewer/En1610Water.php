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
    private const LEAST_KPA = 10.0;

    private const MOST_KPA = 50.0;

    private const CONDITION_MIN = 60.0;

    private const TEST_MIN = 30.0;

    private const WITHIN_MIN = 1.0;

    private const KEEP_KPA = 1.0;

    private const READ_KPA = 0.1; // a centimetre of water: what a gauge or a rule reads, common practice

    private const FILL_MIN = 30.0; // common practice

    private const SINKS_KPA = 5.0; // while the wall drinks, before topping up: common practice

    public function id(): string
    {
        return 'en1610-water';
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

    public function options(): array
    {
        return [new Option('scope', 'Tested', ['pipes' => 'pipes', 'pipes_and_chambers' => 'pipes and manholes', 'chambers' => 'manholes alone'])];
    }

    public function asks(): array
    {
        return [self::water('added_l', 'Water added in the 30 minutes'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $words = $words->upTo(self::MOST_KPA);
        $window = $levels->window(self::LEAST_KPA, self::MOST_KPA, $words);
        $gauge = $window['feasible'] ? ($window['min_kpa'] + $window['max_kpa']) / 2 : $window['max_kpa'];
        $allowed = self::limit($section, $options['scope'], 0.0)['limit_l'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $levels->atLow($gauge), $levels->atHigh($gauge), $window,
            ['said' => 'At most '.$words->litres($allowed).' in the 30 minutes.', 'l_per_h' => 2 * $allowed, 'litres' => $allowed],
            [
                self::raise($gauge, self::FILL_MIN, 'Fill slowly from the low end until the level stands in the upper manhole or standpipe.'),
                new Phase(
                    'condition', 'Condition', self::CONDITION_MIN, $gauge - self::SINKS_KPA, $gauge, $gauge + self::KEEP_KPA,
                    'Leave it full for an hour; top up.', Control::Hold,
                ),
                new Phase(
                    'test', 'Test', self::TEST_MIN, $gauge - self::KEEP_KPA, $gauge, $gauge + self::KEEP_KPA,
                    'Top up to hold the level within 1 kPa (10 cm); measure what is added.', Control::Hold, true,
                ),
            ],
            [self::limitFigure($section, $options['scope'], $words)], [$this->medium()->caution(), 'Nobody in a manhole below a filled section.'],
            ['Pressures are at the pipe’s top: the profile is read as that here.', '30 ± 1 min, 10 to 50 kPa [EN 1610].'], options: $options,
        );
    }

    /** @return array{limit_l: float, verdict: string} */
    private static function limit(TestSection $section, string $scope, float $added): array
    {
        return Sewer::en1610Water($section->main()->insideMm, $section->lengthM(), $section->chamberAreaM2, $scope, $added);
    }

    private static function limitFigure(TestSection $section, string $scope, Words $words): Figure
    {
        $per = ['pipes' => '0.15', 'pipes_and_chambers' => '0.20', 'chambers' => '0.40'][$scope] ?? '0.15';
        $area = 'π·'.Words::plain($section->main()->insideMm / 1000, 3).'·'.Words::plain($section->lengthM(), 1);

        return new Figure('Water allowed', "{$per} L per wetted m²", $words->litres(self::limit($section, $scope, 0.0)['limit_l']), "{$per} × ".match ($scope) {
            'pipes' => $area, 'chambers' => Words::plain($section->chamberAreaM2, 1), default => "({$area} + ".Words::plain($section->chamberAreaM2, 1).')'
        }.' m²');
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $scope = $seen->plan->options['scope'] ?? 'pipes';
        [$from, $to] = [$seen->from('test'), $seen->to('test')];
        $target = $seen->plan->gaugeKpa;
        $added = $seen->addedL($from, $to) ?? $seen->run->number('added_l');
        $limit = self::limit($seen->section, $scope, $added ?? 0.0)['limit_l'];

        return new Accepted([
            $this->lasted($seen, 'condition', self::CONDITION_MIN, 'Conditioning'),
            $this->lasted($seen, 'test', self::TEST_MIN - self::WITHIN_MIN + self::SLACK_MIN, 'Test'),
            $this->held($seen, 'test', $target - self::KEEP_KPA - self::READ_KPA, $target + self::KEEP_KPA + self::READ_KPA, 'Top up oftener, and test again.'),
            $added === null ? $this->unmetered() : $this->most(
                'water', 'Water added', $added, $limit, Unit::Litre, $words->litresPair(...),
                'Not tight. Let the water out, find the joint, mend, test again.',
            ),
        ], [
            self::limitFigure($seen->section, $scope, $words), ...($added === null ? [] : [self::added($seen, $added, ($to - $from) / 3600)]),
        ], ['limit_l' => $limit, 'added_l' => $added]);
    }
}
