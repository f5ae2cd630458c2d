<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Steps;

use Diastoma\Core\Mechanical\Cards\CardRow;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Mechanical\Rules\LabelHolds;
use Diastoma\Core\Mechanical\Rules\PressureEnough;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Rules\Confirmed;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Procedure\Step;
use Diastoma\Core\Quantity\Unit;
use Diastoma\Core\Rulebook\Severity;

/** The fitting as it arrives: which it is, what its label says, whether it is whole, and whether it may hold this line. */
final class Receive
{
    public static function step(Situation $s, Product $product): Step
    {
        $row = $product->row($s);
        $shown = $product->card->gasket === '' ? [] : [['label' => 'Gasket', 'value' => $product->card->gasket]];
        foreach ($row === null ? [] : $product->card->kind->fields() as $field) {
            $figure = $row?->figure($field);
            $shown = $figure === null ? $shown : [...$shown,
                ['label' => CardRow::FIELDS[$field][0], 'value' => $s->print($figure, CardRow::FIELDS[$field][1])]];
        }

        return new Step('receive', 'Fitting', 'Read the label. It governs: what the card says is only as good as its agreement with it.', [
            ...$product->specs($s),
            ReadingSpec::yesNo('fitting_whole', 'Body, gasket and bolts whole and clean, nothing missing?'),
            ...($s->facts->maybe('line_kpa') === null ? [ReadingSpec::number('line_kpa', 'Working pressure of the line', Unit::KiloPascal, 1,
                10000)->visible()] : []),
        ], [
            new LabelHolds($product),
            Confirmed::usual(
                'mc.whole', 'fitting_whole', 'Whole and clean.', 'Damaged, dirty or incomplete.',
                'Take another. A cut gasket or a bent bolt is not made good by tightening.', Severity::Stop,
            ),
            new PressureEnough($product),
        ], ['Maker\'s instructions, the owner\'s specification and local code govern.'], ['card' => [
            'title' => $product->card->title, 'source' => $product->card->source()->tag(), 'rows' => $shown,
        ]]);
    }
}
