<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Rules\Fits;
use Diastoma\Core\Mechanical\Rules\MaterialAsLine;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\ChoiceIs;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;
use Diastoma\Core\Rulebook\Source;

/** The ends of the pipes where the seals will lie: what they are, how thick, how sound, how clean. */
final class Ends
{
    public const SOUND = 'sound and smooth';

    public const FILED = 'filed smooth, looked at again';

    public const SCARRED = 'scar, dent or flat';

    public const CORRODED = 'heavy corrosion';

    public const AC = 'asbestos cement';

    /** @param  list<string>  $sides */
    public static function step(Situation $s, Product $product, array $sides, string $instruction = ''): Step
    {
        $specs = $rules = [];
        foreach ($sides as $side) {
            array_push($specs, ...self::specs($s, $side));
            array_push($rules, ...self::rules($side));
        }
        $ods = Measured::odsMm($s, $sides);

        return new Step('ends', count($sides) === 1 ? 'Pipe' : 'Ends', $instruction !== '' ? $instruction
            : 'Measure across at several places where the seal will lie. Clean and descale at least one length of the fitting.',
            $specs, [...$rules, new Fits($product, $sides)],
            ['Asbestos cement: never cut or filed dry. Wet it, wear a mask, bag what comes off.', 'Cutting: guard on, second hand clear of the blade.'],
            ['ends' => array_map(static fn (string $side): array => ['side' => $side, 'od_mm' => Measured::odMm($s, $side)], $sides), 'ranges' => array_map(
                static fn ($range): array => $range->toArray(), $product->ranges($s),
            ), 'all_measured' => $ods !== null],
        );
    }

    /** @return list<ReadingSpec> */
    private static function specs(Situation $s, string $side): array
    {
        $name = Sided::name($side);
        $isFiledAc = $s->readings->text(Sided::key('material', $side)) === self::AC && $s->readings->text(Sided::key('band', $side)) === self::FILED;

        return [
            ReadingSpec::choice(Sided::key('material', $side), $name.'Pipe is of', Card::MATERIALS),
            ReadingSpec::series(
                Sided::key('od_mm', $side), $name.'Outside diameters', Unit::Millimetre, 10, 5000, [2, 3, 4, 6], 'calliper',
                'Two across at the least; all round with a tape gives the mean',
            ),
            ReadingSpec::choice(Sided::key('band', $side), $name.'Where the seal will lie', [self::SOUND, self::FILED, self::SCARRED, self::CORRODED]),
            ...($isFiledAc ? [ReadingSpec::yesNo(Sided::key('filed_wet', $side), $name.'Filed wet, with a mask on?')] : []),
            ReadingSpec::yesNo(Sided::key('cleaned', $side), $name.'Clean and descaled, a length of the fitting and more?'),
        ];
    }

    /** @return list<Rule> */
    private static function rules(string $side): array
    {
        $name = Sided::name($side);
        $of = static fn (string $id): string => $side === '' ? $id : "{$id}.{$side}";
        $od = Sided::key('od_mm', $side);

        return [
            new MaterialAsLine($of('mc.material'), $side),
            new NumberAtMost(
                $of('mc.round'), [$od],
                static function (Situation $s) use ($od): ?float {
                    $series = $s->readings->series($od) ?? [];
                    $mean = $series === [] ? 0.0 : array_sum($series) / count($series);

                    return $series !== [] && $mean > 0.0 ? 100 * (max($series) - min($series)) / $mean : null;
                }, 'mc.ovality_percent', $name.'Out of round by', 'Round it with a clamp and measure again, or cut back to where it is round.', Severity::Mend,
                'The seal is pressed on the long axis and hangs free on the short one.',
            ),
            new ChoiceIs($of('mc.band'), Sided::key('band', $side), $name.'Under the seal', [
                self::FILED => [Severity::Watch, 'Show it to whoever signs before it is covered.'],
                self::SCARRED => [Severity::Stop, 'Do not seal on it. File it smooth and look again, or cut back to sound pipe.'],
                self::CORRODED => [Severity::Stop, 'Do not seal on it. Clean down to sound metal and measure again, or cut back to sound pipe.'],
            ], Source::commonPractice(), 'Water follows a scratch under any gasket.'),
            Confirmed::usual(
                $of('mc.filed_wet'), Sided::key('filed_wet', $side), $name.'Filed wet.', $name.'Asbestos cement filed dry.',
                'Stop. Clear the trench, wet everything down, and have the person who is responsible for asbestos decide.', Severity::Stop,
                'Its dust kills years later.', true,
            ),
            Confirmed::usual($of('mc.cleaned'), Sided::key('cleaned', $side), $name.'Clean.', $name.'Dirt or scale.',
                'Clean it: the seal must lie on the pipe.'),
        ];
    }
}
