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

    /** Days of sun left to a pipe of PE that lies in the open; null where they do not count. */
    public static function sunDaysLeft(string $pipe, string $where, \DateTimeImmutable $since, \DateTimeImmutable $now, float $limitDays): ?int
    {
        return $where !== Kept::OPEN || ! str_starts_with($pipe,
            'PE') ? null : (int) floor($limitDays - ($now->getTimestamp() - $since->getTimestamp()) / 86400);
    }
}
