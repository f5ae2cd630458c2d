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
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;

/**
 * A large coupler: pulled together, on fused restraints or not; belted; preheated until the gap has closed, or not; fused, in one circuit or in two. Common
 * practice to about dn 1400; the
 * fitting maker's instructions govern.
 *
 * Facts it needs: dn_mm, sdr, wall_mm, od_largest_mm, material.
 */
final class LargeBore extends FusionProcedure
{
    protected const ONE_BY_ONE = ['pull'];

    public const ID = 'electrofusion.large_bore';

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
        /** @var ?non-empty-list<Weld> $welds */
        static $welds = null;

        return $welds ??= [...Restraints::welds(), ...Sides::welds(), Sides::preheat(Sides::WHOLE), Sides::fusion(Sides::WHOLE)];
    }

    public function weldsOf(Situation $s): array
    {
        $kind = FittingKind::of($s);
        $welds = $kind->restrained ? Restraints::welds() : [];
        foreach ($kind->circuits() as $side) {
            $welds = [...$welds, ...($kind->preheated ? [Sides::preheat($side)] : []), Sides::fusion($side)];
        }

        return $welds;
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
        $kind = FittingKind::of($situation);
        $prepared = [
            FittingKind::step(), ...Preparation::steps($situation, $ends), ...Surface::steps($situation, $ends), Power::step($this->weldsOf($situation)),
        ];
        $together = [
            Unpack::step($situation, group: 'Together'), Together::pull($situation, $kind->restrained),
            Together::belts($situation, $ends, ! $kind->preheated),
        ];
        $all = [...$prepared, ...($kind->restrained ? Restraints::steps($situation) : []), ...$together];
        foreach ($kind->circuits() as $k => $side) {
            $all = [...$all, ...Sides::steps($situation, $side, $all, $kind->preheated, $k === 0)];
        }
        $fusions = array_map(Sides::fusion(...), $kind->circuits());

        return [...$all, After::cool()->under('Cold'), After::release($fusions, 'belts and clamps')->under('Cold'), After::look()->under('Cold')];
    }

    public function tables(Situation $situation): array
    {
        return FittingKind::of($situation)->restrained ? [Restraints::table()] : [];
    }

    public function clocks(Situation $situation): array
    {
        $kind = FittingKind::of($situation);
        $clocks = FusionClocks::drying($situation, Ends::two());
        foreach ($kind->restrained ? Restraints::welds() : [] as $weld) {
            array_push(
                $clocks, ...FusionClocks::dryingOf($situation, $weld->key('wiped_at'), $weld->key('dry_at'), "{$weld->title}: "),
                ...Restraints::cooling($situation, $weld),
            );
        }
        foreach ($kind->circuits() as $side) {
            array_push($clocks, ...($kind->preheated ? Sides::preCooling($situation, $side) : []), ...FusionClocks::cooling($situation, Sides::fusion($side)));
        }

        return $clocks;
    }
}
