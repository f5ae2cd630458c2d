<?php

declare(strict_types=1);

namespace App\Imports;

use App\Traces\LoggedTrace;
use Diastoma\Core\Exception\InvalidInput;
use Diastoma\Core\PressureTest\PressureTrace;

/**
 * A pressure logger's CSV, read line by line: time, pressure and, where they were logged, temperature and added water, in any order. The unit stands in
 * the column's name. Commas, semicolons or tabs between; decimal point or comma. Anything that cannot be read refuses the whole file.
 */
final class PressureCsv
{
    private const LONGEST_LINE = 4096;

    private const MOST_COLUMNS = 64;

    private const MOST_ROWS = 2_000_000;

    private const REPORT_EVERY = 20_000;

    /** @var array<string, list<?float>> */
    private array $columns = [];

    private readonly bool $comma;

    private readonly int $width;

    /** @var array<string, int> place of each column in a line */
    private readonly array $at;

    /** @var array<string, int> place of those that may be empty */
    private readonly array $beside;

    private float $before = -INF;

    /**
     * @param  list<string>  $names
     * @param  non-empty-string  $delimiter
     */
    private function __construct(
        private readonly array $names, private readonly string $delimiter, private readonly CsvTime $time, private readonly string $pressure,
        ?string $temperature, ?string $added,
    ) {
        $this->comma = $delimiter !== ',';
        $this->width = count($names);
        $this->at = array_flip($names);
        $this->beside = array_intersect_key($this->at, array_flip(array_filter([$temperature, $added], is_string(...))));
        $this->columns = [
            't' => [], $pressure => [], $time->kept => [], ...($temperature === null ? [] : [$temperature => []]),
            ...($added === null ? [] : [$added => []]),
        ];
    }

    /** A short text, all at once. */
    public static function trace(string $text): PressureTrace
    {
        return self::text($text)->trace();
    }

    public static function text(string $text): LoggedTrace
    {
        $stream = fopen('php://temp/maxmemory:67108864', 'w+b') ?: throw new \RuntimeException('No room for a temporary file.');
        fwrite($stream, $text);
        rewind($stream);

        return self::read($stream);
    }

    /**
     * @param  resource  $stream
     * @param  ?\Closure(int, int): void  $progress  told rows and bytes read; what it throws ends the reading
     *
     * @throws InvalidInput if anything in it cannot be read
     */
    public static function read($stream, ?\Closure $progress = null, string $zone = 'UTC'): LoggedTrace
    {
        $header = self::line($stream, 1);
        if ($header === null || trim($header) === '') {
            throw InvalidInput::field('file', 'The file is empty. Export the test from the logger again.');
        }
        if (str_contains($header, "\0") || ! mb_check_encoding($header, 'UTF-8')) {
            throw InvalidInput::field('file', 'This is no text file. Export the test as CSV.');
        }

        return self::begun(preg_replace('/\A\xEF\xBB\xBF/', '', $header) ?? '', $zone)->rest($stream, $progress);
    }

    private static function begun(string $header, string $zone): self
    {
        $delimiter = match (true) {
            str_contains($header, ';') => ';', str_contains($header, "\t") => "\t", default => ','
        };
        $names = array_map(SampleTable::name(...), str_getcsv($header, $delimiter, '"', ''));
        if (count($names) > self::MOST_COLUMNS) {
            throw InvalidInput::field(
                'file', 'The file has '.count($names).' columns; '.self::MOST_COLUMNS.' at most are read. Export time, pressure and temperature only.',
                count($names), self::MOST_COLUMNS,
            );
        }
        foreach (array_count_values($names) as $name => $times) {
            if ($times > 1 && $name !== '') {
                throw InvalidInput::field('file', "Two columns are called “{$name}”. Export each once.", $name);
            }
        }

        return new self(
            $names, $delimiter, CsvTime::in($names, $zone), self::need($names), self::one($names, array_keys(LoggedTrace::TEMPERATURE), 'temperature'),
            self::one($names, array_keys(LoggedTrace::ADDED), 'added'),
        );
    }

    /** @param  list<string>  $names */
    private static function need(array $names): string
    {
        $known = array_keys(LoggedTrace::PRESSURE);
        $found = self::one($names, $known, 'pressure');
        if ($found === null) {
            throw InvalidInput::field(
                'file', 'The file has no column for the pressure. Name it '.implode(' or ', $known).'. It has: '.implode(', ', $names).'.', $names,
            );
        }

        return $found;
    }

