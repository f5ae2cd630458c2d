<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Methods\Water;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\Acceptance\En805;
use Diastoma\Core\PressureTest\Figure;
use Diastoma\Core\PressureTest\Methods\Method;
use Diastoma\Core\PressureTest\Planning\Levels;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\Words;
use Diastoma\Core\Quantity\UnitSystem;

/** What the methods of EN 805 share: the system test pressure at the low point, the working pressure at the high one [EN 805, 11.3.2 and 11.3.3]. */
abstract class WaterMain extends Method
{
    public function families(): array
    {
        return [self::RUN, 'test.en805'];
    }

    protected static function creeps(TestSection $section): bool
    {
        return $section->main()->material === Material::Pe;
    }

    protected function stp(TestSection $section): float
    {
        return En805::stpKpa(self::above($section->workingKpa, 'working_kpa', 'A working pressure'), $section->surge, $this->limits());
    }

    /** @return array{min_kpa: float, max_kpa: float, feasible: bool, splits_m: list<float>, said: string} */
    protected function window(TestSection $section, Words $words): array
    {
        $stp = $this->stp($section);

        $factor = $this->pipeFactor();

        return (new Levels($section))->window($section->workingKpa, min($stp, $section->limiting($factor)->takesKpa($factor)), $words);
    }

    protected function stpFigure(TestSection $section, Words $words): Figure
    {
        $mdp = $words->kpa($section->workingKpa);
        [$factor, $plus] = [$this->limit('stp_factor'), $this->limit('stp_add_kpa')];
        [$times, $added] = [Words::plain($factor), Words::plain($plus, 0)];
        $calculated = $this->limit('stp_calculated_kpa');

        return $section->surge === 'calculated'
            ? new Figure(
                'System test pressure at the low point', 'STP = MDP + '.Words::plain($calculated, 0).' kPa, surge calculated',
                $words->kpa($this->stp($section)), "{$mdp} + ".$words->kpa($calculated),
            )
            : new Figure(
                'System test pressure at the low point', "STP = the lesser of {$times}·MDP and MDP + {$added} kPa, surge assumed",
                $words->kpa($this->stp($section)),
                "{$times} × ".$mdp.' = '.$words->kpa($factor * $section->workingKpa).'; '.$mdp.' + '.$words->kpa($plus).' = '
                    .$words->kpa($section->workingKpa + $plus),
            );
    }

    protected function soakMin(TestSection $section): float
    {
        return $this->limit($section->cementLined ? 'soak_min' : 'settle_min');
    }

    /**
     * 40 kPa for fibre cement and concrete without a steel cylinder, 20 kPa elsewhere [EN 805, 11.3.3.4].
     *
     * @throws InvalidInput if the pipe is concrete and nobody has said whether it has a cylinder
     */
    protected function dropKpa(TestSection $section): float
    {
        if ($section->main()->material === Material::Concrete && $section->steelCylinder === null) {
            throw InvalidInput::field(
                'steel_cylinder',
                'Has this concrete pipe a steel cylinder? With one it may lose '.Words::plain(En805::lossLimitKpa('rigid', $this->limits()), 0)
                    .' kPa in the hour, without one '.Words::plain(En805::lossLimitKpa('fibre_cement', $this->limits()), 0)
                    .' kPa. Say it in the section’s facts.',
            );
        }

        return En805::lossLimitKpa(self::kindOfLoss($section), $this->limits());
    }

    protected static function kindOfLoss(TestSection $section): string
    {
        return $section->main()->material === Material::Concrete && $section->steelCylinder === false ? 'fibre_cement' : 'rigid';
    }

    /**
     * @return array{rank: int, why: string}|null
     */
    protected static function rigid(TestSection $section, UnitSystem $units, int $rank): ?array
    {
        if (! self::serves($section, ['water', 'sewer_rising']) || self::creeps($section)) {
            return null;
        }

        return ['rank' => $units === UnitSystem::Metric ? $rank : $rank + 10, 'why' => 'A main that hardly creeps, by the European standard.'];
    }

    protected static function volumeFormula(float $factor): string
    {
        return 'ΔVmax = '.Words::plain($factor).'·V·Δp·(1/Ew + D/(e·ER))';
    }

    /** The formula with the section's figures in it. */
    protected static function volumeWorking(TestSection $section, float $factor, float $dropKpa): string
    {
        $pipe = $section->asOnePipe();

        return sprintf(
            '%s × %s m³ × %s kPa × (1/%s + %s/(%s × %s)) /GPa', Words::plain($factor), Words::plain($pipe->volumeM3(), 3), Words::plain($dropKpa, 1),
            Words::plain(En805::WATER_GPA), Words::plain($pipe->insideMm, 1), Words::plain($pipe->wallMm, 1), Words::plain($pipe->modulusGpa),
        );
    }

    /** @return array{max_volume_l: float, elastic_volume_l: float} */
    protected function allowedL(TestSection $section, float $dropKpa, string $stage): array
    {
        $pipe = $section->asOnePipe();

        return En805::volume($pipe->volumeM3(), $dropKpa, $pipe->insideMm, $pipe->wallMm, $pipe->modulusGpa, $stage, $this->limits());
    }
}
