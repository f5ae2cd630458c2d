<?php

declare(strict_types=1);

namespace Diastoma\Core\Procedure;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Text;
use Diastoma\Core\Quantity\Unit;

/** Rows of a series out of a table that somebody brought: columns in any order, named as the form names them, each with its unit. */
final class RowTable
{
    public const MOST_ROWS = 2000;

    private const MOST_FAULTS = 20;

    /** Ends of a key that say its unit. */
    private const UNIT_AT_END = '/_(mm|m|percent|c|kpa|t_m3|m3|tsf)\z/';

    private const SPELLED = ['percent' => '%', 'pct' => '%', 'inch' => 'in', 'feet' => 'ft'];

    /**
     * @param  list<string>  $columns  lower case, blanks as underscores, a unit in brackets joined by one: height_inside_in
     * @param  list<list<string>>  $rows
     * @return non-empty-list<array<string, float|string|bool>> in stored units
     *
     * @throws InvalidInput naming the column that is missing, or every row that cannot be read
     */
    public static function of(ReadingSpec $series, array $columns, array $rows): array
    {
        $at = [];
        foreach ($series->columns as $column) {
            $found = self::column($column, $columns);
            if ($found !== null) {
                $at[$column->key] = $found;
            } elseif ($column->required) {
                throw InvalidInput::field(
                    'file', "The file has no column for “{$column->label}”. Name it {$column->key}. It has: ".implode(', ', $columns).'.', $columns,
                );
            }
        }
        if ($rows === [] || count($rows) > self::MOST_ROWS) {
            throw InvalidInput::field('file', $rows === [] ? 'The file holds no rows.' : 'The file holds more than '.self::MOST_ROWS.' rows.', count($rows));
        }
        $read = $faults = [];
        foreach ($rows as $k => $row) {
            $one = [];
            foreach ($series->columns as $column) {
                [$index, $unit] = $at[$column->key] ?? [null, ''];
                $text = $index === null ? '' : trim($row[$index] ?? '');
                $value = $text === '' ? null : self::value($column, $text, $unit);
                if ($value === null && ($column->required || $text !== '')) {
                    $faults[] = InvalidInput::field('file', 'Row '.($k + 2).": “{$text}” is no {$column->label}.", $text);
                } elseif ($value !== null) {
                    $one[$column->key] = $value;
                }
            }
            $read[] = $one;
        }

        return $faults === [] ? $read : throw InvalidInput::together(array_slice($faults, 0, self::MOST_FAULTS) ?: $faults);
    }

    /**
     * @param  list<string>  $columns
     * @return ?array{int, string} where it stands, and the unit that its name says; empty for the stored one
     */
    private static function column(ReadingSpec $column, array $columns): ?array
    {
        $stem = preg_replace(self::UNIT_AT_END, '', $column->key) ?? $column->key;
        $label = trim(preg_replace('/[^a-z0-9]+/', '_', Text::lower($column->label)) ?? '', '_');
        foreach ($columns as $k => $name) {
            if ($name === $column->key) {
                return [$k, ''];
            }
            foreach ([$stem, $label] as $begin) {
                if ($name === $begin && $column->unit->quantity() === null) {
                    return [$k, ''];
                }
                if (str_starts_with($name, "{$begin}_")) {
                    $unit = substr($name, strlen($begin) + 1);

                    return [$k, self::SPELLED[$unit] ?? $unit];
                }
            }
        }

        return null;
    }

    private static function value(ReadingSpec $column, string $text, string $unit): float|string|bool|null
    {
        if ($column->kind === ReadingKind::YesNo) {
            return match (Text::lower($text)) {
                'yes', 'true', '1' => true, 'no', 'false', '0' => false, default => null,
            };
        }
        if ($column->kind !== ReadingKind::Number) {
            return $text;
        }
        $plain = str_replace(',', '.', $text);
        if (! is_numeric($plain) || ! is_finite((float) $plain)) {
            return null;
        }
        $quantity = $column->unit->quantity();
        if ($unit === '' || $quantity === null || $column->unit === Unit::None) {
            return (float) $plain;
        }

        return round($quantity::of((float) $plain, $unit)->in($column->unit->value), 6);
    }
}
