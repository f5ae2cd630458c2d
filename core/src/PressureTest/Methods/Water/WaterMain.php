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
    /** Preliminary test of a lined pipe until its lining is soaked: 24 h from memory; others an hour, common practice. */
    protected const SOAK_MIN = 1440.0;

    protected const SETTLE_MIN = 60.0;

    protected const HOLD_BAND = 0.02;

    protected static function creeps(TestSection $section): bool
    {
        return $section->main()->material === Material::Pe;
    }

    protected static function stp(TestSection $section): float
    {
        return En805::stpKpa(self::above($section->workingKpa, 'working_kpa', 'A working pressure'), $section->surge);
    }

    /** @return array{min_kpa: float, max_kpa: float, feasible: bool, splits_m: list<float>, said: string} */
    protected static function window(TestSection $section, Words $words): array
    {
        $stp = self::stp($section);

        return (new Levels($section))->window($section->workingKpa, min($stp, $section->limiting(self::PIPE_FACTOR)->takesKpa(self::PIPE_FACTOR)), $words);
    }

    protected static function stpFigure(TestSection $section, Words $words): Figure
    {
        $mdp = $words->kpa($section->workingKpa);

        return $section->surge === 'calculated'
            ? new Figure(
                'System test pressure at the low point', 'STP = MDP + 100 kPa, surge calculated', $words->kpa(self::stp($section)),
                "{$mdp} + ".$words->kpa(100.0),
            )
            : new Figure(
                'System test pressure at the low point', 'STP = the lesser of 1.5·MDP and MDP + 500 kPa, surge assumed', $words->kpa(self::stp($section)),
                '1.5 × '.$mdp.' = '.$words->kpa(1.5 * $section->workingKpa).'; '.$mdp.' + '.$words->kpa(500.0).' = '.$words->kpa($section->workingKpa + 500.0),
            );
    }

    protected static function soakMin(TestSection $section): float
    {
        return $section->cementLined ? self::SOAK_MIN : self::SETTLE_MIN;
    }

    /**
     * 40 kPa for fibre cement and concrete without a steel cylinder, 20 kPa elsewhere [EN 805, 11.3.3.4].
     *
     * @throws InvalidInput if the pipe is concrete and nobody has said whether it has a cylinder
     */
    protected static function dropKpa(TestSection $section): float
    {
        if ($section->main()->material === Material::Concrete && $section->steelCylinder === null) {
            throw InvalidInput::field(
                'steel_cylinder',
                'Has this concrete pipe a steel cylinder? With one it may lose 20 kPa in the hour, without one 40 kPa. Say it in the section’s facts.',
            );
        }

        return En805::lossLimitKpa($section->main()->material === Material::Concrete && $section->steelCylinder === false ? 'fibre_cement' : 'rigid');
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
    protected static function allowedL(TestSection $section, float $dropKpa, string $stage): array
    {
        $pipe = $section->asOnePipe();

        return En805::volume($pipe->volumeM3(), $dropKpa, $pipe->insideMm, $pipe->wallMm, $pipe->modulusGpa, $stage);
    }
}
