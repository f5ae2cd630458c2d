<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Cards;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Unit;

/**
 * One size of a product as its maker's card states it, by field; null where the card says nothing.
 *
 * @phpstan-type Figures array<string, ?float>
 */
final readonly class CardRow
{
    /** Label, unit and largest value of every field that a card may state. */
    public const FIELDS = [
        'min_mm' => ['Smallest outside diameter', Unit::Millimetre, 5000.0],
        'max_mm' => ['Largest outside diameter', Unit::Millimetre, 5000.0],
        'upper_min_mm' => ['Smallest outside diameter, inner layer out', Unit::Millimetre, 5000.0],
        'upper_max_mm' => ['Largest outside diameter, inner layer out', Unit::Millimetre, 5000.0],
        'length_mm' => ['Length of the body', Unit::Millimetre, 5000.0],
        'gap_mm' => ['Setting gap', Unit::Millimetre, 500.0],
        'insertion_min_mm' => ['Least insertion', Unit::Millimetre, 2000.0],
        'insertion_max_mm' => ['Greatest insertion', Unit::Millimetre, 2000.0],
        'seal_margin_mm' => ['Sound pipe wanted under the seal beside the break', Unit::Millimetre, 1000.0],
        'bolts' => ['Bolts', Unit::None, 200.0],
        'lugs' => ['Pairs of lugs of one band', Unit::None, 60.0],
        'flange_bolts' => ['Bolts of the flange', Unit::None, 200.0],
        'torque_nm' => ['Torque', Unit::NewtonMetre, 5000.0],
        'maximum_nm' => ['Greatest torque', Unit::NewtonMetre, 6000.0],
        'pressure_kpa' => ['Working pressure', Unit::KiloPascal, 10000.0],
        'stab_mm' => ['Stab depth', Unit::Millimetre, 1000.0],
        'collapsed_mm' => ['Length pushed together', Unit::Millimetre, 10000.0],
        'extended_mm' => ['Length drawn out', Unit::Millimetre, 10000.0],
        'rod_mm' => ['Outside diameter of the rod', Unit::Millimetre, 200.0],
    ];

    /** Figures of which the first cannot be more than the second. */
    public const PAIRS = [
        ['min_mm', 'max_mm'], ['upper_min_mm', 'upper_max_mm'], ['min_mm', 'upper_max_mm'], ['insertion_min_mm', 'insertion_max_mm'],
        ['torque_nm', 'maximum_nm'], ['gap_mm', 'length_mm'], ['collapsed_mm', 'extended_mm'], ['stab_mm', 'collapsed_mm'],
    ];

    /** @param  Figures  $figures */
    private function __construct(public string $size, private array $figures)
    {
    }

    /**
     * @param  array<mixed>  $data  size, and any of FIELDS
     *
     * @throws InvalidInput naming every field that is no number or cannot be
     */
    public static function fromArray(array $data, string $place = 'rows'): self
    {
        $faults = $figures = [];
        $size = is_string($data['size'] ?? null) ? trim($data['size']) : '';
        if ($size === '' || strlen($size) > 60) {
            $faults[] = InvalidInput::field("{$place}.size", 'Give the size as the product names it, such as DN 200.', $size);
        }
        foreach (self::FIELDS as $field => [$label, , $most]) {
            $raw = $data[$field] ?? null;
            if ($raw === null || $raw === '') {
                $figures[$field] = null;
            } elseif ((is_int($raw) || is_float($raw)) && is_finite((float) $raw) && $raw > 0 && $raw <= $most) {
                $figures[$field] = (float) $raw;
            } else {
                $faults[] = InvalidInput::field("{$place}.{$field}", "{$label}: a number above 0, at most {$most}.", is_scalar($raw) ? $raw : null, $most);
            }
        }
        foreach (self::PAIRS as [$low, $high]) {
            if (isset($figures[$low], $figures[$high]) && $figures[$low] > $figures[$high]) {
                $faults[] = InvalidInput::field(
                    "{$place}.{$high}", self::backwards($low, $high), $figures[$high], $figures[$low],
                );
            }
        }
        foreach (['bolts', 'lugs', 'flange_bolts'] as $count) {
            if (isset($figures[$count]) && (floor($figures[$count]) !== $figures[$count] || $figures[$count] < 2 && $count !== 'bolts')) {
                $faults[] = InvalidInput::field("{$place}.{$count}", self::FIELDS[$count][0].': a whole number, 2 or more.', $figures[$count], 2);
            }
        }
        if (isset($figures['upper_min_mm']) !== isset($figures['upper_max_mm'])) {
            $faults[] = InvalidInput::field("{$place}.upper_min_mm", 'Give both ends of the upper range, or neither.');
        }

        return $faults === [] ? new self($size, $figures) : throw InvalidInput::together($faults);
    }

    /** What is wrong where the first of a pair is more than the second. */
    public static function backwards(string $low, string $high): string
    {
        return self::FIELDS[$high][0].' is less than '.lcfirst(self::FIELDS[$low][0]).'.';
    }

    public function figure(string $field): ?float
    {
        return $this->figures[$field] ?? null;
    }

    /** @return array<string, float|string> */
    public function toArray(): array
    {
        return ['size' => $this->size, ...array_filter($this->figures, static fn (?float $figure): bool => $figure !== null)];
    }
}
