<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Rules\LubricatedRight;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;

/** With lubricant or dry, by what each pipe is made of. */
final class Lubricate
{
    public const NONE = 'none';

    public const APPROVED = "the maker's, clean";

    public const PETROLEUM = 'petroleum-based grease or oil';

    public const ALL = [self::NONE, self::APPROVED, self::PETROLEUM];

    /** @param  list<string>  $sides */
    public static function step(Situation $s, Card $card, array $sides): Step
    {
        $said = [];
        foreach ($sides as $side) {
            $material = $s->readings->text(Sided::key('material', $side));
            $said[] = Sided::name($side).match (true) {
                $material === null => 'say first what the pipe is of',
                in_array($material, $card->lubricated, true) => "{$material}: lubricate pipe and gasket, potable-water grade where it carries water",
                default => "{$material}: dry",
            }.'.';
        }

        return new Step(
            'lubricate', 'Lubricate or dry', implode(' ', $said).' Never petroleum on rubber.',
            array_map(static fn (string $side): ReadingSpec => ReadingSpec::choice(
                Sided::key('lubricant', $side), Sided::name($side).'Lubricant used', self::ALL,
            ), $sides),
            array_map(static fn (string $side): LubricatedRight => new LubricatedRight($card, $side), $sides),
        );
    }
}
