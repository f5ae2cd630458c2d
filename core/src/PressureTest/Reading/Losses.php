<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;

/** A shut trace turned into water that left the bore, beside what creep of the book and an orifice would have made leave. */
final readonly class Losses
{
    private const DEFAULT_C = 12.0;

    /** Fits that leave so little more than the best are as good: from memory. */
    private const AS_GOOD = 1.15;

    /**
     * @param  list<float>  $lostL  from the start, warming taken out
     * @param  non-empty-list<list<float>>  $creepL  by the book, and for a wall that creeps in earnest by powers of time
     * @param  list<float>  $orificeH  hours at the starting pressure, for an orifice
     * @param  list<float>  $jumpL  a jump of the gauge as water; empty without one
     */
    private function __construct(
        public array $lostL, public array $creepL, public array $orificeH, public array $jumpL, public float $startKpa, public float $fallKpa,
        public float $warmedK, public float $temperatureKpa, public float $creepKpa, public float $thermalLitresPerHour,
    ) {
    }

    public static function of(ShutIn $window, Section $section, int $bins, ?GaugeCheck $gauge = null): self
    {
        $stuck = $gauge?->stuck;
        // what it showed while it stood says nothing
        $samples = $stuck === null ? $window->samples : [...array_slice($window->samples, 0, $stuck[0]), ...array_slice($window->samples, $stuck[1] + 1)];
        $jumpAt = $gauge?->jumpAt === null ? null : $window->samples[$gauge->jumpAt]['t'];
        $binned = self::binned($samples, $bins);
        $raised = self::binned($window->before, 40);
        $celsius = $binned[0][2] ?? self::DEFAULT_C;
        $water = Water::at(min(60.0, max(0.0, $celsius)));
        $perKpa = $section->pipe($water->bulkModulusGpa)->elasticL(1.0);
        $perK = $perKpa * FilledPipe::kpaPerDegree(
            $section->insideMm, $section->wallMm, $section->modulusGpa, $section->poisson, $section->expansionPerC, $water,
        );
        $airL = 10 * $section->volumeM3() * max(0.0, Raise::airPercent($window->before, $section) ?? 0.0);
        $room = static fn (float $p): float => $airL * FilledPipe::ATMOSPHERE_KPA / (FilledPipe::ATMOSPHERE_KPA + max(0.0, $p));
        $creep = new CreepMemory($section);
        foreach ($raised as $k => [$t, $p]) {
            $creep->through($p, $k === 0 ? 0.0 : $t - $raised[$k - 1][0]);
        }
        $before = $creep->litres();
        $p0 = $binned[0][1];
        $lost = $crept = $orifice = $jump = [];
        $hours = 0.0;
        $metered = $binned[0][3];
        foreach ($binned as $k => [$t, $p, $c, $added]) {
            $dt = $k === 0 ? 0.0 : $t - $binned[$k - 1][0];
            $creep->through($p, $dt);
            $hours += $dt / 3600 * sqrt(max(0.0, $p / max(1e-6, $p0)));
            $pumped = $added === null || $metered === null ? 0.0 : $added - $metered; // what topping up has put back
            $lost[] = $pumped + $perKpa * ($p0 - $p) + $room($p) - $room($p0) + $perK * (($c ?? $celsius) - $celsius);
            $crept[] = $creep->litres() - $before;
            $orifice[] = $hours;
            if ($jumpAt !== null) {
                $jump[] = $t >= $jumpAt ? $perKpa : 0.0;
            }
        }
        $last = count($binned) - 1;
        $warmed = ($binned[$last][2] ?? $celsius) - $celsius;
        $whole = $perKpa + $airL * FilledPipe::ATMOSPHERE_KPA / (FilledPipe::ATMOSPHERE_KPA + $p0) ** 2;

        return new self(
            $lost, [$crept, ...self::byPowers($section, $raised, $binned)], $orifice, $jump, $p0, $p0 - $binned[$last][1], $warmed,
            $perK / $whole * $warmed, $crept[$last] / $whole, $perK * $warmed / max(1e-6, $hours),
        );
    }

    /**
     * @param  non-empty-list<array{float, float, ?float, ?float}>  $raised
     * @param  non-empty-list<array{float, float, ?float, ?float}>  $binned
     * @return list<list<float>>
     */
    private static function byPowers(Section $section, array $raised, array $binned): array
    {
        if (! $section->material->creepsInEarnest()) {
            return [];
        }
        $first = $raised[0];
        $history = [[$first[0] - 1.0, 0.0]];
        foreach ([...$raised, ...$binned] as [$t, $p]) {
            if ($t > $history[count($history) - 1][0]) {
                $history[] = [$t, $p];
            }
        }
        $n = count($binned);

        return array_map(static function (float $power) use ($history, $section, $n): array {
            $litres = array_slice(PowerCreep::litres($history, $section->wallLitresPerKpa(), $power), -$n);

            return array_map(static fn (float $l): float => $l - $litres[0], $litres);
        }, PowerCreep::POWERS);
    }

    /**
     * What leaves besides creep and temperature: each way of creeping that fits as well as the best has its word, and what they differ by is not known.
     *
     * @return array{float, float, float}|null leak at the starting pressure in L/h, its standard deviation, and creep as a multiple of the book's; null when
     *     it cannot be told
     */
    public function explained(float $spread): ?array
    {
        $fits = [];
        foreach ($this->creepL as $creep) {
            $fit = $this->fit($creep, $spread);
            if ($fit !== null) {
                $fits[] = $fit;
            }
        }
        if ($fits === []) {
            return null;
        }
        $best = min(array_column($fits, 3));
        $good = array_values(array_filter($fits, static fn (array $f): bool => $f[3] <= self::AS_GOOD * $best + 1e-9));
        if ($good === []) {
            return null;
        }
        $leaks = array_column($good, 0);
        $leak = array_sum($leaks) / count($leaks);
        $creep = array_sum(array_column($good, 2)) / count($good);
        $book = $this->creepL[0][count($this->creepL[0]) - 1];

        return [$leak, hypot(max(array_column($good, 1)), (max($leaks) - min($leaks)) / 2), $book > 1e-9 ? max(0.0, $creep / $book) : 0.0];
    }

    /**
     * @param  list<float>  $creep
     * @return array{float, float, float, float}|null leak, its deviation, litres of creep at the end, what is left unexplained
     */
    private function fit(array $creep, float $spread): ?array
    {
        $crept = $creep[count($creep) - 1] ?? 0.0;
        $creeps = $crept > 1e-9;
        $rows = [];
        foreach ($this->lostL as $k => $_) {
            $rows[] = [1.0, $this->orificeH[$k], ...($creeps ? [$creep[$k]] : []), ...($this->jumpL === [] ? [] : [$this->jumpL[$k]])];
        }
        $fit = LeastSquares::of($rows, $this->lostL, [null, null, ...($creeps ? [[1.0, $spread]] : []), ...($this->jumpL === [] ? [] : [null])]);

        return $fit === null ? null : [$fit->values[1], $fit->deviations[1], $creeps ? $fit->values[2] * $crept : 0.0, $fit->residual];
    }

    /**
     * Medians of equal stretches of time: one reading that flies off moves nothing.
     *
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples
     * @return non-empty-list<array{float, float, ?float, ?float}> seconds, kPa, °C, L added
     */
    private static function binned(array $samples, int $bins): array
    {
        $size = max(1, intdiv(count($samples), $bins));
        $binned = [];
        foreach (array_chunk($samples, $size) as $chunk) {
            $binned[] = [
                array_sum(array_column($chunk, 't')) / count($chunk), self::median(array_column($chunk, 'p')), self::mean(array_column($chunk, 'c')),
                self::mean(array_column($chunk, 'added')),
            ];
        }

        return $binned === [] ? [[0.0, 0.0, null, null]] : $binned;
    }

    /** @param  list<float>  $values */
    private static function median(array $values): float
    {
        sort($values);
        $n = count($values);

        return $n % 2 === 1 ? $values[intdiv($n, 2)] : (($values[$n / 2 - 1] ?? 0.0) + ($values[$n / 2] ?? 0.0)) / 2;
    }

    /** @param  list<?float>  $values */
    private static function mean(array $values): ?float
    {
        $known = array_filter($values, static fn (?float $v): bool => $v !== null);

        return $known === [] ? null : array_sum($known) / count($known);
    }
}
