<?php

declare(strict_types=1);

namespace Core\Tests\PressureTest;

use Diastoma\Core\PressureTest\Acceptance\MakeUp;
use Diastoma\Core\PressureTest\Reading\Cause;
use Diastoma\Core\PressureTest\Reading\Material;
use Diastoma\Core\PressureTest\Reading\Section;

/**
 * Shut mains by physics written apart from the simulators of the core: a pipe whose wall creeps by a power of time under the history of its pressure (a
 * convolution, no chain of elements),
 * water by a table, weather as a wave or a ramp, a hole whose flow goes with a power between a half and one, gauges with steps of 0.1 to 10 kPa and uneven
 * sampling. What the diagnosis is
 * told of the pipe is off by up to a fifth.
 */
final class StrangeSections
{
    private const PIPES = [
        ['pe', 147.0, 16.4], ['pe', 257.0, 28.6], ['pvc', 180.0, 9.6], ['pvc', 285.0, 15.0], ['iron', 306.0, 7.2], ['iron', 156.0, 6.0],
        ['grp', 588.0, 12.0], ['steel', 400.0, 6.0],
    ];

    private const STEPS = [0.1, 0.1, 0.5, 1.0, 1.0, 2.0, 5.0, 10.0];

    /** E in GPa, ν, α per K, creep: share of the elastic strain after an hour and its power of time */
    private const WALLS = [
        'pe' => [0.95, 0.44, 1.7e-4, 0.42, 0.11], 'pvc' => [3.1, 0.38, 7.2e-5, 0.02, 0.15], 'iron' => [168.0, 0.28, 1.1e-5, 0.0, 0.1],
        'grp' => [19.0, 0.3, 2.6e-5, 0.0, 0.1], 'steel' => [207.0, 0.3, 1.2e-5, 0.0, 0.1],
    ];

    private const STEP_S = 20.0;

    /**
     * @return \Generator<int, array{list<Cause>, list<array{t: float, p: float, c: ?float, added: ?float}>, Section, float, float, string}> truth, trace,
     *     what is told of the pipe, allowed and true leak in L/h, words
     */
    public static function all(int $count, int $seed): \Generator
    {
        for ($k = 0; $k < $count; $k++) {
            yield self::one($k, $seed);
        }
    }

    /** @return array{list<Cause>, list<array{t: float, p: float, c: ?float, added: ?float}>, Section, float, float, string} */
    private static function one(int $k, int $seed): array
    {
        mt_srand(7_000_003 * $seed + 101 * $k);
        $u = static fn (float $a, float $b): float => $a + ($b - $a) * mt_rand() / mt_getrandmax();
        [$name, $inside, $wall] = self::PIPES[$k % 8];
        $material = Material::from($name);
        [$e, $nu, $alpha, $creepShare, $power] = self::WALLS[$name];
        $length = $u(150, 1500);
        $e *= $u(0.85, 1.2);
        $creepShare *= $u(0.75, 1.3);
        $told = Section::of($material, $length * $u(0.95, 1.05), $inside * $u(0.98, 1.02), $wall * $u(0.9, 1.1));
        $volume = M_PI / 4 * ($inside / 1000) ** 2 * $length; // m³
        $test = $u(600, 1500);
        $allowed = MakeUp::as2566LitresPerHour($length / 1000, $inside / 1000, $test / 9.81);
        $step = self::STEPS[mt_rand(0, 7)];
        $kind = ['sound', 'sound', 'leak', 'leak', 'air', 'weather', 'gauge', 'leak and air'][intdiv($k, 8) % 8];
        $leak = str_contains($kind, 'leak') ? $allowed * $u(2.2, 9.0) : 0.0;
        $airShare = str_contains($kind, 'air') ? $u(0.012, 0.04) : $u(0.0001, 0.001);
        $hours = $name === 'pe' ? $u(8, 16) : $u(3, 8);
        $celsius = $u(7, 16);
        $weather = $kind === 'weather' ? $u(0.8, 2.5) * (mt_rand(0, 1) === 1 ? 1 : -1) : $u(-0.04, 0.04);
        $wave = mt_rand(0, 3) === 1;
        $elastic = $volume * (1 / 2.1e6 + $inside / ($wall * $e * 1e6)); // m³ per kPa
        if ($kind === 'weather') { // what weather does to PVC near 19 °C is next to nothing: that is sound; elsewhere it is worth seeing
            $by = abs(self::warmthKpa($celsius, $weather * ($wave ? 0.25 : 1.0), $nu, $alpha, $elastic, $volume));
            $weather *= $by < 40.0 ? min(3.0, 40.0 / max(0.1, $by)) : 1.0;
        }
        $wallOnly = $volume * $inside / ($wall * $e * 1e6);
        $metered = mt_rand(0, 3) > 0;
        $rows = self::record(
            $u, $elastic, $wallOnly, $creepShare, $power, $volume * $airShare, $leak / 1000 / 3600 / $test ** ($exponent = $u(0.5, 0.75)), $exponent, $test,
            $hours, static fn (float $share): float => $weather * ($wave ? sin(M_PI * $share) + 0.25 * $share : $share), $celsius, $nu, $alpha, $metered,
        );
        $effect = abs(self::warmthKpa($celsius, $weather * ($wave ? 0.25 : 1.0), $nu, $alpha, $elastic, $volume));
        $trace = self::seen($rows, $step, $u, $kind === 'gauge', $test, $metered);
        $truth = [
            ...($leak > 0.0 ? [Cause::Leak] : []), ...(str_contains($kind, 'air') && $metered ? [Cause::Air] : []),
            ...($kind === 'gauge' ? [Cause::Gauge] : []), ...($kind === 'weather' && $effect > 20.0 ? [Cause::Temperature] : []),
        ];

        return [$truth, $trace, $told, $allowed, $leak, sprintf('%s %s, %.0f m, %.0f kPa, step %.1f, %s', $k, $name, $length, $test, $step, $kind)];
    }

