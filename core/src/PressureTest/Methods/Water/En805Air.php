<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Control;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Accepted;
use Diastoma\Core\PressureTest\Methods\Seen;
use Diastoma\Core\PressureTest\Phase;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Standing;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Quantity\UnitSystem;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/**
 * Whether there is too much air to test at all: water drawn off against the fall of pressure, ΔVmax = 1.5·V·Δp·(1/Ew + D/(e·ER)) [EN 805, A.26; the factor
 * from memory].
 */
final class En805Air extends WaterMain
{
    public function id(): string
    {
        return 'en805-air';
    }

    public function title(): string
    {
        return 'Air check by drawing off water';
    }

    public function source(): Source
    {
        return En805::source('air');
    }

    public function standing(): Standing
    {
        return Standing::Part;
    }

    public function suits(TestSection $section, UnitSystem $units): ?array
    {
        return self::serves($section, ['water', 'sewer_rising']) ? [
            'rank' => 30, 'why' => 'One check within a test by EN 805; it accepts nothing alone.',
        ] : null;
    }

    public function asks(): array
    {
        return [ReadingSpec::number('drawn_off_l', 'Water drawn off', Unit::Litre, 0.0, 1.0e6, 'caught and measured')];
    }

    protected function draft(TestSection $section, array $options, Words $words): TestPlan
    {
        $levels = new Levels($section);
        $stp = $this->stp($section);
        $gauge = $levels->gaugeForLow($stp);
        $fall = $this->limit('air_fall_kpa');
        $factor = $this->limit('air_factor');
        $allowed = $this->allowedL($section, $fall, 'air')['max_volume_l'];

        return new TestPlan($this->id(), $this->medium(), $gauge, $gauge, $stp, $levels->atHigh($gauge), $this->window($section, $words),
            [
                'said' => 'At most '.$words->litres($allowed).' drawn off for a fall of '.$words->kpa($fall).'.', 'l_per_h' => null,
                'litres' => $allowed,
            ],
            [
                $this->raise($gauge),
                new Phase(
                    'settle', 'Settle', $this->limit('air_settle_min'), $gauge * (1 - $this->share('hold_percent')), $gauge, $gauge,
                    'Hold the pressure, then shut the pump off.',
                    Control::Hold,
                ),
                new Phase(
                    'draw', 'Draw off', 5.0, $gauge - $fall, $gauge - $fall, $gauge,
                    'Open the tap a little, catch every drop in a graded vessel, shut it.', Control::Lower, true, fallKpa: $fall,
                ),
                new Phase('still', 'Stand', 2.0, $gauge - 2 * $fall, $gauge - $fall, $gauge, 'Read the gauge.', Control::Shut),
            ],
            [new Figure(
                'Water allowed for the fall', self::volumeFormula($factor), $words->litres($allowed),
                self::volumeWorking($section, $factor, $fall),
            )],
            [$this->medium()->caution()],
            [
                'Blunt at high pressure: air is already squeezed small there. How much can hide is shown with the result.',
                'The fall of '.Words::plain($fall, 0).' kPa is common practice; the factor '.Words::plain($factor).' is from memory, '
                    .$this->plain('water_factor').' belongs to the main test.',
            ],
            options: $options,
        );
    }

    protected function accept(Seen $seen): Accepted
    {
        $words = $seen->words;
        [$before, $after] = [$seen->endKpa('settle'), $seen->located->of('still') === null ? $seen->endKpa('draw') : $seen->startKpa('still')];
        $fell = max(0.1, $before - $after);
        $allowed = $this->allowedL($seen->section, $fell, 'air');
        $room = FilledPipe::ATMOSPHERE_KPA * (1 / ($before - $fell + FilledPipe::ATMOSPHERE_KPA) - 1 / ($before + FilledPipe::ATMOSPHERE_KPA));
        $hides = ($allowed['max_volume_l'] - $allowed['elastic_volume_l']) / $room;
        $share = $hides / (10 * $seen->section->volumeM3());
        $drawn = $seen->run->number('drawn_off_l');
        $figures = [...$allowed, 'drop_kpa' => $fell, 'drawn_off_l' => $drawn, 'hides_air_l' => $hides, 'hides_air_percent' => $share];
        $arithmetic = [
            new Figure('Fall', 'before − after', $words->kpa($fell), $words->kpa($before).' − '.$words->kpa($after)),
            new Figure(
                'Water allowed for it', self::volumeFormula($this->limit('air_factor')), $words->litres($allowed['max_volume_l']),
                self::volumeWorking($seen->section, $this->limit('air_factor'), $fell),
            ),
            new Figure(
                'Free air that this can hide', '(ΔVmax − ΔV of the pipe) / (p_atm/(p2+p_atm) − p_atm/(p1+p_atm))',
                $words->litres($hides).', '.Words::plain($share).' % of the volume',
            ),
        ];
        if ($drawn === null) {
            return new Accepted(
                [$this->finding('water', Severity::Mend, 'The water drawn off was not measured.', 'Catch it in a graded vessel and do it again.')],
                $arithmetic, $figures, 'unclear',
            );
        }
        $finding = $this->most(
            'water', 'Water drawn off', $drawn, $allowed['max_volume_l'], Unit::Litre, $words->litresPair(...),
            'Too much air. Lower the pressure, vent every summit until no air comes, and check again.',
        );

        return new Accepted(
            [$this->lasted($seen, 'settle', $this->limit('air_settle_min'), 'Settling'), $finding],
            [...$arithmetic, new Figure('Water drawn off', 'measured', $words->litres($drawn))], $figures,
            $finding->severity->rank() >= 2 ? 'air' : 'little air',
        );
    }
}
