<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Kinds;

use Diastoma\Core\Mechanical\Bolting\Band;
use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Steps\Bands;
use Diastoma\Core\Mechanical\Steps\CutEnds;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Marks;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** A large coupling whose clamp bands are bolted to a positive stop. */
final class ToStop extends MechanicalProcedure
{
    protected const ACTS = [
        'place' => ['keys' => ['face_a_mm', 'face_b_mm'], 'done' => 'set in place'],
        'band_fixed' => ['keys' => ['nuts_fixed', 'lugs_fixed'], 'done' => 'drawn up'],
    ];

    protected const ENDS = ['a', 'b'];

    private const POTABLE = 'potable-water grade';

    private const OTHER = 'another grade';

    private const NONE = 'none';

    public function steps(Situation $situation): array
    {
        $sides = ['a', 'b'];
        [$also, $more] = Bands::centring();

        return [
            Receive::step($situation, $this->product),
            Ends::step($situation, $this->product, $sides,
                'Ends round and square, measured across where the seals will lie. Lift the coupling as its card says; nobody below it.'),
            CutEnds::step($situation, $sides), Marks::step($situation, $this->product, $sides),
            Marks::placed(
                $situation, $this->product, $sides,
                'Lubricate the fixed end and the first lip. Slide the coupling onto the fixed pipe until that presses on the lip of the second gasket. '
                    .'Bring the pipes into line, set the gap by tape, slide back to the middle.',
                [
                    ReadingSpec::choice('lubricant', 'Lubricant on the fixed end and the first lip', [self::POTABLE, self::OTHER, self::NONE]),
                    ReadingSpec::yesNo('slid_back', 'Slid on to the second lip and back, no lip turned under?'), ...$also,
                ],
                [
                    new ChoiceIs('mc.lubricant', 'lubricant', 'Lubricant', [
                        self::OTHER => [Severity::Stop, 'Do not go on: wash it off. What touches drinking water, or rubber, is of the grade for it.'],
                        self::NONE => [Severity::Mend, 'Lubricate: a dry lip turns under.'],
                    ], Source::commonPractice()),
                    Confirmed::usual('mc.slid', 'slid_back', 'Slid on and back.', 'A lip turned under.', 'Take it off and look at both gaskets.'), ...$more,
                ],
            ),
            ...Bands::steps($situation, [new Band('fixed', 'Fixed side', $this->product), new Band('free', 'Free side', $this->product)]),
            Bands::fins($situation),
            ...LeakOnly::steps(),
        ];
    }

    public function joiningStep(array $steps): string
    {
        return 'band_fixed';
    }
}
