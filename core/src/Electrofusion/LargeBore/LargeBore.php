<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\LargeBore;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionClocks;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\FusionStory;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\Redone;

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
        $surface = Surface::steps($situation, $ends);
        $clean = array_splice($surface, -1); // wiped last: six restraints take an hour, and a wiped end gathers dust
        $prepared = [FittingKind::step(), ...Preparation::steps($situation, $ends), ...$surface, Power::step($this->weldsOf($situation))];
        $together = [
            ...array_map(
                static fn (Step $step): Step => $kind->restrained ? $step->under('Together')->shut(Restraints::gate($situation)) : $step->under('Together'),
                [...$clean, Unpack::step($situation)],
            ), Together::pull($situation, $kind->restrained),
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

    public function acts(Situation $situation): array
    {
        $kind = FittingKind::of($situation);
        $restraints = array_merge([], ...array_map(static fn (Weld $w): array => [$w->key('prepare'), $w->key('fuse')], Restraints::welds()));
        $acts = [];
        foreach ($kind->restrained ? Restraints::welds() : [] as $weld) {
            $acts[] = FusionStory::fused($weld, array_values(array_diff($restraints, [$weld->key('prepare'), $weld->key('fuse')])));
        }
        $acts[] = new Act('pull', 'pull', ['pulled_at', 'marks_at_edge'], 'pulled together',
            'Draw it apart, wipe every part, let it dry, and pull it together again.');
        foreach ($kind->circuits() as $side) {
            $aside = match ($side) {
                'a' => self::ofSide('b'), 'b' => self::ofSide('a'), default => []
            };
            $acts = [...$acts, ...($kind->preheated ? [FusionStory::fused(Sides::preheat($side), $aside)] : []), FusionStory::fused(Sides::fusion($side),
                $aside)];
        }

        return $acts;
    }

    /**
     * @param  'a'|'b'  $side
     * @return list<string> ids of its steps
     */
    private static function ofSide(string $side): array
    {
        return ["pre_{$side}_label", "pre_{$side}_fuse", "gap_{$side}", "side_{$side}_label", "side_{$side}_fuse"];
    }

    public function ages(Situation $situation): array
    {
        $kind = FittingKind::of($situation);
        $circuits = $kind->circuits();
        $ages = [FusionStory::conditions(Sides::fusion($circuits[0])), FusionStory::wiped('fitting_wiped_at', 'pulled_at', 'unpack', 'Fitting: ')];
        foreach (Ends::two()->letters as $k => $end) {
            $name = Ends::name($end).': ';
            array_push($ages, FusionStory::scraped($situation, Sides::fusion($circuits[$k] ?? $circuits[0]), $end, "od_after_{$end}_mm", $name),
                FusionStory::wiped("wiped_{$end}_at", 'pulled_at', 'clean', $name));
        }
        foreach ($kind->restrained ? Restraints::welds() : [] as $weld) {
            $ages[] = FusionStory::scraped($situation, $weld, $weld->name, $weld->key('ink_gone'), "{$weld->title}: ");
            $ages[] = new Age(
                $weld->key('wiped_at'), $weld->key('prepare'), [$weld->key('wiped_at')], $weld
                    ->startedAt(...), 'ef.age.wiped_min', "{$weld->title}: wiped", 'fused',
                'Wipe it again with a fresh wipe and let it dry.', true,
            );
        }

        return $ages;
    }

    public function relations(Situation $situation): array
    {
        $rules = FusionStory::ends(Ends::two(), 'marks_at_edge');
        $rules['pull'] = [...$rules['assemble'], FusionStory::assembledAfter('fitting_wiped_at', 'marks_at_edge', 'Fitting wiped')];
        unset($rules['assemble']);
        foreach ($this->weldsOf($situation) as $weld) {
            $rules[$weld->key('fuse')] = FusionStory::record($weld);
        }
        foreach (FittingKind::of($situation)->restrained ? Restraints::welds() : [] as $weld) {
            $rules[$weld->key('prepare')][] = new Redone(
                "wiped.{$weld->name}", $weld->key('ink_gone'), $weld->key('wiped_at'), "{$weld->title} scraped", 'wiped', 'Wipe it again and let it dry.',
            );
        }

        return $rules;
    }
}
