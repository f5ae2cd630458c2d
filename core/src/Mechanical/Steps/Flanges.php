<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Quantity\Unit;

/** Two faces that are bolted together: parallel, with the gasket where it belongs, before a wrench is laid on. */
final class Flanges
{
    /** @return array{list<ReadingSpec>, list<Rule>} */
    public static function met(bool $isGland = false): array
    {
        $what = $isGland ? 'gland and bell' : 'the flanges';

        return [[
            ReadingSpec::series('flange_gaps_mm', "Gap between {$what}, from 12 o'clock", Unit::Millimetre, 0, 300, [4, 6, 8], 'gap_ring',
                'Before the first pass'),
            ReadingSpec::yesNo('holes_in_line', 'Bolt holes in line, every bolt goes in by hand?'),
            ReadingSpec::yesNo('gasket_placed', $isGland ? 'Gasket seated evenly all round, gland square behind it?'
                : 'Gasket inside the bolt circle and over the raised face?'),
        ], [
            new NumberAtMost('mc.parallel', ['flange_gaps_mm'], Measured::spread('flange_gaps_mm'), 'mc.flange.parallel_mm', "Gap between {$what} differs by",
                'Bring pipe and flange into line first: bolts that pull a pipe straight press the gasket on one side.'),
            Confirmed::usual(
                'mc.holes', 'holes_in_line', 'Holes in line.', 'Holes not in line.', 'Turn it until every bolt goes in by hand.',
            ),
            Confirmed::usual('mc.gasket', 'gasket_placed', 'Gasket in its place.', 'Gasket not in its place.',
                'Take it out and lay it again before any bolt is turned.'),
        ]];
    }
}
