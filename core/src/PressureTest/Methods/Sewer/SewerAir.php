<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Sewer;

use Diastoma\Core\PressureTest\Acceptance\Gas;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Method;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** What the air tests of gravity sewers share: plugs, a settled pressure, a drop in a time. */
abstract class SewerAir extends Method
{
    /** From what share of the starting pressure, or of the drop, the weather is worth a word: from memory. */
    private const WORTH_OF_START = 0.02;

    private const WORTH_OF_DROP = 0.2;

    protected const PLUGS = 'Plugs braced, inflation line held from above, nobody in any manhole of the section.';

    public function medium(): Medium
    {
        return Medium::Air;
    }

    public function usual(): array
    {
        return ['service' => 'sewer_gravity', 'factor' => 1.5, 'owners' => false];
    }

    /** @return array{min_kpa: float, max_kpa: float, feasible: bool, splits_m: list<float>, said: string} air weighs nothing worth counting here */
    protected static function anyLevel(float $leastKpa, float $mostKpa, Words $words): array
    {
        return [
            'min_kpa' => $leastKpa, 'max_kpa' => $mostKpa, 'feasible' => Compare::atMost($leastKpa, $mostKpa), 'splits_m' => [],
            'said' => 'Levels do not matter with air: '.$words->kpa($leastKpa).' to '.$words->kpa($mostKpa).' at the gauge.',
        ];
    }

    /** @return non-empty-list<Phase> */
    protected function phases(float $preloadKpa, float $settleMin, float $startKpa, float $dropKpa, float $minutes): array
    {
        return [
            $this->raise($preloadKpa, $this->limit('raise_min'), 'Let air in slowly. '.self::PLUGS),
            new Phase(
                'settle', 'Settle', $settleMin, $startKpa, $preloadKpa, $preloadKpa, 'Keep the pressure while the air takes the temperature of the pipe.',
                Control::Hold,
            ),
            new Phase('set', 'Set', 1.0, $startKpa, $startKpa, $preloadKpa, 'Let down to the starting pressure and shut.', Control::Lower),
            new Phase('test', 'Test', $minutes, $startKpa - $dropKpa, $startKpa, $preloadKpa, 'Shut. Time the drop.', Control::Shut, true),
        ];
    }

    /** Whether the drop stayed within what is allowed for the time. */
    protected function dropped(Seen $seen, float $minutes, float $allowedKpa, float $startKpa, string $todo): Accepted
    {
        $words = $seen->words;
        $start = $seen->startKpa('test');
        $end = $seen->endKpa('test');
        $drop = max(0.0, $start - $end);
        $high = Compare::atLeast($start, (1 - $this->share('start_percent')) * $startKpa);
        $findings = [
            $this->lasted($seen, 'test', $minutes, 'Test'),
            $this->finding(
                'start', $high ? Severity::Go : Severity::Mend, 'Began at '.$words->kpa($start).'; '.$words->kpa($startKpa).' wanted.',
                $high ? '' : 'Begin again at the starting pressure.', $start, $startKpa, $start - $startKpa, Unit::KiloPascal,
            ),
            $this->most('drop', 'Pressure dropped in '.$words->minutes($minutes).' by', $drop, $allowedKpa, Unit::KiloPascal, $words->kpaPair(...), $todo),
            ...$this->cooling($seen, $drop, $minutes),
        ];

        return new Accepted(
            $findings, [], ['start_kpa' => $start, 'end_kpa' => $end, 'drop_kpa' => $drop, 'allowed_kpa' => $allowedKpa, 'time_min' => $minutes],
        );
    }

    /**
     * A little cooling drops the pressure of shut air as a leak would: p·ΔT/T.
     *
     * @return list<Finding>
     */
    private function cooling(Seen $seen, float $drop, float $minutes): array
    {
        $from = $seen->trace()->celsiusAt($seen->from('test'));
        $to = $seen->trace()->celsiusAt($seen->from('test') + 60 * $minutes);
        if ($from === null || $to === null) {
            return [];
        }
        $start = $seen->startKpa('test');
        $alone = $start - Gas::expectedKpa($start, $from, FilledPipe::ATMOSPHERE_KPA, $to, FilledPipe::ATMOSPHERE_KPA);
        if (abs($alone) < self::WORTH_OF_START * $seen->plan->judgedKpa && abs($alone) < self::WORTH_OF_DROP * $drop) {
            return [];
        }

        return [new Finding(
            "test.{$this->id()}.cooling", Severity::Watch,
            'The air changed by '.Words::plain($to - $from).' K, which alone makes '.$seen->words->kpa(-$alone).'.',
            $alone > 0 ? 'Cooling drops the pressure of a tight pipe: wait until it is settled, and test again where it failed.'
                : 'Warming hides a leak: wait until it is settled, and test again.',
            Source::arithmetic('gas law: p2 = (p1 + b)·T2/T1 − b'), ['trace'],
        )];
    }

    protected static function gravity(TestSection $section): bool
    {
        return self::serves($section, ['sewer_gravity']);
    }
}
