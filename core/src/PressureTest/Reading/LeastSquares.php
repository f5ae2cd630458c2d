<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

/** Ordinary least squares of a few unknowns, with the uncertainty of each. */
final readonly class LeastSquares
{
    /**
     * @param  list<float>  $values
     * @param  list<float>  $deviations  standard deviation of each unknown
     */
    private function __construct(public array $values, public array $deviations, public float $residual)
    {
    }

    /**
     * @param  list<list<float>>  $rows  one row an observation, one column an unknown
     * @param  list<float>  $observed
     * @param  list<array{float, float}|null>  $priors  what is known of an unknown beforehand: value and standard deviation, in units of the observations'
     *     scatter
     * @return ?self null when the columns cannot be told apart
     */
    public static function of(array $rows, array $observed, array $priors = []): ?self
    {
        $n = count($rows[0] ?? []);
        $m = count($rows);
        if ($n === 0 || $m <= $n) {
            return null;
        }
        $fit = self::solve($rows, $observed, []);
        $scatter = max(1e-9, $fit->residual ?? 1.0);
        $extra = [];
        foreach ($priors as $k => $prior) {
            if ($prior !== null) {
                $extra[] = [$k, $scatter / $prior[1], $prior[0] * $scatter / $prior[1]];
            }
        }

        return $extra === [] ? $fit : self::solve($rows, $observed, $extra);
    }

    /**
     * @param  list<list<float>>  $rows
     * @param  list<float>  $observed
     * @param  list<array{int, float, float}>  $extra  column, weight and right-hand side of what is known beforehand
     */
    private static function solve(array $rows, array $observed, array $extra): ?self
    {
        $n = count($rows[0] ?? []);
        $a = array_fill(0, $n, array_fill(0, 2 * $n, 0.0));
        $b = array_fill(0, $n, 0.0);
        foreach ($rows as $i => $row) {
            for ($j = 0; $j < $n; $j++) {
                $b[$j] += $row[$j] * $observed[$i];
                for ($k = 0; $k < $n; $k++) {
                    $a[$j][$k] += $row[$j] * $row[$k];
                }
            }
        }
        foreach ($extra as [$column, $weight, $right]) {
            $a[$column][$column] += $weight * $weight;
            $b[$column] += $weight * $right;
        }
        $inverse = self::inverse($a, $n);
        if ($inverse === null) {
            return null;
        }
        $x = array_map(static fn (array $row): float => array_sum(array_map(static fn (float $c, float $v): float => $c * $v, $row, $b)), $inverse);
        $sum = 0.0;
        foreach ($rows as $i => $row) {
            $sum += ($observed[$i] - array_sum(array_map(static fn (float $c, float $v): float => $c * $v, $row, $x))) ** 2;
        }
        $variance = $sum / max(1, count($rows) - $n);

        return new self($x, array_map(static fn (int $k): float => sqrt(max(0.0, $variance * $inverse[$k][$k])), range(0, $n - 1)), sqrt($variance));
    }

    /**
     * Gauss–Jordan with a pivot in each column.
     *
     * @param  array<int, array<int, float>>  $a  n rows of 2n
     * @return list<list<float>>|null
     */
    private static function inverse(array $a, int $n): ?array
    {
        for ($k = 0; $k < $n; $k++) {
            $a[$k][$n + $k] = 1.0;
        }
        for ($k = 0; $k < $n; $k++) {
            $pivot = $k;
            for ($i = $k + 1; $i < $n; $i++) {
                $pivot = abs($a[$i][$k]) > abs($a[$pivot][$k]) ? $i : $pivot;
            }
            if (abs($a[$pivot][$k]) < 1e-14) {
                return null;
            }
            [$a[$k], $a[$pivot]] = [$a[$pivot], $a[$k]];
            $by = $a[$k][$k];
            $a[$k] = array_map(static fn (float $v): float => $v / $by, $a[$k]);
            for ($i = 0; $i < $n; $i++) {
                $times = $a[$i][$k];
                if ($i !== $k && $times !== 0.0) {
                    $a[$i] = array_map(static fn (float $v, float $w): float => $v - $times * $w, $a[$i], $a[$k]);
                }
            }
        }

        return array_values(array_map(static fn (array $row): array => array_values(array_slice($row, $n)), $a));
    }
}
