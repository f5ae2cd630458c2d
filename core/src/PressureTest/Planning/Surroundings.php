<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Planning;

use Diastoma\Core\PressureTest\Acceptance\Staging;
use Diastoma\Core\PressureTest\HydrostaticHead;
use Diastoma\Core\PressureTest\Medium;
use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;
use Diastoma\Core\PressureTest\Site\Fitting;
use Diastoma\Core\PressureTest\Site\TestSection;
use Diastoma\Core\PressureTest\TestPlan;
use Diastoma\Core\PressureTest\Words;

/** Everything around a test that does not depend on its method: filling, vents, thrust, movement, energy, instruments, what to do with the water. */
final readonly class Surroundings
{
    /** Common practice: no faster, or air is dragged along. */
    private const FILL_M_S = 0.3;

    private const EXAMPLE_WARMING_K = 10.0;

    /** ASME PCC-2, article 501, from memory: R = 20 m/kg^⅓ · (2·TNT)^⅓, 30 m at the least; 4.27 MJ in a kilogram of TNT. */
    private const SCALED_M = 20.0;

    private const LEAST_M = 30.0;

    private const TNT_KJ_KG = 4266.92;

    /** Below this a sewer plug is the danger, not the pipe: common practice. */
    private const LOW_KPA = 100.0;

    public function __construct(private TestSection $section, private TestPlan $plan, private Words $words)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'fill' => $this->plan->medium === Medium::Water ? $this->fill() : null, 'thrusts' => $this->thrusts(), 'movement' => $this->movement(),
            'energy' => $this->energy(),
            'instruments' => $this->instruments(), 'dispose' => $this->plan->medium === Medium::Water ? $this->dispose() : null,
        ];
    }

    /** @return array<string, mixed> */
    private function fill(): array
    {
        $fill = Staging::fill($this->section->largestInsideMm(), 1.0, self::FILL_M_S);
        $volume = $this->section->volumeM3();
        $profile = $this->section->profile;
        [$at, $level] = $profile->lowest();

        return [
            'volume_m3' => $volume, 'rate_l_s' => $fill['rate_l_s'], 'time_min' => $volume * 1000 / $fill['rate_l_s'] / 60, 'velocity_m_s' => self::FILL_M_S,
            'fill_at' => ['station_m' => $at, 'level_m' => $level], 'vents' => self::points($profile->summits()), 'drains' => self::points($profile->valleys()),
            'pig' => ! $this->section->branches,
            'pig_said' => $this->section->branches ? 'No pig: it would stick at the branches. Fill slowly and vent every summit until no air comes.'
                : 'A foam pig ahead of the water keeps air from staying behind. Vents open at every summit until no air comes.',
            'raise_l' => $this->section->filled(Water::at($this->celsius())->bulkModulusGpa)->elasticL($this->plan->gaugeKpa),
            'source' => 'common practice: filling at 0.3 m/s or less, from the low point',
        ];
    }

    /**
     * @param  list<array{float, float}>  $found
     * @return list<array{station_m: float, level_m: float}>
     */
    private static function points(array $found): array
    {
        return array_map(static fn (array $p): array => ['station_m' => $p[0], 'level_m' => $p[1]], $found);
    }

    /** @return list<array<string, mixed>> */
    private function thrusts(): array
    {
        $outside = max(array_map(static fn ($p): float => $p->outsideMm(), $this->section->parts));
        $found = [];
        foreach ($this->section->fittings as $fitting) {
            $level = $this->section->profile->level($fitting->stationM);
            $kpa = $this->plan->medium === Medium::Water ? HydrostaticHead::pressureAt(
                $this->plan->gaugeKpa, $this->section->gaugeLevelM, $level,
            ) : $this->plan->gaugeKpa;
            $found[] = [
                ...$fitting->toArray(), 'kpa' => $kpa, 'kn' => $fitting->thrustKn($outside, max(0.0, $kpa)), 'formula' => $this->formula($fitting),
                'held' => $this->held($fitting),
            ];
        }

        return $found;
    }

    private function formula(Fitting $fitting): string
    {
        return match ($fitting->kind) {
            'bend' => '2·p·A·sin(θ/2)', 'tee' => 'p·A of the branch', 'reducer' => 'p·(A − a)', default => 'p·A'
        };
    }

    private function held(Fitting $fitting): string
    {
        return match (true) {
            $this->section->restraint === 'joined' && $fitting->kind !== 'end' && $fitting->kind !== 'valve' => 'by the joined pipe, once backfilled',
            $this->section->restraint === 'blocks' => 'by its thrust block, once cured',
            $this->section->restraint === 'none' => 'by nothing yet: brace it',
            default => 'by a brace: brace it before any pressure',
        };
    }

    /** @return array<string, mixed> */
    private function movement(): array
    {
        $pipe = $this->section->asOnePipe();
        $move = static fn (float $kpa, float $kelvin): float => FilledPipe::freeEndMm(
            $pipe->lengthM, $pipe->insideMm, $pipe->wallMm, $pipe->modulusGpa, $pipe->poisson, $kpa, $pipe->expansionPerC, $kelvin, false,
        );

        return [
            'pressure_mm' => $move($this->plan->gaugeKpa, 0.0), 'warming_mm' => $move(0.0, self::EXAMPLE_WARMING_K), 'warming_k' => self::EXAMPLE_WARMING_K,
            'said' => 'A free end of the whole length, without friction of the ground: under pressure it draws back, warmed by '.self::EXAMPLE_WARMING_K
                .' K it grows. Never stretch a pipe to meet a riser.',
            'source' => 'arithmetic: L·(α·ΔT − ν·p·D/(2·e·E)); moduli and expansion by material, from memory',
        ];
    }

    /** @return array<string, mixed> */
    private function energy(): array
    {
        $volume = $this->section->volumeM3();
        $pipe = $this->section->asOnePipe();
        $gives = $pipe->pipe(Water::at($this->celsius())->bulkModulusGpa)->compliancePerKpa();
        $water = 0.5 * $volume * $this->plan->gaugeKpa ** 2 * $gives;
        $air = FilledPipe::energyKj($volume, $this->plan->gaugeKpa, 'air');
        $wet = $this->plan->medium === Medium::Water;
        $distance = $wet ? null : max(self::LEAST_M, self::SCALED_M * (2 * $air / self::TNT_KJ_KG) ** (1 / 3));

        return [
            'water_kj' => $water, 'air_kj' => $air, 'times' => $water > 0.0 ? $air / $water : null,
            'exclusion_m' => $this->plan->gaugeKpa < self::LOW_KPA ? null : $distance,
            'basis' => match (true) {
                $wet => 'Filled with water: nobody in line with an end or over an open joint; the owner sets the distance from the energy shown. Every '
                    .'per cent of air left in adds about '
                    .Words::plain($air / 100, 1).' kJ.',
                $this->plan->gaugeKpa < self::LOW_KPA => 'Low pressure: a plug that lets go is the danger. Nobody in a manhole, plugs braced, inflation '
                    .'line held from above.',
                default => 'R = 20 m/kg^⅓ · (2·TNT)^⅓, at least 30 m, from the energy of the air [ASME PCC-2, article 501 (value from memory)]. The '
                    .'owner’s figure governs.',
            },
            'source' => 'arithmetic: water ½·V·p²·(1/K + D/(e·E)); air p·V/(k−1)·(1 − (p_atm/p)^((k−1)/k)), k 1.4',
        ];
    }

    /** @return array<string, mixed> */
    private function instruments(): array
    {
        $judged = $this->plan->judged();
        $band = max($judged->targetKpa - $judged->lowKpa, 0.002 * $judged->targetKpa);
        $resolution = $this->plan->medium === Medium::Air && $this->plan->gaugeKpa >= self::LOW_KPA ? $this->section->gaugeResolutionKpa : $band / 10;
        $every = min(60.0, max(1.0, floor($judged->minutes * 60 / 100)));
        $most = 2 * $this->plan->gaugeKpa;

        return [
            'range_from_kpa' => 4 / 3 * $this->plan->gaugeKpa, 'range_to_kpa' => $most, 'resolution_kpa' => $resolution, 'every_s' => $every,
            'said' => 'Gauge or logger with full scale from '.$this->words->kpa(4 / 3 * $this->plan->gaugeKpa).' to '.$this->words->kpa($most)
                .', reading to '.$this->words->kpa($resolution).' or finer, every '.Words::plain($every, 0).' s or oftener; calibration in date. '
                .($this->plan->medium === Medium::Water ? 'A meter or a graded vessel for the water.' : 'A thermometer on the pipe, and a relief valve.'),
            'source' => 'common practice: full scale 4/3 to 2 times the test pressure, a tenth of the allowed change to read',
        ];
    }

    /** @return array<string, mixed> */
    private function dispose(): array
    {
        $litres = 1000 * $this->section->volumeM3();

        return [
            'litres' => $litres,
            'said' => 'About '.$this->words->litres($litres)
                .' to let out, slowly and from the valleys, with the vents open. Where it was chlorinated neutralise it first; leave to discharge comes '
                    .'from whoever owns the drain or the stream.',
            'source' => 'common practice',
        ];
    }

    private function celsius(): float
    {
        return min(60.0, max(0.0, $this->section->waterC));
    }
}
