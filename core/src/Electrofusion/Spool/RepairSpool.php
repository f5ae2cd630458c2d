<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Spool;

use Diastoma\Core\Electrofusion\Ends;
use Diastoma\Core\Electrofusion\FusionClocks;
use Diastoma\Core\Electrofusion\FusionProcedure;
use Diastoma\Core\Electrofusion\FusionStory;
use Diastoma\Core\Electrofusion\Steps\After;
use Diastoma\Core\Electrofusion\Steps\Fusing;
use Diastoma\Core\Electrofusion\Steps\LabelReading;
use Diastoma\Core\Electrofusion\Steps\Power;
use Diastoma\Core\Electrofusion\Steps\Preparation;
use Diastoma\Core\Electrofusion\Steps\Surface;
use Diastoma\Core\Electrofusion\Steps\Unpack;
use Diastoma\Core\Electrofusion\Weld;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Story\Act;

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

    public function acts(Situation $situation): array
    {
        [$left, $right] = $this->pair();

        return [
            new Act('cut_out', 'cut_out', ['cut_out_mm', 'spool_mm'], 'cut out', 'Stop. Shut, drain and prove the main empty before anything else is cut.'),
            FusionStory::fused($left, ['right_label', 'right_fuse']), FusionStory::fused($right, ['left_fuse']),
        ];
    }

    public function ages(Situation $situation): array
    {
        [$left, $right] = $this->pair();
        $ages = [FusionStory::conditions($left)];
        foreach (Ends::spool()->letters as $end) {
            $name = Ends::name($end).': ';
            array_push(
                $ages, FusionStory::scraped($situation, in_array($end, ['a', 'b'], true) ? $left : $right, $end, "od_after_{$end}_mm", $name),
                FusionStory::wiped("wiped_{$end}_at", 'marks_at_edge', 'clean', $name),
            );
        }
        foreach (self::FITTINGS as $key => $name) {
            $ages[] = FusionStory::wiped("fitting_{$key}wiped_at", 'marks_at_edge', 'unpack', "{$name}: ");
        }

        return $ages;
    }

    public function relations(Situation $situation): array
    {
        $rules = FusionStory::ends(Ends::spool(), 'marks_at_edge');
        foreach (self::FITTINGS as $key => $name) {
            $rules['assemble'][] = FusionStory::assembledAfter("fitting_{$key}wiped_at", 'marks_at_edge', "{$name} wiped");
        }
        foreach ($this->pair() as $weld) {
            $rules[$weld->key('fuse')] = FusionStory::record($weld);
        }

        return $rules;
    }
}