    /**
     * @param  list<string>  $names
     * @param  list<string>  $known
     */
    private static function one(array $names, array $known, string $plain): ?string
    {
        $found = array_values(array_intersect($names, $known));
        if (count($found) > 1) {
            throw InvalidInput::field('file', "There are several columns for the {$plain}: ".implode(', ', $found).'. Keep one.', $found);
        }
        if ($found === [] && in_array($plain, $names, true)) {
            throw InvalidInput::field('file', "The column “{$plain}” names no unit. Call it ".implode(' or ', $known).'.', $plain);
        }

        return $found[0] ?? null;
    }

    /** @param  resource  $stream */
    private static function line($stream, int $row): ?string
    {
        $line = fgets($stream, self::LONGEST_LINE);
        if ($line === false) {
            return null;
        }
        if (strlen($line) >= self::LONGEST_LINE - 1 && ! str_ends_with($line, "\n")) {
            throw InvalidInput::field(
                'file', "Row {$row} is longer than ".self::LONGEST_LINE.' characters: this is no logger’s export.', $row, self::LONGEST_LINE,
            );
        }

        return rtrim($line, "\r\n");
    }

    /**
     * @param  resource  $stream
     * @param  ?\Closure(int, int): void  $progress
     */
    private function rest($stream, ?\Closure $progress): LoggedTrace
    {
        $row = 1;
        $bytes = 0;
        while (($line = self::line($stream, ++$row)) !== null) {
            $bytes += strlen($line) + 1;
            if ($line === '' || trim($line) === '') {
                continue;
            }
            $this->take(
                str_contains($line, '"') ? array_map(strval(...), str_getcsv($line, $this->delimiter, '"', '')) : explode($this->delimiter, $line), $row,
            );
            if ($row > self::MOST_ROWS) {
                throw InvalidInput::field('file', 'The file has more than '.self::MOST_ROWS.' rows. Export only this test.', $row, self::MOST_ROWS);
            }
            if ($row % self::REPORT_EVERY === 0 && $progress !== null) {
                $progress($row, $bytes);
            }
        }
        if ($this->columns['t'] === []) {
            throw InvalidInput::field('file', 'The file holds no samples. It must have a header line and a line for each sample.');
        }

        return new LoggedTrace($this->columns, $this->time->startedAt());
    }

    /** @param  list<string>  $cells */
    private function take(array $cells, int $row): void
    {
        if (count($cells) !== $this->width) {
            throw InvalidInput::field(
                'file', "Row {$row} has ".count($cells)." columns, the header {$this->width}. The file seems cut off or damaged: export it again.",
                count($cells), $this->width,
            );
        }
        if ($this->time->at >= 0) {
            $kept = $this->number($cells, $this->time->at, $row);
            $t = $this->time->seconds($kept);
        } else {
            $kept = $this->time->moment($cells, $row);
            $t = $this->time->since($kept);
        }
        if ($t <= $this->before) {
            throw InvalidInput::field(
                'file', "Row {$row}: time goes backwards or stands still ({$t} s after {$this->before} s). Sort the export by time, or export it again.",
                $t, $this->before,
            );
        }
        $this->before = $t;
        $this->columns['t'][] = $t;
        $this->columns[$this->time->kept][] = $kept;
        $this->columns[$this->pressure][] = $this->number($cells, $this->at[$this->pressure], $row);
        foreach ($this->beside as $name => $at) {
            $this->columns[$name][] = trim($cells[$at]) === '' ? null : $this->number($cells, $at, $row);
        }
    }

    /** @param  list<string>  $cells */
    private function number(array $cells, int $at, int $row): float
    {
        $text = $cells[$at];
        $plain = $this->comma && str_contains($text, ',') && ! str_contains($text, '.') ? str_replace(',', '.', $text) : $text;
        if (! is_numeric($plain)) {
            throw InvalidInput::field(
                'file',
                "Row {$row}, column {$this->names[$at]}: “".mb_strimwidth(mb_scrub($text), 0, 40, '…')
                    .'” is not a number. Correct it in the file, or export again.',
                mb_strimwidth(mb_scrub($text), 0, 40, '…'),
            );
        }
        $value = (float) $plain;
        if (! is_finite($value) || abs($value) > 1.0e12) {
            throw InvalidInput::field(
                'file',
                "Row {$row}, column {$this->names[$at]}: “".mb_strimwidth($text, 0, 40, '…')
                    .'” is no reading of a logger. Correct it in the file, or export again.',
                mb_strimwidth($text, 0, 40, '…'),
            );
        }

        return $value;
    }
}
