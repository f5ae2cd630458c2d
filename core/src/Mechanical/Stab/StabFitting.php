<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Stab;

use Diastoma\Core\Mechanical\MechanicalProcedure;
use Diastoma\Core\Mechanical\Steps\Ends;
use Diastoma\Core\Mechanical\Steps\Receive;
use Diastoma\Core\Procedure\Situation;

/** A stab fitting between two PE ends of a gas service. */
final class StabFitting extends MechanicalProcedure
{
    protected const ACTS = [
        'stab_a' => ['keys' => ['face_a_mm'], 'done' => 'stabbed (end A)', 'aside' => ['stab_b'], 'end' => 'a'],
        'stab_b' => ['keys' => ['face_b_mm'], 'done' => 'stabbed (end B)', 'aside' => ['stab_a'], 'end' => 'b'],
    ];

    protected const SET = 'stab_a';

    protected const ENDS = ['a', 'b'];

    public function steps(Situation $situation): array
    {
        return [
            Receive::step($situation, $this->product), Ends::step($situation, $this->product, ['a', 'b'], 'Measure across both ends. No cut, no scratch.'),
            StabEnd::step($situation, $this->product, 'a', 'stab_a', 'Stab A', 'Square, clean, chamfered by the gauge, marked; then in to the mark.'),
            StabEnd::step($situation, $this->product, 'b', 'stab_b', 'Stab B', 'The same at the other end.'), LeakTest::step($situation, $this->product),
        ];
    }

    public function joiningStep(array $steps): string
    {
        return 'stab_a';
    }
}
