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
    /** How near the upper end the draw-off is planned, where the pipe answers best: common practice. */
    private const DRAW_NEAR = 0.8;

    private const STEP_MIN = 3.0; // common practice: as often as the gauge was read by hand

    /** So much sooner than the most that raising is planned: common practice. */
    private const SOONER = 0.9;

    public function id(): string
    {
        return 'en805-pe';
    }

    public function families(): array
    {
        return [self::RUN, 'test.en805', 'test.en805-pe'];
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
        return $this->limit('again_min') / 60;
    }

    public function asks(): array
    {
        return [ReadingSpec::number('drawn_off_l', 'Water drawn off', Unit::Litre, 0.0, 1.0e6, 'caught and measured'), self::leakSeen()];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $stp = $this->stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $drawn = $gauge - ($this->share('rest_percent') / 2 + $this->draw()) * $stp;

        return new TestPlan($this->id(), $this->medium(), $gauge, $drawn, $stp, $levels->atHigh($gauge), $this->window($section, $words),
            ['said' => 'While holding: as much as keeps the pressure. After that none.', 'l_per_h' => null, 'litres' => null],
            [
                new Phase(
                    'relax', 'Relax', $this->limit('relax_min'), 0.0, 0.0, 0.05 * $gauge,
                    'No pressure for '.Words::span($this->limit('relax_min')).', full of water, so that earlier stretching fades. Let no air in.',
                    Control::Open,
                ),
                $this->raise($gauge, self::SOONER * $this->limit('raise_min'), 'To the pressure in less than '.Words::span($this->limit('raise_min')).'.'),
                new Phase(
                    'hold', 'Hold', $this->limit('hold_min'), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Keep the pressure by pumping. Walk the section.',
                    Control::Hold,
                ),
                new Phase(
                    'rest', 'Stretch', $this->limit('rest_min'), $gauge - $this->share('rest_percent') * $stp, $gauge, $gauge,
                    'No pumping for '.Words::span($this->limit('rest_min')).'.', Control::Shut,
                ),
                new Phase(
                    'draw', 'Draw off', 2.0, $drawn, $drawn, $gauge,
                    "Let the pressure down by {$this->drawWords()}, quickly; catch and measure the water.", Control::Lower,
                    fallKpa: $this->draw() * $stp,
                ),
                new Phase(
                    'main', 'Rise', $this->limit('rise_min'), $drawn - $this->limit('below_kpa'), $drawn, $gauge, 'Shut. The pressure must rise and not fall.',
                    Control::Shut, true, $this->limit('longest_min'),
                ),
            ],
            [
                $this->stpFigure($section, $words),
                new Figure(
                    'Least pressure after stretching', "at the gauge: a fall of {$this->restWords()} of the test pressure at the most",
                    $words->kpa($gauge - $this->share('rest_percent') * $stp),
                    $words->kpa($gauge).' − '.Words::plain($this->share('rest_percent')).' × '.$words->kpa($stp),
                ),
                new Figure(
                    'Draw off', $this->drawWords(), $words->kpa($this->share('draw_least_percent') * $stp).' to '
                        .$words->kpa($this->share('draw_most_percent') * $stp),
                ),
            ],
            [$this->medium()->caution()],
            [
                'Remembered, not at hand: check the steps against your copy of EN 805, A.27.',
                'In doubt after '.Words::span($this->limit('rise_min')).' '.$this->longerWords($words),
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
        $main = RiseSteps::of($seen, $this->limit('rise_min'), self::STEP_MIN, self::SLACK_MIN);
        $found = En805::pe($stp, $rested + $level, $main, $this->limits());
        if ($found['verdict'] === 'extend' && $seen->minutes('main') > $this->limit('rise_min') + self::STEP_MIN) {
            $main = RiseSteps::of($seen, $this->limit('longest_min'), self::STEP_MIN, self::SLACK_MIN);
            $found = En805::pe($stp, $rested + $level, $main, $this->limits());
        }
        $draw = $rested - $start;
        $findings = [
            ...$this->before($seen), $this->rested($seen, $rested, $found['preliminary']), $this->drawn($seen, $draw, $found),
            ...$this->water($seen, max(0.1, $draw)), ...$this->rise($seen, $found, $main[count($main) - 1][0]),
        ];
        $volume = $this->allowedL($seen->section, max(0.1, $draw), 'main');

        return new Accepted($findings, [
            $this->stpFigure($seen->section, $words),
            new Figure(
                'Fall while stretching', "of the test pressure, {$this->restWords()} at the most",
                Words::plain(100 * ($seen->plan->gaugeKpa - $rested) / $stp, 1).' %',
                '('.$words->kpa($seen->plan->gaugeKpa).' − '.$words->kpa($rested).') / '.$words->kpa($stp),
            ),
            new Figure('Drawn off', 'before − after', $words->kpa($draw), $words->kpa($rested).' − '.$words->kpa($start)),
            new Figure(
                'Water allowed for it', self::volumeFormula($this->limit('water_factor')), $words->litres($volume['max_volume_l']),
                self::volumeWorking($seen->section, $this->limit('water_factor'), $draw),
            ),
            new Figure('Highest in the rise', 'from the trace', $words->kpa($found['highest_kpa'])),
            new Figure('Last below the highest', 'highest − last', $words->kpa($found['fall_kpa'])),
        ], [
            ...$found, 'stp_kpa' => $stp, 'stp_gauge_kpa' => $seen->plan->gaugeKpa, 'end_of_rest_kpa' => $rested, 'drawn_kpa' => $draw,
            'drawn_off_l' => $seen->run->number('drawn_off_l'), 'max_drawn_off_l' => $volume['max_volume_l'], 'main' => $main,
        ],
            $found['verdict'] === 'extend' ? TestVerdict::UNDECIDED : '');
    }

    /** What is planned to be drawn off, of the test pressure. */
    private function draw(): float
    {
        [$least, $most] = [$this->share('draw_least_percent'), $this->share('draw_most_percent')];

        return $least + self::DRAW_NEAR * ($most - $least);
    }

    private function drawWords(): string
    {
        return $this->plain('draw_least_percent').' to '.$this->plain('draw_most_percent')
            .' % of the test pressure';
    }

    private function restWords(): string
    {
        return $this->plain('rest_percent').' %';
    }

    private function longerWords(Words $words): string
    {
        return 'leave it shut up to '.Words::span($this->limit('longest_min')).': at most '
            .$this->plain('below_kpa', 0).' kPa below the highest reading passes.';
    }

    /** @return list<Finding> what must have come before the draw-off: relaxed, raised in less than ten minutes, held, shut for an hour */
    private function before(Seen $seen): array
    {
        $raised = $seen->minutes('raise');
        $quick = $raised < $this->limit('raise_min') + self::SLACK_MIN;

        return [
            $this->lasted($seen, 'relax', $this->limit('relax_min'), 'Relaxed'),
            $this->finding(
                'raise', $quick ? Severity::Go : Severity::Mend,
                'Raised in '.$seen->words->minutes($raised).'; less than '.Words::span($this->limit('raise_min')).' wanted.',
                $quick ? '' : 'Creep of a slow raising spoils what follows. Let the pressure down, relax and start over.', $raised, $this->limit('raise_min'),
                $this->limit('raise_min') - $raised, Unit::Minute,
            ),
            $this->lasted($seen, 'hold', $this->limit('hold_min'), 'Held'),
            $this->lasted($seen, 'rest', $this->limit('rest_min') - 1.0, 'Shut to stretch', 'rest_time'),
        ];
    }

    private function rested(Seen $seen, float $rested, string $preliminary): Finding
    {
        $least = $seen->plan->gaugeKpa - $this->share('rest_percent') * $seen->plan->lowKpa;
        $fine = $preliminary === 'pass';
        [$shown, $wanted] = $seen->words->kpaPair($rested, $least, false);

        return $this->finding('rest', $fine ? Severity::Go : Severity::Mend, 'After '.Words::span($this->limit('rest_min'))." shut {$shown}; "
            ."{$wanted} wanted (fall of {$this->restWords()} of the test pressure at most).",
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
        $allowed = $this->allowedL($seen->section, $draw, 'main')['max_volume_l'];

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
                    ? "After {$words->minutes($minutes)} {$fall} below the highest reading; ".$words->kpa($this->limit('below_kpa')).' allowed.'
                    : 'It rose and never fell.',
                '',
            ],
            'extend' => [
                Severity::Mend, "Not decided after {$words->minutes($minutes)}: it has fallen by {$fall} from its highest.",
                $minutes < $this->limit('rise_min') - 1 ? 'The record is too short: '.Words::span($this->limit('rise_min')).' at least.'
                    : ucfirst($this->longerWords($words)),
            ],
            default => [
                Severity::Mend, "It fell by {$fall} from its highest; ".$words->kpa($this->limit('below_kpa')).' allowed.',
                'A leak. Let the pressure down, look at every joint, mend, relax and start over.',
            ],
        };

        return [$this->finding(
            'rise', $severity, $said, $todo, $found['fall_kpa'], $this->limit('below_kpa'), $this->limit('below_kpa') - $found['fall_kpa'], Unit::KiloPascal,
        )];
    }
}
