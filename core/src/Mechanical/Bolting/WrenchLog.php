<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\Quantity\Torque;

/** The log of a wrench that writes what it reads: columns in any order, the torque's unit in the name of its column or in one of its own. */
final class WrenchLog
{
    private const BOLT = ['bolt', 'bolt_no', 'bolt_number', 'position', 'pos', 'number', 'no', 'nr'];

    private const PASS = ['pass', 'round', 'stage', 'step'];

    private const TIME = ['time', 'timestamp', 'date_time', 'datetime', 'taken_at'];

    private const UNIT = ['unit', 'torque_unit', 'units'];

    /** Unit by what a column's name may end in. */
    private const UNITS = [
        'n·m' => 'N·m', 'nm' => 'N·m', 'n_m' => 'N·m', 'n.m' => 'N·m', 'ft-lb' => 'ft·lb', 'ft·lb' => 'ft·lb', 'ft_lb' => 'ft·lb', 'ftlb' => 'ft·lb',
        'lbf_ft' => 'ft·lb',
        'lbf·ft' => 'ft·lb', 'in-lb' => 'in·lb', 'in·lb' => 'in·lb', 'in_lb' => 'in·lb', 'inlb' => 'in·lb', 'lbf_in' => 'in·lb', 'kgf_m' => 'kgf·m',
        'kgf·m' => 'kgf·m', 'kgm' => 'kgf·m',
    ];

    public const MOST_ROWS = 2000;

    /**
     * @param  list<string>  $columns  lower case, blanks as underscores, a unit in brackets joined by one: torque_ft_lb
     * @param  list<list<string>>  $rows
     * @return non-empty-list<array{bolt: int, pass: ?int, torque_nm: float, at: ?string}>
     *
     * @throws InvalidInput naming the column that is missing, or every row that cannot be read
     */
    public static function of(array $columns, array $rows): array
    {
        [$torque, $unit] = self::torque($columns);
        $unitAt = self::column($columns, self::UNIT);
        if ($unit === null && $unitAt === null) {
            throw InvalidInput::field('file',
                'The file does not say in which unit the torque is. Name the column torque_nm or torque_ft_lb, or give a column “unit”.');
        }
        $bolt = self::column($columns, self::BOLT) ?? throw InvalidInput::field(
            'file', 'The file has no column for the bolt. Name it bolt or position. It has: '.implode(', ', $columns).'.',
        );
        $pass = self::column($columns, self::PASS);
        $time = self::column($columns, self::TIME);
        if (count($rows) > self::MOST_ROWS) {
            throw InvalidInput::field('file', 'The file holds more than '.self::MOST_ROWS.' readings. Export this joint only.', count($rows), self::MOST_ROWS);
        }
        $read = $faults = [];
        foreach ($rows as $k => $row) {
            $at = $k + 2; // the header is row 1
            $symbol = $unit ?? self::UNITS[strtolower(str_replace(' ', '_', trim($row[(int) $unitAt] ?? '')))] ?? null;
            $value = self::number($row[$torque] ?? '');
            $number = self::number($row[$bolt] ?? '');
            $of = $pass === null ? null : self::number($row[$pass] ?? '');
            $isWhole = $number !== null && floor($number) === $number && ($pass === null || $of !== null && floor($of) === $of);
            if ($symbol === null || $value === null || $value < 0.0 || $number === null || ! $isWhole) {
                $faults[] = InvalidInput::field('file', "Row {$at} cannot be read: bolt “".($row[$bolt] ?? '').'”, torque “'.($row[$torque] ?? '').'”.', $at);

                continue;
            }
            $said = $time === null ? '' : trim($row[$time] ?? '');
            $read[] = [
                'bolt' => (int) $number, 'pass' => $of === null ? null : (int) $of, 'torque_nm' => round(Torque::of($value, $symbol)->in('N·m'), 4),
                'at' => $said === '' ? null : $said,
            ];
        }
        if ($faults !== []) {
            throw InvalidInput::together(array_slice($faults, 0, 20) ?: $faults);
        }

        return $read === [] ? throw InvalidInput::field('file', 'The file holds no readings.') : $read;
    }

    /**
     * @param  list<string>  $columns
     * @return array{int, ?string} place, and the unit that its name says
     */
    private static function torque(array $columns): array
    {
        foreach ($columns as $k => $column) {
            if (preg_match('/\A(torque|moment|reading|peak)(?:_(.+))?\z/u', $column, $found) === 1 && ! in_array($column, self::UNIT, true)) {
                return [$k, self::UNITS[$found[2] ?? ''] ?? null];
            }
        }

        throw InvalidInput::field('file', 'The file has no column for the torque. Name it torque_nm or torque_ft_lb. It has: '.implode(', ', $columns).'.');
    }

    /**
     * @param  list<string>  $columns
     * @param  list<string>  $names
     */
    private static function column(array $columns, array $names): ?int
    {
        foreach ($names as $name) {
            $at = array_search($name, $columns, true);
            if ($at !== false) {
                return $at;
            }
        }

        return null;
    }

    private static function number(string $text): ?float
    {
        $plain = str_replace(',', '.', trim($text));

        return is_numeric($plain) && is_finite((float) $plain) ? (float) $plain : null;
    }
}
