<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Layout\Listed;

/** A list of joints as a table: its columns, and which of them is which. */
final readonly class JointList
{
    private const PER_METRE = ['m' => 1.0, 'ft' => 1 / 0.3048, 'km' => 0.001];

    /**
     * @param  array<string, int>  $at  place by field
     */
    private function __construct(public SampleTable $table, public array $at, public float $perM)
    {
    }

    /**
     * @param  ?array<string, int>  $mapping  place by field, as somebody has chosen; null to go by the names of the columns
     *
     * @throws InvalidInput if there is no station, or more rows than anybody lays at once
     */
    public static function of(string $text, ?array $mapping, string $unit): self
    {
        $table = SampleTable::of($text);
        $at = $mapping ?? Listed::suggested($table->columns);
        foreach ($at as $field => $place) {
            if (! isset(Listed::FIELDS[$field]) || $place < 0 || $place >= count($table->columns)) {
                throw InvalidInput::field('mapping', 'This column is not in the file. Choose again.', $place);
            }
        }
        if (count($table->rows) > Listed::MOST) {
            throw InvalidInput::field('file', 'The list has more than '.Listed::MOST.' rows. Bring it in parts.', count($table->rows));
        }

        return new self($table, $at, self::PER_METRE[$unit] ?? throw InvalidInput::field('unit', 'Choose the unit of the stations: m, ft or km.', $unit));
    }
}
