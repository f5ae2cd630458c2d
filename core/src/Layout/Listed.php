<?php

declare(strict_types=1);

namespace Diastoma\Core\Layout;

use Diastoma\Core\Quantity\Text;

/**
 * Joints from a list: a station each, and what else its columns say. Nothing is laid while a row is refused: a gap in a main is seen by nobody.
 */
final readonly class Listed
{
    public const STATION = 'station';

    public const NUMBER = 'number';

    public const PIPE = 'pipe';

    public const METHOD = 'method';

    /** What a column can be, in words. */
    public const FIELDS = [
        self::STATION => 'Station of the joint', self::NUMBER => 'Joint number', self::PIPE => 'Number of the pipe after it', self::METHOD => 'How it is made',
    ];

    /** Words that a column's name may hold, by field; the first field that fits takes it. */
    private const NAMES = [
        self::STATION => ['station', 'chainage', 'sta', 'distance', 'km'], self::PIPE => ['pipe', 'length no', 'bar'],
        self::METHOD => ['method', 'type', 'kind', 'fitting'], self::NUMBER => ['joint', 'weld', 'number', 'no', 'id'],
    ];

    public const MOST = 50_000;

    /**
     * @param  list<array{number: string, from_station_m: float, to_station_m: float}>  $pipes
     * @param  list<array{number: int, station_m: float, pipe_a: string, pipe_b: string, method: string}>  $joints
     * @param  list<array{row: int, said: string}>  $refused  by the row of the file, its header being row 1
     */
    private function __construct(public array $pipes, public array $joints, public array $refused, public float $lengthM)
    {
    }

    /**
     * Which column is which, by their names.
     *
     * @param  list<string>  $columns
     * @return array<string, int> place by field, of those that are told
     */
    public static function suggested(array $columns): array
    {
        $found = [];
        foreach (self::NAMES as $field => $names) {
            foreach ($columns as $at => $column) {
                $words = preg_split('/[^\p{L}]+/u', strtolower($column)) ?: [];
                if (! in_array($at, $found, true) && ! isset($found[$field]) && array_intersect($names, [...$words, implode(' ', $words)]) !== []) {
                    $found[$field] = $at;
                }
            }
        }

        return $found;
    }

    /**
     * @param  list<list<string>>  $rows  cells as they stand in the file
     * @param  array<string, int>  $at  place of each field; a station is needed
     * @param  float  $perM  how much of the file's unit of length a metre is
     * @param  ?array{number: string, from_station_m: float, to_station_m: float}  $last  the last pipe that is there; null on an empty main
     * @param  string  $firstPipe  number of the first new pipe where no column says it; those after it count on
     * @param  int  $firstNumber  of the first new joint where no column says it
     * @param  array<string, string>  $methods  id by what the file may call it, in lower case
     * @param  list<string>  $takenPipes
     * @param  list<int>  $takenNumbers
     */
    public static function of(
        array $rows, array $at, float $perM, ?array $last, string $firstPipe, int $firstNumber, string $method, array $methods, array $takenPipes,
        array $takenNumbers,
    ): self {
        $refused = $pipes = $joints = [];
        $names = new Counted($firstPipe);
        $pipesSeen = array_fill_keys($takenPipes, 0);
        $numbersSeen = array_fill_keys($takenNumbers, 0);
        $before = $last === null ? ['number' => $names->next($pipesSeen), 'from' => 0.0] : ['number' => $last['number'], 'from' => $last['from_station_m']];
        $pipesSeen[$before['number']] = 0;
        $isFirst = true;
        $number = $firstNumber;
        foreach ($rows as $k => $cells) {
            $row = $k + 2;
            $cell = static fn (string $field): string => isset($at[$field]) ? trim($cells[$at[$field]] ?? '') : '';
            $faults = [];
            $station = self::number($cell(self::STATION));
            $stationM = $station === null ? null : round($station / $perM, 3);
            if ($stationM === null) {
                $faults[] = "“{$cell(self::STATION)}” is no station.";
            } else {
                $faults[] = self::place($stationM, $before['from'], $isFirst ? $last : null);
            }
            $own = isset($at[self::NUMBER]) ? self::whole($cell(self::NUMBER)) : $number++;
            $faults[] = match (true) {
                $own === null => "“{$cell(self::NUMBER)}” is no joint number: a whole number is.",
                isset($numbersSeen[$own]) => "Joint {$own} is there already".($numbersSeen[$own] === 0 ? '.' : ", in row {$numbersSeen[$own]}."),
                default => null,
            };
            $pipe = isset($at[self::PIPE]) ? $cell(self::PIPE) : $names->next($pipesSeen);
            $faults[] = match (true) {
                $pipe === '' || Text::length($pipe) > Numbers::LONGEST_PIPE => 'The pipe after it has no number, or one of more than '
                    .Numbers::LONGEST_PIPE.' letters.',
                isset($pipesSeen[$pipe]) => "Pipe {$pipe} is there already".($pipesSeen[$pipe] === 0 ? '.' : ", in row {$pipesSeen[$pipe]}."),
                default => null,
            };
            $called = strtolower($cell(self::METHOD));
            $made = $called === '' ? $method : ($methods[$called] ?? null);
            $faults[] = $made === null ? "“{$cell(self::METHOD)}” is no way that a joint is made here." : null;
            $said = array_values(array_filter($faults));
            if ($said !== []) {
                $refused[] = ['row' => $row, 'said' => implode(' ', $said)];
            }
            if ($own !== null) {
                $numbersSeen[$own] ??= $row;
            }
            $pipesSeen[$pipe] ??= $row;
            if ($stationM === null || $said !== [] && $stationM <= $before['from']) {
                continue; // what comes after is held against the last station that can be right
            }
            if (! $isFirst || $last === null) { // the last pipe that is there is laid already
                $pipes[] = ['number' => $before['number'], 'from_station_m' => $before['from'], 'to_station_m' => $stationM];
            }
            $isFirst = false;
            $joints[] = ['number' => $own ?? 0, 'station_m' => $stationM, 'pipe_a' => $before['number'], 'pipe_b' => $pipe, 'method' => $made ?? $method];
            $before = ['number' => $pipe, 'from' => $stationM];
        }
        $end = $before['from'];
        if ($joints !== []) { // nobody says where the last pipe ends: as long as the one before it
            $n = count($joints);
            $long = $n > 1 ? $joints[$n - 1]['station_m'] - $joints[$n - 2]['station_m'] : $joints[0]['station_m'] - ($last['from_station_m'] ?? 0.0);
            $end = round($before['from'] + max(Spaced::SHORTEST_M, $long), 3);
            $pipes[] = ['number' => $before['number'], 'from_station_m' => $before['from'], 'to_station_m' => $end];
        }

        return new self($pipes, $joints, $refused, $end);
    }

    /** @param  ?array{number: string, from_station_m: float, to_station_m: float}  $last  where the joint is the first new one */
    private static function place(float $stationM, float $fromM, ?array $last): ?string
    {
        $long = round($stationM - $fromM, 3);

        return match (true) {
            $last !== null && abs($stationM - $last['to_station_m']) > 0.001 => "The first joint goes on where pipe {$last['number']} ends, at "
                .round($last['to_station_m'], 3).' m.',
            $stationM < 0 || ! is_finite($stationM) => 'A station is not below zero.',
            $long <= 0 => 'It does not lie beyond the joint before it.',
            $long < Spaced::SHORTEST_M => "It lies {$long} m beyond the joint before it: no pipe is that short.",
            $last === null && $long > Spaced::LONGEST_M => "It lies {$long} m beyond the joint before it: no pipe is that long. Is the unit right?",
            default => null,
        };
    }

    /** As people write them: 1234.5 or 1234,5, 1+234.5 or 12+34.5. */
    private static function number(string $text): ?float
    {
        $plain = str_replace([' ', "\u{00A0}"], '', $text);
        $plain = str_contains($plain, '.') ? str_replace(',', '', $plain) : str_replace(',', '.', $plain);
        if (preg_match('/\A(\d+)\+(\d+)(\.\d+)?\z/', $plain, $m) === 1) { // as many figures after the plus as a station has: 100 ft, 1000 m
            $plain = $m[1].$m[2].($m[3] ?? '');
        }

        return is_numeric($plain) && abs((float) $plain) < 1e9 ? (float) $plain : null;
    }

    private static function whole(string $text): ?int
    {
        return preg_match('/\A\d{1,8}\z/', $text) === 1 && (int) $text >= 1 && (int) $text <= Numbers::HIGHEST ? (int) $text : null;
    }
}
