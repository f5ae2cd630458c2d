<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Measured;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Rules\InsertedEnough;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Rules\NumberAtMost;
use Diastoma\Core\Procedure\Sided;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;

/** Insertion marked on each pipe, the gap between the ends, and the faces of the body at the marks. */
final class Marks
{
    /** Nominal insertion of each side, mm: half of what the gap leaves of the body. Null while length or gap is not known. */
    public static function nominalMm(Situation $s, Product $product): ?float
    {
        $length = $product->figure($s, 'length_mm');
        $gap = $product->figure($s, 'gap_mm');

        return $length === null || $gap === null || $gap >= $length ? null : ($length - $gap) / 2;
    }

    /** @param  list<string>  $sides */
    public static function step(Situation $s, Product $product, array $sides): Step
    {
        $nominal = self::nominalMm($s, $product);
        $at = $nominal === null ? 'where the label says' : $s->print($nominal, Unit::Millimetre);

        return new Step(
            'marks', 'Marks', "Mark the insertion on each pipe, from its very end: {$at}. All round, so that it shows where you stand.",
            array_map(static fn (string $side): ReadingSpec => ReadingSpec::number(
                Sided::key('mark_mm', $side), Sided::name($side).'Mark from the end', Unit::Millimetre, 0, 3000, '', 'setting_gap',
            ), $sides),
            array_map(static fn (string $side): Rule => self::marked($product, $side), $sides), [], self::guide($s, $product, $sides),
        );
    }

    private static function marked(Product $product, string $side): Rule
    {
        $key = Sided::key('mark_mm', $side);

        return new NumberAtMost(
            "mc.mark.{$side}", [$key], static function (Situation $s) use ($product, $key): ?float {
                $mark = $s->readings->number($key);
                $nominal = self::nominalMm($s, $product);

                return $mark === null || $nominal === null ? null : abs($mark - $nominal);
            }, 'mc.mark_mm', Sided::name($side).'Mark off its place by', 'Rub it out and mark it again, all round.', Severity::Mend,
            'The mark is the only thing that shows, outside, how far the pipe is in.',
        );
    }

    /**
     * @param  list<string>  $sides
     * @param  list<ReadingSpec>  $also  asked besides
     * @param  list<Rule>  $more
     * @param  string  $which  of several couplings, such as “left”
     */
    public static function placed(Situation $s, Product $product, array $sides, string $instruction, array $also = [], array $more = [],
        string $which = ''): Step
    {
        $gapKey = Sided::key('gap_mm', $which);
        $dot = $which === '' ? '' : ".{$which}";
        $name = $which === '' ? '' : ucfirst($which).': ';
        $specs = [ReadingSpec::number($gapKey, $name.'Gap between the pipe ends', Unit::Millimetre, 0, 1000, 'With a tape, before the body is slid back',
            'setting_gap')];
        $rules = [new NumberAtMost(
            "mc.gap{$dot}", [$gapKey], $product->off($gapKey, 'gap_mm'), 'mc.gap_mm', $name.'Gap off the setting gap by',
            'Move the pipe until the gap is right: too wide leaves a seal without pipe, too narrow lets the ends touch.',
        )];
        foreach ($sides as $side) {
            $specs[] = ReadingSpec::number(
                Sided::key('face_mm', $side), Sided::name($side).'Mark stands clear of the body by', Unit::Millimetre, -1000, 1000,
                'Minus when it has gone inside',
                'setting_gap',
            );
            $rules[] = new InsertedEnough($product, $side);
        }
        $specs[] = ReadingSpec::yesNo(Sided::key('in_line', $which), $name.'Both pipes in line, level and side?');
        $rules[] = Confirmed::usual("mc.in_line{$dot}", Sided::key('in_line', $which), 'In line.', 'Not in line.',
            'Bring the pipes into line: the bolts do not pull them straight.');
        if (! $product->card->grips && $which !== 'right') { // asked once of a spool
            $specs[] = ReadingSpec::yesNo('held', 'Both pipes held against being pulled out?', 'Blocks, anchors or soil: this fitting does not grip');
            $rules[] = Confirmed::usual(
                'mc.held', 'held', 'Held against being pulled out.', 'Nothing holds the pipes.',
                'Block or anchor both before pressure is on: the reckoner gives the thrust.',
                why: 'This fitting seals; it does not hold. Pressure pulls the pipes out of it.',
            );
        }

        return new Step(
            Sided::key('place', $which), $which === '' ? 'In place' : ucfirst($which).' in place', $instruction, [...$specs, ...$also], [...$rules, ...$more],
            [],
            self::guide($s, $product, $sides, $gapKey),
        );
    }

    /**
     * @param  list<string>  $sides
     * @return array<string, mixed>
     */
    private static function guide(Situation $s, Product $product, array $sides, string $gapKey = 'gap_mm'): array
    {
        return ['setting' => [
            'length_mm' => $product->figure($s, 'length_mm'), 'gap_mm' => $product->figure($s, 'gap_mm'), 'nominal_mm' => self::nominalMm($s, $product),
            'least_mm' => $product->figure($s, 'insertion_min_mm'), 'measured_gap_mm' => $s->readings->number($gapKey),
            'sides' => array_map(static fn (string $side): array => [
                'side' => $side, 'od_mm' => Measured::odMm($s, $side), 'mark_mm' => $s->readings->number(Sided::key('mark_mm', $side)),
                'inserted_mm' => Measured::insertedMm($s, $side),
            ], $sides),
        ]];
    }
}
