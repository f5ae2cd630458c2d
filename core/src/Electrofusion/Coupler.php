<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Electrofusion\LargeBore\Sides;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\Act;

/**
 * An electrofusion coupler between two PE pipe ends, from the conditions on the day to the look at the cold joint. Some have a preheat, which their label
 * tells.
 *
 * Facts it needs: dn_mm, sdr, wall_mm, od_largest_mm (mean outside diameter by the pipe standard), material. Where they are there: od_smallest_mm,
 * label_size_mm, size_convention.
 */
final class Coupler extends FusionProcedure
{
    public const ID = 'electrofusion.coupler';

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Electrofusion coupler';
    }

    public function welds(): array
    {
        /** @var ?non-empty-list<Weld> $welds */
        static $welds = null;

        return $welds ??= [Weld::only(), Sides::preheat(Sides::WHOLE)];
    }

    public function weldsOf(Situation $s): array
    {
        return Unpack::isPreheated($s) ? [Sides::preheat(Sides::WHOLE), Weld::only()] : [Weld::only()];
    }

    public function startRefused(Situation $s, Weld $weld, \DateTimeImmutable $now): string
    {
        return $weld->isPreheat ? $weld->repeatRefused($s, $now, Sides::gapIsOpen($s, Sides::WHOLE)) : parent::startRefused($s, $weld, $now);
    }

    public function steps(Situation $situation): array
    {
        /** @var ?Ends $ends */
        static $ends = null;
        $ends ??= Ends::two();
        $weld = Weld::only();
        $preheated = Unpack::isPreheated($situation);
        $before = [
            ...Preparation::steps($situation, $ends), ...Surface::steps($situation, $ends), Unpack::step($situation, asksPreheat: true),
            Assembly::step($situation, $ends, ! $preheated), Power::step($this->weldsOf($situation)),
        ];
        $before = [...$before, ...($preheated ? Sides::heating($situation, Sides::WHOLE, '') : []), LabelReading::step($situation, $weld)];

        return [...$before, Fusing::step($situation, $weld, $before), ...After::steps([$weld])];
    }

    public function clocks(Situation $situation): array
    {
        return [
            ...FusionClocks::drying($situation, Ends::two()), ...(Unpack::isPreheated($situation) ? Sides::preCooling($situation, Sides::WHOLE) : []),
            ...FusionClocks::cooling($situation, Weld::only()),
        ];
    }

    public function acts(Situation $situation): array
    {
        return array_map(static fn (Weld $weld): Act => FusionStory::fused($weld), $this->weldsOf($situation));
    }

    public function ages(Situation $situation): array
    {
        $weld = Weld::only();
        $ages = [FusionStory::conditions($weld), FusionStory::wiped('fitting_wiped_at', 'marks_at_edge', 'unpack', 'Fitting: ')];
        foreach (Ends::two()->letters as $end) {
            $name = Ends::name($end).': ';
            array_push($ages, FusionStory::scraped($situation, $weld, $end, "od_after_{$end}_mm", $name),
                FusionStory::wiped("wiped_{$end}_at", 'marks_at_edge', 'clean', $name));
        }

        return $ages;
    }

    public function relations(Situation $situation): array
    {
        $rules = FusionStory::ends(Ends::two(), 'marks_at_edge');
        $rules['assemble'][] = FusionStory::assembledAfter('fitting_wiped_at', 'marks_at_edge', 'Fitting wiped');
        foreach ($this->weldsOf($situation) as $weld) {
            $rules[$weld->key('fuse')] = FusionStory::record($weld);
        }

        return $rules;
    }
}
