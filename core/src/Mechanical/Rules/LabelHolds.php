<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Rules;

use Diastoma\Core\Mechanical\Product;
use Diastoma\Core\Procedure\Rule;
use Diastoma\Core\Procedure\Situation;
use Diastoma\Core\Rulebook\Finding;
use Diastoma\Core\Rulebook\Severity;

/** The fitting is one of its card, and its label says what the card says; or its label was read, and holds together. */
final readonly class LabelHolds implements Rule
{
    /** Pairs of figures of which the first cannot be more than the second. */
    private const PAIRS = [
        ['min_mm', 'max_mm', 'The range on the label runs backwards.'], ['upper_min_mm', 'upper_max_mm', 'The upper range on the label runs backwards.'],
        ['min_mm', 'upper_max_mm', 'The upper range lies below the lower one.'],
        ['insertion_min_mm', 'insertion_max_mm', 'Least insertion is more than the greatest.'],
        ['torque_nm', 'maximum_nm', 'The torque is more than the greatest torque.'], ['gap_mm', 'length_mm', 'The gap is longer than the body.'],
        ['collapsed_mm', 'extended_mm', 'Pushed together it is longer than drawn out.'],
        ['stab_mm', 'collapsed_mm', 'The stab is deeper than the fitting is long.'],
    ];

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
        foreach (self::PAIRS as [$low, $high, $said]) {
            $a = $this->product->figure($situation, $low);
            $b = $this->product->figure($situation, $high);
            if ($a !== null && $b !== null && $a > $b) {
                return $finding(Severity::Mend, $said, 'Read the label again.');
            }
        }
        $isRead = $readings->yes('label_agrees') === true || $this->product->row($situation) === null && $readings->has(Product::key('pressure_kpa'));

        return $isRead ? $finding(Severity::Go, 'Label read.', '') : null;
    }
}
