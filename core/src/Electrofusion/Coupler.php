<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Assembly;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Procedure\Situation;

/**
 * An electrofusion coupler between two PE pipe ends, from the conditions on the day to the look at the cold joint.
 *
 * Facts it needs: dn_mm, sdr, wall_mm, od_largest_mm (mean outside diameter by the pipe standard), material.
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
        /** @var ?Weld $weld */
        static $weld = null;

        return [$weld ??= Weld::only()];
    }

    public function steps(Situation $situation): array
    {
        /** @var ?Ends $ends */
        static $ends = null;
        $ends ??= Ends::two();
        [$weld] = $this->welds();
        $before = [
            ...Preparation::steps($situation, $ends), ...Surface::steps($situation, $ends),
            Assembly::step($situation, $ends), Power::step([$weld]), LabelReading::step($situation, $weld),
        ];

        return [...$before, Fusing::step($situation, $weld, $before), ...After::steps([$weld])];
    }

    public function clocks(Situation $situation): array
    {
        return [...FusionClocks::drying($situation), ...FusionClocks::cooling($situation, $this->welds()[0])];
    }
}
