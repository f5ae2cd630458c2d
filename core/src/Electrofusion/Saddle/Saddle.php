<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Saddle;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionClocks;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;

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
}
