<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical;

use Diastoma\Core\Mechanical\Cards\Card;
use Diastoma\Core\Mechanical\Cards\CardRow;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\Situation;

/** The fitting in hand: the row of its card that its size names, and what its own label says where the card is silent. */
final readonly class Product
{
    public const UNLISTED = 'not on this card';

    public const ONE = 'one layer';

    public const TWO = 'two layers';

    public function __construct(public Card $card)
    {
    }

    public function row(Situation $s): ?CardRow
    {
        $size = $s->readings->text('size');

        return $size === null ? null : $this->card->row($size);
    }

    /** A figure of the fitting, by its field of CardRow; null while nobody has said. */
    public function figure(Situation $s, string $field): ?float
    {
        return $this->row($s)?->figure($field) ?? $s->readings->number(self::key($field));
    }

    /**
     * How far a reading lies off a figure of the fitting; null while either is unknown.
     *
     * @return \Closure(Situation): ?float
     */
    public function off(string $reading, string $field): \Closure
    {
        return function (Situation $s) use ($reading, $field): ?float {
            $read = $s->readings->number($reading);
            $wanted = $this->figure($s, $field);

            return $read === null || $wanted === null ? null : abs($read - $wanted);
        };
    }

    public function count(Situation $s, string $field): ?int
    {
        $figure = $this->figure($s, $field);

        return $figure === null || $figure < 2.0 && $field !== 'bolts' || $figure < 1.0 ? null : (int) $figure;
    }

    /** @return list<Range> layers of the gasket, the inner one in first */
    public function ranges(Situation $s): array
    {
        return Range::all(fn (string $field): ?float => $this->figure($s, $field));
    }

    public function hasTwoLayers(Situation $s): bool
    {
        return count($this->ranges($s)) === 2;
    }

    /** @return list<ReadingSpec> which size it is, and what must be read off its label */
    public function specs(Situation $s): array
    {
        $specs = [];
        if ($this->card->rows !== []) {
            $sizes = array_map(static fn (CardRow $row): string => $row->size, $this->card->rows);
            $specs[] = ReadingSpec::choice('size', 'Size on the label', [...$sizes, self::UNLISTED])->visible();
        }
        $row = $this->row($s);
        if ($this->card->rows !== [] && $row === null) {
            return $specs;
        }
        if ($row !== null) {
            $specs[] = ReadingSpec::yesNo('label_agrees', 'Does the label say the same as the card?', 'Range, pressure, torque as shown above')->visible();
        }
        $layered = in_array('upper_min_mm', $this->card->kind->fields(), true);
        if ($row === null && $layered) {
            $specs[] = ReadingSpec::choice('layers', 'Gasket', [self::ONE, self::TWO], 'Two ranges on the label: two layers')->visible();
        }
        foreach ($this->card->kind->fields() as $field) {
            $spec = $row?->figure($field) === null ? $this->spec($s, $field, $row !== null) : null;
            $specs = $spec === null ? $specs : [...$specs, $spec];
        }

        return $specs;
    }

    /** @param  bool  $isListed  the card has a row for it */
    private function spec(Situation $s, string $field, bool $isListed): ?ReadingSpec
    {
        [$label, $unit, $most] = CardRow::FIELDS[$field];
        $spec = ReadingSpec::number(self::key($field), "Label: {$label}", $unit, in_array($field, ['bolts', 'lugs', 'flange_bolts'], true) ? 1.0 : 0.5,
            $most)->visible();
        if (str_starts_with($field, 'upper_')) {
            return ! $isListed && $s->readings->text('layers') === self::TWO ? $spec : null;
        }
        $may = in_array($field, $this->card->kind->mayLack(), true);

        return match (true) {
            ! $may => $spec,
            $isListed => null, // the card is silent on purpose
            default => $spec->optional(),
        };
    }

    public static function key(string $field): string
    {
        return "label_{$field}";
    }
}
