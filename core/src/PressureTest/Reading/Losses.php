<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\PressureTest\Physics\FilledPipe;
use Diastoma\Core\PressureTest\Physics\Water;

/** A shut trace turned into water that left the bore, beside what creep of the book and an orifice would have made leave. */
final readonly class Losses
{
    private const DEFAULT_C = 12.0;

    /**
     * @param  list<float>  $lostL  from the start, warming taken out
     * @param  list<float>  $creepL  by the book
     * @param  list<float>  $orificeH  hours at the starting pressure, for an orifice
     */
    private function __construct(public array $lostL, public array $creepL, public array $orificeH, public float $startKpa, public float $fallKpa, public float $warmedK, public float $temperatureKpa, public float $creepKpa, public float $thermalLitresPerHour)
    {
    }

    public static function of(ShutIn $window, Section $section, int $bins): self
    {
        $binned = self::binned($window->samples, $bins);
        $raised = self::binned($window->before, 40);
        $celsius = $binned[0][2] ?? self::DEFAULT_C;
        $water = Water::at(min(60.0, max(0.0, $celsius)));
        $pipe = $section->pipe($water->bulkModulusGpa);
        $perKpa = $pipe->elasticL(1.0);
        $perK = $perKpa * FilledPipe::kpaPerDegree($section->insideMm, $section->wallMm, $section->modulusGpa, $section->poisson, $section->expansionPerC, $water);
        $airL = 10 * $section->volumeM3() * max(0.0, Raise::airPercent($window->before, $section) ?? 0.0);
        $room = static fn (float $p): float => $airL * FilledPipe::ATMOSPHERE_KPA / (FilledPipe::ATMOSPHERE_KPA + max(0.0, $p));
        $creep = new CreepMemory($section);
        foreach ($raised as $k => [$t, $p]) {
            $creep->through($p, $k === 0 ? 0.0 : $t - $raised[$k - 1][0]);
        }
        $before = $creep->litres();
        [$t0, $p0] = [$binned[0][0], $binned[0][1]];
        $lost = $crept = $orifice = [];
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
        }
        $last = count($binned) - 1;
        $warmed = ($binned[$last][2] ?? $celsius) - $celsius;
        $whole = $perKpa + $airL * FilledPipe::ATMOSPHERE_KPA / (FilledPipe::ATMOSPHERE_KPA + $p0) ** 2;

        return new self($lost, $crept, $orifice, $p0, $p0 - $binned[$last][1], $warmed, $perK / $whole * $warmed, $crept[$last] / $whole, $perK * $warmed / max(1e-6, $hours));
    }

    /** @return array{float, float, float}|null leak at the starting pressure in L/h, its standard deviation, and creep as a multiple of the book's; null when it cannot be told */
    public function explained(float $spread): ?array
    {
        $creeps = (array_slice($this->creepL, -1)[0] ?? 0.0) > 1e-9;
        $rows = [];
        foreach ($this->lostL as $k => $_) {
            $rows[] = $creeps ? [1.0, $this->orificeH[$k], $this->creepL[$k]] : [1.0, $this->orificeH[$k]];
        }
        $fit = LeastSquares::of($rows, $this->lostL, $creeps ? [null, null, [1.0, $spread]] : []);

        return $fit === null ? null : [$fit->values[1], $fit->deviations[1], $creeps ? max(0.0, $fit->values[2]) : 0.0];
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
            $binned[] = [array_sum(array_column($chunk, 't')) / count($chunk), self::median(array_column($chunk, 'p')), self::mean(array_column($chunk, 'c')), self::mean(array_column($chunk, 'added'))];
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
