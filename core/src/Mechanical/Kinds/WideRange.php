<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\Bolts;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Layers;
use Diastoma\Core\Mechanical\Steps\Lubricate;
use Diastoma\Core\Mechanical\Steps\Marks;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Mechanical\Steps\Recharge;
use Diastoma\Core\Mechanical\Steps\Tighten;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;

/** A wide-range coupling joining two pipes, each with its own outside diameter. */
final class WideRange extends MechanicalProcedure
{
    protected const ACTS = [
        'place' => ['keys' => ['face_a_mm', 'face_b_mm'], 'done' => 'set in place'], 'bolts' => ['keys' => ['bolt'], 'done' => 'bolted'],
    ];

    protected const ENDS = ['a', 'b'];

    protected const LUBRICATED = ['a', 'b'];

    public function circles(): array
    {
        return [$this->bolts(), Recharge::bolts($this->product)];
    }

    private function bolts(): Bolts
    {
        return Circle::ofLabel('bolt', 'Bolts', $this->product);
    }

    public function steps(Situation $situation): array
    {
        $sides = ['a', 'b'];
        $slid = ReadingSpec::yesNo('slid_back', 'Slid whole onto one pipe, the other brought in, slid back between the marks?');

        return [
            Receive::step($situation, $this->product), Ends::step($situation, $this->product, $sides), ...Layers::steps($situation, $this->product, $sides),
            Lubricate::step($situation, $this->card, $sides), Marks::step($situation, $this->product, $sides),
            Marks::placed(
                $situation, $this->product, $sides,
                'Slide the coupling whole onto one pipe, bring the other in, measure the gap, slide it back between the two marks. '
                    .'Turn the locking side to where a wrench reaches.',
                [$slid], [Confirmed::usual(
                    'mc.slid', 'slid_back', 'Slid on whole and back.', 'Pushed on over the second end.',
                    'Take it off and look at the gasket: the edge of a pipe cuts it.',
                )],
            ),
            Tighten::step($situation, $this->bolts(), also: [ReadingSpec::yesNo('still_placed', 'Both faces still at their marks?')], more: [Confirmed::usual(
                'mc.still', 'still_placed', 'Faces still at their marks.', 'The body moved while it was tightened.',
                'Loosen, set it back between the marks, tighten again.',
            )]), ...Recharge::steps($situation, $this->product, false),
        ];
    }

    public function joiningStep(array $steps): string
    {
        return 'bolts';
    }
}
