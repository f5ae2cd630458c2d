<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionClocks;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\FusionStory;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\Act;
use Diastoma\Core\Procedure\Story\Age;
use Diastoma\Core\Procedure\Story\Redone;

/** A fitting fused onto the barrel of a main: what branch saddle and tapping tee share. Facts: dn_mm, sdr, wall_mm, od_largest_mm, material. */
abstract class Saddle extends FusionProcedure
{
    protected const ONE_BY_ONE = ['branch_test', 'tap'];

    public function welds(): array
    {
        /** @var ?Weld $weld */
        static $weld = null;

        return [$weld ??= Weld::only()];
    }

    final public function takesBranch(): bool
    {
        return true;
    }

    /** Whether the cutter is part of the fitting. */
    abstract protected function hasCutter(): bool;

    public function steps(Situation $situation): array
    {
        [$weld] = $this->welds();
        $before = [
            Preparation::conditions(false), ...Place::steps($situation), Surface::clean($situation, Ends::barrel()), Unpack::step($situation, what: 'base'),
            Seat::step($situation), Power::step([$weld]), LabelReading::step($situation, $weld),
        ];

        return [...$before, Fusing::step($situation, $weld, $before), ...Opening::steps($situation, $weld, $this->hasCutter())];
    }

    public function clocks(Situation $situation): array
    {
        return [...FusionClocks::drying($situation, Ends::barrel()), ...FusionClocks::cooling($situation, $this->welds()[0])];
    }

    public function acts(Situation $situation): array
    {
        return [
            FusionStory::fused($this->welds()[0]),
            new Act('tap', 'tap', ['tapped_at', $this->hasCutter() ? 'cutter_back' : 'coupon_out'], 'tapped',
                'Shut it off. What was not seen before the main was '
                .'opened cannot be seen now: have the saddle watched, or cut this piece of main out.'),
        ];
    }

    public function ages(Situation $situation): array
    {
        [$weld] = $this->welds();

        return [
            FusionStory::conditions($weld), FusionStory::scraped($situation, $weld, 'a', 'ink_gone', ''),
            FusionStory::wiped('wiped_a_at', 'between_marks', 'clean', 'Main: '), FusionStory::wiped('fitting_wiped_at', 'between_marks', 'unpack',
                'Fitting: '),
            new Age('branch', 'branch_test', ['branch_tight'], static fn (Situation $s): ?\DateTimeImmutable => $s->readings->reading('tapped_at')?->takenAt,
                'ef.age.branch_min', 'Saddle and branch tested', 'tapped', 'Test saddle and branch again before the main is opened.', true),
        ];
    }

    public function relations(Situation $situation): array
    {
        [$weld] = $this->welds();

        return [
            'clean' => [new Redone('wiped.a', 'ink_gone', 'wiped_a_at', 'Scraped', 'wiped', 'Wipe it again and let it dry: scraping leaves dust.')],
            'assemble' => [
                FusionStory::assembledAfter('wiped_a_at', 'between_marks', 'Main wiped'),
                FusionStory::assembledAfter('fitting_wiped_at', 'between_marks', 'Fitting wiped'),
            ],
            $weld->key('fuse') => FusionStory::record($weld),
        ];
    }
}
