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
use Diastoma\Core\PressureTest\TestVerdict;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Quantity\Rounding;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * PE main that creeps: relaxed, held, left to stretch, drawn off, then the pressure must rise and not fall [EN 805, A.27, from memory].
 *
 * The rise is read in steps of a few minutes; a step counts as a fall when it is more than the gauge scatters.
 */
final class En805Pe extends WaterMain
{
    private const RELAX_MIN = 60.0;

    private const RAISE = 9.0;

    private const RAISE_MOST_MIN = 10.0;

    private const HOLD_MIN = 30.0;

    private const REST_MIN = 60.0;

    private const MAIN_MIN = 30.0;

    private const LONGEST_MIN = 90.0;

    private const DRAW = 0.14; // between 10 and 15 %, near the end that the pipe answers best: common practice

    private const STEP_MIN = 3.0; // common practice: as often as the gauge was read by hand

    public function id(): string
    {
        return 'en805-pe';
    }

    public function title(): string
    {
        return 'PE main that creeps, draw-off and rise';
    }

    public function source(): Source
    {
        return En805::source('pe');
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        if (! self::serves($section, ['water', 'sewer_rising']) || ! self::creeps($section)) {
            return null;
        }

        return ['rank' => $units === UnitSystem::Metric ? 1 : 3, 'why' => 'PE under pressure creeps; this method allows for it.'];
    }

    public function restHours(): float
    {
        return 1.0; // the relaxing that begins every test, from memory
    }

