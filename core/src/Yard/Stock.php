<?php

declare(strict_types=1);

namespace Diastoma\Core\Yard;

use Diastoma\Core\Quantity\Text;

/**
 * What lies in the yard against what the line still needs, by what the pipe is and how long.
 *
 * @phpstan-type Piece array{pipe: string, number: string, length_m: float, batch: string, sound: bool, at: \DateTimeImmutable, where: string}
 */
final class Stock
{
    /** Pipes that differ by less are of one length, m. */
    private const SAME_M = 0.05;

    /** A calendar day as it is written, such as 2027-05-31; null where it is none. */
    public static function day(string $text): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text, new \DateTimeZone('UTC'));

        return $day !== false && $day->format('Y-m-d') === $text ? $day : null;
    }

    /**
     * Pieces that may be laid: sound as they were entered last, not rejected, not on the line yet.
     *
     * @param  list<Piece>  $pieces  as they were entered, the oldest first
     * @param  list<string>  $laid  numbers of the pipes of the mains
     * @param  list<string>  $rejected  numbers that somebody has turned away
     * @return list<Piece>
     */
    public static function free(array $pieces, array $laid, array $rejected): array
    {
        $last = [];
        foreach ($pieces as $piece) {
            $last[self::key($piece['number'])] = $piece;
        }
        $gone = array_flip(array_map(self::key(...), [...$laid, ...$rejected]));

        return array_values(array_filter($last, static fn (array $p): bool => $p['sound'] && ! isset($gone[self::key($p['number'])])));
    }

    /**
     * @param  list<array{pipe: string, length_m: float}>  $needed  pipes of the line that lie at no joint that is begun
     * @param  list<Piece>  $free
     * @return list<array{pipe: string, length_m: float, needed: int, in_yard: int, short: int}>
     */
    public static function against(array $needed, array $free): array
    {
        $rows = [];
        foreach ([['needed', $needed], ['in_yard', $free]] as [$column, $all]) {
            foreach ($all as $one) {
                $k = self::row($rows, $one['pipe'], $one['length_m']);
                $rows[$k] ??= ['pipe' => $one['pipe'], 'length_m' => $one['length_m'], 'needed' => 0, 'in_yard' => 0, 'short' => 0];
                $rows[$k][$column]++;
            }
        }
        usort($rows, static fn (array $a, array $b): int => [$a['pipe'], -$a['length_m']] <=> [$b['pipe'], -$b['length_m']]);

        return array_map(static fn (array $r): array => [...$r, 'short' => max(0, $r['needed'] - $r['in_yard'])], $rows);
    }

    /** @param  array<int, array{pipe: string, length_m: float, needed: int, in_yard: int, short: int}>  $rows */
    private static function row(array $rows, string $pipe, float $lengthM): int
    {
        foreach ($rows as $k => $row) {
            if ($row['pipe'] === $pipe && abs($row['length_m'] - $lengthM) < self::SAME_M) {
                return $k;
            }
        }

        return count($rows);
    }

    public static function key(string $number): string
    {
        return Text::lower(trim($number));
    }

    /**
     * What the sun still allows a pipe of PE that lies in the open; null where its days are not counted.
     *
     * @return ?array{said: string, is_over: bool}
     */
    public static function sun(string $pipe, string $where, \DateTimeImmutable $since, \DateTimeImmutable $now, float $limitDays): ?array
    {
        if ($where !== Kept::OPEN || ! str_starts_with($pipe, 'PE')) {
            return null;
        }
        $left = (int) floor($limitDays - ($now->getTimestamp() - $since->getTimestamp()) / 86400);

        return ['said' => $left < 0 ? 'too long: do not lay it' : "{$left} days left", 'is_over' => $left < 0];
    }

    /** Whether what stands on a bag had run out on a day; what is no day is no date that could have. */
    public static function hasRunOut(string $useBy, \DateTimeImmutable $on): bool
    {
        $until = self::day($useBy);

        return $until !== null && $until->format('Y-m-d') < $on->format('Y-m-d');
    }

    /**
     * Pipes that somebody must still bring: at no joint that is begun, and none of those that came.
     *
     * @param  list<array{number: string, pipe: string, length_m: float}>  $pipes  of a line
     * @param  list<string>  $begun  numbers of the pipes at joints that are begun
     * @param  list<Piece>  $pieces
     * @return list<array{pipe: string, length_m: float}>
     */
    public static function needed(array $pipes, array $begun, array $pieces): array
    {
        $here = array_flip([...array_map(self::key(...), $begun), ...array_map(static fn (array $p): string => self::key($p['number']), $pieces)]);
        $needed = array_filter($pipes, static fn (array $p): bool => ! isset($here[self::key($p['number'])]));

        return array_values(array_map(static fn (array $p): array => ['pipe' => $p['pipe'], 'length_m' => $p['length_m']], $needed));
    }

    /**
     * @param  list<Piece>  $pieces  as they were entered, the oldest first
     * @return ?Piece the pipe of a number as it was entered last
     */
    public static function last(array $pieces, string $number): ?array
    {
        $same = array_filter($pieces, static fn (array $piece): bool => self::key($piece['number']) === self::key($number));

        return $same === [] ? null : $same[array_key_last($same)];
    }

    /**
     * A pipe of another kind looks like the right one.
     *
     * @param  list<Piece>  $pieces
     * @param  string  $here  what lies here, in words
     * @return ?string why a pipe of this number is not laid here; null where it may be, or nobody knows it
     */
    public static function unlike(array $pieces, string $number, string $here): ?string
    {
        $came = self::last($pieces, $number)['pipe'] ?? null;

        return $came === null || $came === $here ? null : "Pipe {$number} came as {$came}; here lies {$here}. Read its print line, and take another.";
    }
}
