<?php

declare(strict_types=1);

namespace App\Imports;

use Diastoma\Core\Exception\InvalidInput;

/** Reads a CSV of samples: any order of columns, `;` or `,` or tab between them, decimal comma or point. */
final readonly class SampleTable
{
    private const LARGEST_BYTES = 64 * 1024 * 1024;

    /**
     * @param  list<string>  $columns  lower case
     * @param  list<list<string>>  $rows
     */
    private function __construct(public array $columns, public array $rows)
    {
    }

    /** @throws InvalidInput if there is no header or no row */
    public static function of(string $text): self
    {
        if (strlen($text) > self::LARGEST_BYTES) {
            throw InvalidInput::field('file', 'The file is larger than 64 MiB. Export only this test.');
        }
        $lines = preg_split('/\R/', trim(preg_replace('/\A\xEF\xBB\xBF/', '', $text) ?? '')) ?: [];
        $header = $lines[0] ?? '';
        $delimiter = match (true) {
            str_contains($header, ';') => ';',
            str_contains($header, "\t") => "\t",
            default => ',',
        };
        if (count($lines) < 2) {
            throw InvalidInput::field('file', 'The file holds no samples. It must have a header line and a line for each sample.');
        }
        $columns = array_map(self::name(...), str_getcsv($header, $delimiter, '"', ''));
        $rows = [];
        foreach (array_slice($lines, 1) as $line) {
            if (trim($line) !== '') {
                $rows[] = array_map(static fn (?string $c): string => trim((string) $c), str_getcsv($line, $delimiter, '"', ''));
            }
        }

        return new self($columns, $rows);
    }

    /** “Voltage [V]”, “voltage (V)” and “voltage_v” are one column. */
    public static function name(?string $header): string
    {
        $plain = mb_strtolower(trim((string) $header));
        $plain = preg_replace('/\s*[\[(]\s*(.+?)\s*[\])]\z/u', '_$1', $plain) ?? $plain;

        return str_replace(' ', '_', $plain);
    }

    /** @param  list<string>  $names the first that is there wins */
    public function column(array $names): ?string
    {
        foreach ($names as $name) {
            if (in_array($name, $this->columns, true)) {
                return $name;
            }
        }

        return null;
    }

    /**
     * @param  list<string>  $names
     *
     * @throws InvalidInput if none of the columns is there
     */
    public function need(array $names, string $what): string
    {
        return $this->column($names) ?? throw InvalidInput::field(
            'file', "The file has no column for {$what}. Name it ".implode(' or ', $names).'. It has: '.implode(', ', $this->columns).'.', $this->columns,
        );
    }

    /** @throws InvalidInput if the cell is not a number */
    public function number(int $row, string $column): float
    {
        $text = $this->text($row, $column);
        $plain = str_contains($text, '.') ? $text : str_replace(',', '.', $text);
        if (! is_numeric($plain)) {
            throw InvalidInput::field(
                'file', 'Row '.($row + 2).", column {$column}: “{$text}” is not a number. Correct it in the file, or export again.", $text,
            );
        }

        return (float) $plain;
    }

    /**
     * Seconds from the first row, out of a column of seconds or of times with zones.
     *
     * @return list<float>
     *
     * @throws InvalidInput if a time cannot be read
     */
    public function seconds(): array
    {
        $column = $this->need(['time_s', 'elapsed_s', 'time_min', 'time'], 'the time');
        $seconds = [];
        foreach (array_keys($this->rows) as $row) {
            $seconds[] = match ($column) {
                'time' => $this->moment($row),
                'time_min' => 60 * $this->number($row, $column),
                default => $this->number($row, $column),
            };
        }
        $first = $seconds[0] ?? 0.0;

        return array_map(static fn (float $s): float => round($s - $first, 6), $seconds);
    }

    public function text(int $row, string $column): string
    {
        $at = array_search($column, $this->columns, true);

        return $at === false ? '' : ($this->rows[$row][$at] ?? '');
    }

    private function moment(int $row): float
    {
        $text = $this->text($row, 'time');
        try {
            $moment = new \DateTimeImmutable($text === '' ? 'no time' : $text, new \DateTimeZone('UTC'));
        } catch (\Exception) {
            throw InvalidInput::field('file', 'Row '.($row + 2).": “{$text}” is not a time. Write it like 2026-11-23T14:05:00Z.", $text);
        }

        return (float) $moment->format('U.u');
    }
}