    /** Thermal expansion of water, per K: a straight line through handbook values near 4, 10 and 20 °C. */
    private static function beta(float $c): float
    {
        return $c < 10 ? 1.46e-5 * ($c - 4.0) : 8.79e-5 + 1.19e-5 * ($c - 10.0);
    }

    private static function warmthKpa(float $c, float $by, float $nu, float $alpha, float $elastic, float $volume): float
    {
        return $volume * (self::beta($c + $by / 2) - 2 * (1 + $nu) * $alpha) * $by / $elastic;
    }

    /**
     * True seconds, kPa, °C and litres pumped.
     *
     * @return list<array{float, float, float, float}>
     */
    private static function record(
        \Closure $u, float $elastic, float $wallOnly, float $creepShare, float $power, float $air, float $hole, float $exponent, float $test, float $hours,
        \Closure $warmth, float $celsius, float $nu, float $alpha, bool $metered,
    ): array {
        $raise = $u(600, 1500);
        $pumped = $p = $crept = 0.0;
        $rows = [];
        $history = []; // [moment, rise of kPa]
        $volume = ($elastic - $wallOnly) * 2.1e6;
        $shut = null;
        $before = 0.0;
        for ($t = 0.0; $shut === null ? $t < 20000 : $t <= $shut + 3600 * $hours; $t += self::STEP_S) {
            $c = $celsius + ($shut === null ? 0.0 : $warmth(($t - $shut) / (3600 * $hours)));
            $rows[] = [$t, $p, $c, 1000 * $pumped];
            $in = $shut === null ? (1.15 * $elastic * $test + $air) / $raise * self::STEP_S : 0.0;
            $next = 0.0;
            if ($creepShare > 0.0) {
                foreach ($history as [$at, $by]) {
                    $next += $by * $wallOnly * $creepShare * (($t + self::STEP_S - $at) / 3600) ** $power;
                }
            }
            $next += 0.0;
            $stretch = $creepShare > 0.0 ? $next - $crept : 0.0;
            $crept = $next;
            $warm = $shut === null ? 0.0 : $volume * (self::beta($c) - 2 * (1 + $nu) * $alpha) * ($c - $before);
            $before = $c;
            $give = $elastic + $air * 101.325 / (101.325 + max(0.0, $p)) ** 2;
            $out = $hole * max(0.0, $p) ** $exponent * self::STEP_S;
            $dp = ($in - $out - $stretch + $warm) / $give;
            $pumped += $in;
            $p = max(0.0, $p + $dp);
            if ($creepShare > 0.0 && ($shut === null || count($history) % 5 === 0 || abs($dp) > 0.2)) {
                $history[] = [$t, $dp];
            }
            if ($shut === null && $p >= $test) {
                $shut = $t + self::STEP_S;
                $before = $celsius;
            }
        }

        return $rows;
    }

    /**
     * @param  list<array{float, float, float, float}>  $rows
     * @return list<array{t: float, p: float, c: ?float, added: ?float}>
     */
    private static function seen(array $rows, float $step, \Closure $u, bool $faulty, float $test, bool $metered): array
    {
        $end = $rows[count($rows) - 1][0];
        $fault = $faulty ? mt_rand(0, 2) : -1;
        $noise = $fault === 2 ? $step * $u(0.8, 1.2) : max(0.05, $step * $u(0.1, 0.6)); // a gauge that hardly moves cannot be seen to be stuck
        $where = $end * $u(0.45, 0.6);
        $until = $where + $end * $u(0.25, 0.35);
        $size = (mt_rand(0, 1) === 1 ? 1 : -1) * max($u(0.02, 0.05) * $test, 4 * $step, 12 * $noise);
        $stuck = null;
        $seen = [];
        $due = 0.0;
        $every = [20.0, 30.0, 60.0][mt_rand(0, 2)];
        $uneven = mt_rand(0, 2) === 0;
        foreach ($rows as [$t, $p, $c, $litres]) {
            if ($t < $due - 1e-6) {
                continue;
            }
            $due = $t + ($uneven ? $every * $u(0.5, 2.5) : $every);
            $shown = $p + $noise * ($u(-1, 1) + $u(-1, 1) + $u(-1, 1));
            $shown += $fault === 0 && $t > $where ? $size : 0.0;
            $shown += $fault === 1 && count($seen) % 23 === 11 && $t > 0.3 * $end ? 2.5 * abs($size) : 0.0;
            if ($fault === 2 && $t > $where && $t < $until) {
                $shown = $stuck ??= $shown;
            }
            $seen[] = [
                't' => round($t, 1), 'p' => round(max(0.0, round($shown / $step) * $step), 4), 'c' => round(round(($c + 0.02 * $u(-1, 1)) / 0.1) * 0.1, 2),
                'added' => $metered ? round(round($litres / 0.1) * 0.1, 2) : null,
            ];
        }

        return $seen;
    }
}
