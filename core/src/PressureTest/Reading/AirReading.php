<?php

declare(strict_types=1);

namespace Diastoma\Core\PressureTest\Reading;

use Diastoma\Core\PressureTest\Physics\FilledPipe;

/**
 * What a shut section full of air or gas most looks like. The weather is taken out by the gas law; what is left is a straight line in the amount of gas:
 * its slope is the leak, its scatter says how well that is known. Thresholds from memory.
 */
final readonly class AirReading
{
    private const ZERO_C = 273.15;

    private const BINS = 120;

    /** Uncertainty of about 95 %, doubled for what neighbouring readings share. */
    private const COVER = 4.0;

    /** A thermometer in the ground may be off by so much of a change: from memory. */
    private const THERMAL_SPREAD = 0.1;

    /** Weather is worth a word from this share of the pressure on. */
    private const WEATHER_SHARE = 0.002;

    /**
     * @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $samples  of the judged phase
     * @param  ?float  $allowed  free gas in L/h that the method would let pass
     * @param  float  $fallKpa  what the method lets it fall by: half of that, all at once, matters
     * @return ?array<string, mixed> as Diagnosis gives it; null with too few readings
     */
    public static function of(array $samples, float $volumeM3, ?float $allowed, float $fallKpa): ?array
    {
        $n = count($samples);
        if ($n < 20) {
            return null;
        }
        $gauge = GaugeCheck::of(array_column($samples, 'p'), $fallKpa / 2);
        $size = max(1, intdiv($n, self::BINS));
        $rows = $amounts = [];
        $c0 = self::celsius(array_slice($samples, 0, $size));
        $c1 = self::celsius(array_slice($samples, -$size));
        foreach (array_chunk($samples, $size) as $chunk) {
            $kelvin = self::celsius($chunk) + self::ZERO_C;
            $p = array_sum(array_column($chunk, 'p')) / count($chunk);
            $rows[] = [1.0, (array_sum(array_column($chunk, 't')) / count($chunk) - $samples[0]['t']) / 3600];
            $amounts[] = 1000 * $volumeM3 * ($p + FilledPipe::ATMOSPHERE_KPA) / FilledPipe::ATMOSPHERE_KPA * ($c0 + self::ZERO_C) / $kelvin;
        }
        $fit = LeastSquares::of($rows, $amounts);
        $hours = max(1e-6, ($samples[$n - 1]['t'] - $samples[0]['t']) / 3600);
        $start = array_sum(array_column(array_slice($samples, 0, $size), 'p')) / min($n, $size);
        $end = array_sum(array_column(array_slice($samples, -$size), 'p')) / min($n, $size);
        $weather = ($start + FilledPipe::ATMOSPHERE_KPA) * ($c1 - $c0) / ($c0 + self::ZERO_C);
        $leak = $fit === null ? null : -$fit->values[1];
        $u = $fit === null ? null : hypot(
            self::COVER * $fit->deviations[1], self::THERMAL_SPREAD * abs($weather) * 1000 * $volumeM3 / FilledPipe::ATMOSPHERE_KPA / $hours,
        );

        return self::said($gauge, $leak, $u, $allowed, $start, $start - $end, $weather, $c1 - $c0);
    }

    /**
     * @return array<string, mixed>
     */
    private static function said(GaugeCheck $gauge, ?float $leak, ?float $u, ?float $allowed, float $start, float $fall, float $weather, float $warmed): array
    {
        $looks = [];
        if ($gauge->evidence !== []) {
            $looks[] = [Cause::Gauge, implode(' ', $gauge->evidence)];
        }
        if ($leak !== null && $u !== null && $gauge->evidence === [] && $leak - $u > 0.5 * ($allowed ?? 0.0)) {
            $looks[] = [
                Cause::Leak,
                sprintf(
                    '%.2f ± %.2f L/h of free gas leave besides what the weather explains%s.', $leak, $u,
                    $allowed === null ? '' : sprintf('; %.2f L/h would pass', $allowed),
                ),
            ];
        }
        if (abs($weather) > self::WEATHER_SHARE * ($start + FilledPipe::ATMOSPHERE_KPA)) {
            $looks[] = [Cause::Temperature, sprintf('It changed by %.1f K, which alone makes %+.1f kPa.', $warmed, $weather)];
        }
        if (! in_array(Cause::Leak, array_column($looks, 0), true) && $gauge->evidence === []) {
            array_unshift(
                $looks,
                [
                    Cause::Tight,
                    $leak === null ? 'Too short a record to tell more.' : sprintf('What leaves is %.2f ± %.2f L/h: none that matters.', $leak, $u ?? 0.0),
                ],
            );
        }

        return [
            'looks_like' => array_map(static fn (array $l): array => ['cause' => $l[0]->value, 'evidence' => $l[1], 'todo' => $l[0]->todo()], $looks),
            'confidence' => $leak === null ? 0.3 : ($gauge->evidence === [] ? 0.9 : 0.6),
            'leak_l_per_h' => $leak, 'leak_uncertainty_l_per_h' => $u, 'air_percent' => null, 'fall_kpa' => $fall, 'temperature_kpa' => $weather,
            'creep_kpa' => 0.0, 'fall_corrected_kpa' => $fall + $weather,
        ];
    }

    /** @param  list<array{t: float, p: float, c: ?float, added: ?float}>  $chunk */
    private static function celsius(array $chunk): float
    {
        $known = array_filter(array_column($chunk, 'c'), static fn (?float $c): bool => $c !== null);

        return $known === [] ? 15.0 : array_sum($known) / count($known);
    }
}