    public function asks(): array
    {
        return [ReadingSpec::number('drawn_off_l', 'Water drawn off', Unit::Litre, 0.0, 1.0e6, 'caught and measured'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $stp = self::stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $drawn = $gauge - (En805::REST_FALL / 2 + self::DRAW) * $stp;

        return new TestPlan($this->id(), $this->medium(), $gauge, $drawn, $stp, $levels->atHigh($gauge), self::window($section, $words),
            ['said' => 'While holding: as much as keeps the pressure. After that none.', 'l_per_h' => null, 'litres' => null],
            [
                new Phase(
                    'relax', 'Relax', self::RELAX_MIN, 0.0, 0.0, 0.05 * $gauge,
                    'No pressure for an hour, full of water, so that earlier stretching fades. Let no air in.', Control::Open,
                ),
                self::raise($gauge, self::RAISE, 'To the pressure in less than ten minutes.'),
                new Phase(
                    'hold', 'Hold', self::HOLD_MIN, $gauge * (1 - self::HOLD_BAND), $gauge, $gauge, 'Keep the pressure by pumping. Walk the section.',
                    Control::Hold,
                ),
                new Phase('rest', 'Stretch', self::REST_MIN, $gauge - En805::REST_FALL * $stp, $gauge, $gauge, 'No pumping for an hour.', Control::Shut),
                new Phase(
                    'draw', 'Draw off', 2.0, $drawn, $drawn, $gauge,
                    'Let the pressure down by 10 to 15 % of the test pressure, quickly; catch and measure the water.', Control::Lower,
                    fallKpa: self::DRAW * $stp,
                ),
                new Phase(
                    'main', 'Rise', self::MAIN_MIN, $drawn - En805::BELOW_HIGHEST_KPA, $drawn, $gauge, 'Shut. The pressure must rise and not fall.',
                    Control::Shut, true, self::LONGEST_MIN,
                ),
            ],
            [
                self::stpFigure($section, $words),
                new Figure(
                    'Least pressure after stretching', 'at the gauge: a fall of 30 % of the test pressure at the most',
                    $words->kpa($gauge - En805::REST_FALL * $stp), $words->kpa($gauge).' − 0.3 × '.$words->kpa($stp),
                ),
                new Figure('Draw off', '10 to 15 % of the test pressure', $words->kpa(0.10 * $stp).' to '.$words->kpa(0.15 * $stp)),
            ],
            [$this->medium()->caution()],
            [
                'Remembered, not at hand: check the steps against your copy of EN 805, A.27.',
                'In doubt after 30 min leave it shut up to 90 min: at most 25 kPa below the highest reading passes.',
            ],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        $stp = $seen->plan->lowKpa;
        $level = $stp - $seen->plan->gaugeKpa; // from the gauge to the low point
        $rested = $seen->endKpa('rest');
        $start = $seen->startKpa('main');
        $main = $this->steps($seen, self::MAIN_MIN);
        $found = En805::pe($stp, $rested + $level, $main);
        if ($found['verdict'] === 'extend' && $seen->minutes('main') > self::MAIN_MIN + self::STEP_MIN) {
            $main = $this->steps($seen, self::LONGEST_MIN);
            $found = En805::pe($stp, $rested + $level, $main);
        }
        $draw = $rested - $start;
        $findings = [
            ...$this->before($seen), $this->rested($seen, $rested, $found['preliminary']), $this->drawn($seen, $draw, $found),
            ...$this->water($seen, max(0.1, $draw)), ...$this->rise($seen, $found, $main[count($main) - 1][0]),
        ];
        $volume = self::allowedL($seen->section, max(0.1, $draw), 'main');

        return new Accepted($findings, [
            self::stpFigure($seen->section, $words),
            new Figure(
                'Fall while stretching', 'of the test pressure, 30 % at the most', Words::plain(100 * ($seen->plan->gaugeKpa - $rested) / $stp, 1).' %',
                '('.$words->kpa($seen->plan->gaugeKpa).' − '.$words->kpa($rested).') / '.$words->kpa($stp),
            ),
            new Figure('Drawn off', 'before − after', $words->kpa($draw), $words->kpa($rested).' − '.$words->kpa($start)),
            new Figure(
                'Water allowed for it', 'ΔVmax = 1.2·V·Δp·(1/Ew + D/(e·E))', $words->litres($volume['max_volume_l']),
                self::volumeWorking($seen->section, 1.2, $draw),
            ),
            new Figure('Highest in the rise', 'from the trace', $words->kpa($found['highest_kpa'])),
            new Figure('Last below the highest', 'highest − last', $words->kpa($found['fall_kpa'])),
        ], [
            ...$found, 'stp_kpa' => $stp, 'stp_gauge_kpa' => $seen->plan->gaugeKpa, 'end_of_rest_kpa' => $rested, 'drawn_kpa' => $draw,
            'drawn_off_l' => $seen->run->number('drawn_off_l'), 'max_drawn_off_l' => $volume['max_volume_l'], 'main' => $main,
        ],
            $found['verdict'] === 'extend' ? TestVerdict::UNDECIDED : '');
    }

    /** @return list<Finding> what must have come before the draw-off: relaxed, raised in less than ten minutes, held, shut for an hour */
    private function before(Seen $seen): array
    {
        $raised = $seen->minutes('raise');
        $quick = $raised < self::RAISE_MOST_MIN + self::SLACK_MIN;

        return [
            $this->lasted($seen, 'relax', self::RELAX_MIN, 'Relaxed'),
            $this->finding(
                'raise', $quick ? Severity::Go : Severity::Mend, 'Raised in '.$seen->words->minutes($raised).'; less than 10 min wanted.',
                $quick ? '' : 'Creep of a slow raising spoils what follows. Let the pressure down, relax and start over.', $raised, self::RAISE_MOST_MIN,
                self::RAISE_MOST_MIN - $raised, Unit::Minute,
            ),
            $this->lasted($seen, 'hold', self::HOLD_MIN, 'Held'),
            $this->lasted($seen, 'rest', self::REST_MIN - 1.0, 'Shut to stretch', 'rest_time'),
        ];
    }

    /** @return list<array{float, float}> minute and kPa; a fall within the scatter of the gauge is none */
    private function steps(Seen $seen, float $longestMin): array
    {
        [$from, $to] = [$seen->from('main'), min($seen->to('main'), $seen->from('main') + 60 * $longestMin)];
        $points = [];
        $highest = -INF;
        for ($t = $from; $t <= $to + 60 * self::SLACK_MIN; $t += 60 * self::STEP_MIN) { // half a minute short still counts as whole
            $near = $seen->trace()->pressures($t - 30.0, $t + 30.0);
            sort($near);
            $kpa = $near[intdiv(count($near), 2)] ?? $seen->trace()->at($t) ?? 0.0;
            $scatter = $near === [] ? 0.0 : max($seen->section->gaugeResolutionKpa, ($near[count($near) - 1] - $near[0]) / 2);
            $kpa = $kpa < $highest && $kpa > $highest - $scatter ? $highest : $kpa;
            $highest = max($highest, $kpa);
            $points[] = [($t - $from) / 60, $kpa];
        }

        return $points;
    }

    private function rested(Seen $seen, float $rested, string $preliminary): Finding
    {
        $least = $seen->plan->gaugeKpa - En805::REST_FALL * $seen->plan->lowKpa;
        $fine = $preliminary === 'pass';
        [$shown, $wanted] = $seen->words->kpaPair($rested, $least, false);

        return $this->finding('rest', $fine ? Severity::Go : Severity::Mend, "After an hour shut {$shown}; {$wanted} wanted (fall of 30 % of the test "
            .'pressure at most).',
            $fine ? '' : 'A leak, or the pipe was not relaxed. Let the pressure down, look at every joint, relax and start '
                .'over.', $rested, $least, $rested - $least, Unit::KiloPascal);
    }

    /** @param  array{draw_off_min_kpa: float, draw_off_max_kpa: float}  $found */
    private function drawn(Seen $seen, float $draw, array $found): Finding
    {
        $slack = 0.005 * $seen->plan->lowKpa; // the rise begins at once: from memory
        $fine = Compare::atLeast($draw + $slack, $found['draw_off_min_kpa']) && Compare::atMost($draw - $slack, $found['draw_off_max_kpa']);

        [$least, $most] = [$seen->words->kpa($found['draw_off_min_kpa']), $seen->words->kpa($found['draw_off_max_kpa'])];

        return $this->finding('draw', $fine ? Severity::Go : Severity::Mend, "Let down by {$seen->words->kpa($draw)}; {$least} to {$most} wanted.",
            $fine ? '' : 'Relax and start over: too little proves nothing, too much hides a leak.', $draw, $found['draw_off_max_kpa'], null, Unit::KiloPascal);
    }

    /** @return list<Finding> */
    private function water(Seen $seen, float $draw): array
    {
        $drawn = $seen->run->number('drawn_off_l');
        if ($drawn === null) {
            return [$this->finding(
                'water', Severity::Mend, 'The water drawn off was not measured.',
                'Without it nobody knows how much air is in the pipe: give the measured volume, or start over.',
            )];
        }
        $allowed = self::allowedL($seen->section, $draw, 'main')['max_volume_l'];

        return [$this->most(
            'water', 'Water drawn off', $drawn, $allowed, Unit::Litre, $seen->words->litresPair(...),
            'Too much air in the pipe. Vent every summit, relax and start over.',
        )];
    }

    /**
     * @param  array{verdict: string, highest_kpa: float, fall_kpa: float}  $found
     * @return list<Finding>
     */
    private function rise(Seen $seen, array $found, float $minutes): array
    {
        $words = $seen->words;
        $fall = $words->kpa($found['fall_kpa'], Rounding::Up);
        [$severity, $said, $todo] = match ($found['verdict']) {
            'pass' => [
                Severity::Go,
                $found['fall_kpa'] > 1e-9
                    ? "After {$words->minutes($minutes)} {$fall} below the highest reading; ".$words->kpa(En805::BELOW_HIGHEST_KPA).' allowed.'
                    : 'It rose and never fell.',
                '',
            ],
            'extend' => [
                Severity::Mend, "Not decided after {$words->minutes($minutes)}: it has fallen by {$fall} from its highest.",
                $minutes < self::MAIN_MIN - 1 ? 'The record is too short: 30 min at least.'
                    : 'Leave it shut up to 90 min; at most 25 kPa below the highest passes.',
            ],
            default => [
                Severity::Mend, "It fell by {$fall} from its highest; ".$words->kpa(En805::BELOW_HIGHEST_KPA).' allowed.',
                'A leak. Let the pressure down, look at every joint, mend, relax and start over.',
            ],
        };

        return [$this->finding(
            'rise', $severity, $said, $todo, $found['fall_kpa'], En805::BELOW_HIGHEST_KPA, En805::BELOW_HIGHEST_KPA - $found['fall_kpa'], Unit::KiloPascal,
        )];
    }
}
