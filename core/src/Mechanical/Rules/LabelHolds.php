<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Cards\CardRow;
use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The fitting is one of its card, and its label says what the card says; or its label was read, and holds together. */
final readonly class LabelHolds implements Rule
{
    public function __construct(private Product $product)
    {
    }

    public function id(): string
    {
        return 'mc.label';
    }

    public function judge(Situation $situation): ?Finding
    {
        $readings = $situation->readings;
        $keys = ['size', 'label_agrees', 'layers', ...array_map(Product::key(...), $this->product->card->kind->fields())];
        $source = $this->product->card->source();
        $finding = fn (Severity $severity, string $said, string $todo): Finding => new Finding($this->id(), $severity, $said, $todo, $source, $keys);
        if ($readings->text('size') === Product::UNLISTED) {
            return $finding(
                Severity::Mend, 'This size is not on the card.',
                'Do not go by another size. Have the office add it, or make the joint with the generic card, by the label.',
            );
        }
        if ($readings->yes('label_agrees') === false) {
            return $finding(
                Severity::Mend, 'The label says something else than the card.',
                'The label governs. Have the office correct the card, or make the joint with the generic card, by the label.',
            );
        }
        foreach (CardRow::PAIRS as [$low, $high]) {
            $a = $this->product->figure($situation, $low);
            $b = $this->product->figure($situation, $high);
            if ($a !== null && $b !== null && $a > $b) {
                return $finding(Severity::Mend, CardRow::backwards($low, $high), 'Read the label again.');
            }
        }
        $isRead = $readings->yes('label_agrees') === true || $this->product->row($situation) === null && $readings->has(Product::key('pressure_kpa'));

        return $isRead ? $finding(Severity::Go, 'Label read.', '') : null;
    }
}
