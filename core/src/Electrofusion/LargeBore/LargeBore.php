<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionClocks;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;

/**
 * A large coupler with a circuit on each side: pulled together on fused restraints, belted, each side preheated until the gap has closed, then
 * fused. Common practice to about dn 1400; the fitting maker's instructions govern.
 *
 * Facts it needs: dn_mm, sdr, wall_mm, od_largest_mm, material.
 */
final class LargeBore extends FusionProcedure
{
    public const ID = 'electrofusion.large_bore';

    /** @var ?non-empty-list<Weld> */
    private ?array $welds = null;

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Large-bore coupler';
    }

    public function welds(): array
    {
        return $this->welds ??= [...Restraints::welds(), ...Sides::welds()];
    }

    public function startRefused(Situation $s, Weld $weld, \DateTimeImmutable $now): string
    {
        return $weld->isPreheat ? $weld->repeatRefused($s, $now, Sides::gapIsOpen($s, Sides::sideOf($weld))) : parent::startRefused($s, $weld, $now);
    }

    public function steps(Situation $situation): array
    {
        /** @var ?Ends $ends */
        static $ends = null;
        $ends ??= Ends::two();
        $prepared = [...Preparation::steps($situation, $ends), ...Surface::steps($situation, $ends), Power::step($this->welds())];
        $restraints = Restraints::steps($situation);
        $together = [Restraints::pull($situation), Sides::belts()];
        $before = [...$prepared, ...$restraints, ...$together];
        $all = $before;
        foreach (['a', 'b'] as $side) {
            $all = [...$all, ...Sides::steps($situation, $side, $all)];
        }

        return [...$all, After::cool()->under('Cold'), After::release(Sides::fusions(), 'belts and clamps')->under('Cold'), After::look()->under('Cold')];
    }

    public function clocks(Situation $situation): array
    {
        $clocks = FusionClocks::drying($situation);
        foreach (Restraints::welds() as $weld) {
            array_push($clocks, ...FusionClocks::drying($situation, $weld->key('wiped_at'), $weld->key('dry_at')), ...Restraints::cooling($situation, $weld));
        }
        foreach (['a', 'b'] as $side) {
            array_push($clocks, ...Sides::preCooling($situation, $side));
        }
        foreach (Sides::fusions() as $weld) {
            array_push($clocks, ...FusionClocks::cooling($situation, $weld));
        }

        return $clocks;
    }
}
