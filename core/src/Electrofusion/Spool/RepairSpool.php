<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Spool;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionClocks;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;

/**
 * A damaged piece cut out and a spool set in with two slip couplers, which slide whole onto the spool and back over the joints.
 *
 * Ends: A main on the left, B and C the spool, D main on the right. Facts: dn_mm, sdr, wall_mm, od_largest_mm, material.
 */
final class RepairSpool extends FusionProcedure
{
    protected const ONE_BY_ONE = ['cut_out'];

    public const ID = 'electrofusion.repair_spool';

    private const FITTINGS = ['left_' => 'Left fitting', 'right_' => 'Right fitting'];

    /** @var ?array{Weld, Weld} */
    private ?array $welds = null;

    public function id(): string
    {
        return self::ID;
    }

    public function title(): string
    {
        return 'Repair spool with slip couplers';
    }

    public function welds(): array
    {
        return $this->pair();
    }

    /** @return array{Weld, Weld} left, right */
    private function pair(): array
    {
        return $this->welds ??= [Weld::named('left', 'Left coupler', 1.0), Weld::named('right', 'Right coupler', 1.0)];
    }

    public function steps(Situation $situation): array
    {
        /** @var ?Ends $ends */
        static $ends = null;
        $ends ??= Ends::spool();
        $welds = $this->pair();
        [$left, $right] = $welds;
        $preparation = Preparation::steps($situation, $ends);
        $before = [
            $preparation[0], CutOut::step(), ...array_slice($preparation, 1), ...Surface::steps($situation, $ends),
            Unpack::step($situation, self::FITTINGS), SlideBack::step($situation, $ends), Power::step($welds),
            LabelReading::step($situation, $left, $left->key('label'), 'Left label'),
        ];
        $label = LabelReading::shortStep(
            $situation, $right, $right->key('label'), 'Right label', 'The second coupler has its own label, even from the same box: read it too.',
        );

        return [
            ...$before, Fusing::step($situation, $left, $before, 'Fuse left'), $label, Fusing::step($situation, $right, [...$before, $label], 'Fuse right'),
            ...After::steps($welds),
        ];
    }

    public function clocks(Situation $situation): array
    {
        [$left, $right] = $this->pair();

        return [
            ...FusionClocks::drying($situation, Ends::spool(), array_keys(self::FITTINGS)), ...FusionClocks::cooling($situation, $left),
            ...FusionClocks::cooling($situation, $right),
        ];
    }
}
