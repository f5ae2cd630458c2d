<?php

declare(strict_types=1);

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Procedure\ReadingSpec;
use Diastoma\Core\Procedure\RowTable;
use Diastoma\Core\Quantity\Unit;

function seriesOf(): ReadingSpec
{
    return ReadingSpec::row('bore', 'Place', [
        ReadingSpec::number('station_m', 'Station', Unit::Metre, 0, 1000), ReadingSpec::number('vertical_mm', 'Height inside', Unit::Millimetre, 10, 5000),
        ReadingSpec::text('by', 'Read by')->optional(), ReadingSpec::yesNo('dry', 'Dry?')->optional(),
    ]);
}

it('reads rows by the names of a form, in any order, each in its unit', function (array $columns, array $row, array $wanted) {
    expect(RowTable::of(seriesOf(), $columns, [$row]))->toEqual([$wanted]);
})->with([
    'stored units' => [['vertical_mm', 'station_m'], ['277.2', '3'], ['station_m' => 3.0, 'vertical_mm' => 277.2]],
    'inches and feet' => [['station_ft', 'height_inside_in'], ['10', '10.9'], ['station_m' => 3.048, 'vertical_mm' => 276.86]],
    'decimal comma' => [['station_m', 'vertical_mm'], ['3,5', '277,25'], ['station_m' => 3.5, 'vertical_mm' => 277.25]],
    'words' => [['station_m', 'vertical_mm', 'by', 'dry'], ['3', '277', 'Ada', 'no'],
        ['station_m' => 3.0, 'vertical_mm' => 277.0, 'by' => 'Ada', 'dry' => false]],
    'an empty one that need not be' => [['station_m', 'vertical_mm', 'by'], ['3', '277', ''], ['station_m' => 3.0, 'vertical_mm' => 277.0]],
]);

it('refuses what it cannot read, and says which row', function (array $columns, array $rows, string $said) {
    expect(static fn () => RowTable::of(seriesOf(), $columns, $rows))->toThrow(InvalidInput::class, $said);
})->with([
    'no such column' => [['station_m', 'width_mm'], [['3', '277']], 'no column for “Height inside”'],
    'no number' => [['station_m', 'vertical_mm'], [['3', '277'], ['4', 'wet']], 'Row 3: “wet” is no Height inside'],
    'nothing' => [['station_m', 'vertical_mm'], [['3', '']], 'Row 2: “” is no Height inside'],
    'an unknown unit' => [['station_m', 'height_inside_furlong'], [['3', '1']], 'furlong'],
    'no rows' => [['station_m', 'vertical_mm'], [], 'holds no rows'],
    'neither yes nor no' => [['station_m', 'vertical_mm', 'dry'], [['3', '277', 'maybe']], '“maybe” is no Dry?'],
]);
