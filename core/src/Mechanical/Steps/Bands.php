<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Bolting\Band;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Procedure\Gate;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtLeast;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;

/** Clamp bands drawn to their stop, one after the other, and the fins looked at in the end. */
final class Bands
{
    /**
     * @param  list<Band>  $bands  in the order in which they are drawn
     * @return list<Step>
     */
    public static function steps(Situation $s, array $bands): array
    {
        $steps = [];
        foreach ($bands as $k => $band) {
            $before = $bands[$k - 1] ?? null;
            $gate = $before === null || $before->isTurned($s) ? null : new Gate(
                "{$before->name} first: every nut of it once round before this side.", null, Band::source()->tag(),
            );
            $steps[] = new Step(
                "band_{$band->key}", $band->name, 'One or two turns a nut, round and round, all bolts of a lug evenly, until every pair of lugs touches.',
                $band->specs($s), $band->rules(), [Tighten::PRESSURE], static fn (): array => ['bands' => [$band->wheel($s)]], stale: $band->unfinished($s),
                gate: $gate,
            );
        }

        return $steps;
    }

    /** @return array{list<ReadingSpec>, list<Rule>} centring bolts: backed off before, clear while the bands are drawn */
    public static function centring(): array
    {
        return [[
            ReadingSpec::number('centring_mm', 'Centring bolts backed off by', Unit::Millimetre, 0, 100, 'At the least of them'),
            ReadingSpec::yesNo('bands_turned', 'Bands turned so that a wrench reaches every nut?'),
        ], [
            new NumberAtLeast(
                'mc.centring', ['centring_mm'], static fn (Situation $s): ?float => $s->readings->number('centring_mm'), 'mc.centring_mm',
                'Centring bolts backed off',
                'Back them off and keep them clear: they hold the band off its stop.',
            ),
            Confirmed::usual('mc.reach', 'bands_turned', 'Every nut within reach.', 'A nut cannot be reached.', 'Turn the bands before they are drawn.'),
        ]];
    }

    public static function fins(Situation $s): Step
    {
        return new Step('fins', 'Fins', 'Last, the fins: at the same distance all round, and centring bolts still clear.', [
            ReadingSpec::series('fins_mm', 'Distance at the fins, from 12 o\'clock', Unit::Millimetre, 0, 500, [4, 6, 8, 12], 'gap_ring'),
            ReadingSpec::yesNo('centring_clear', 'Centring bolts still clear?'),
        ], [
            new NumberAtMost(
                'mc.fins', ['fins_mm'], Measured::spread('fins_mm'), 'mc.fins_apart_mm', 'Fins differ by',
                'Loosen the side that is close, draw in the other, round and round.',
                why: 'Even fins say that the gasket is pressed alike all round.'),
            Confirmed::usual('mc.centring_clear', 'centring_clear', 'Centring bolts clear.', 'A centring bolt bears.', 'Back it off and go round once more.'),
        ], guide: ['limit_mm' => $s->limit('mc.fins_apart_mm'), 'even' => true]);
    }
}
