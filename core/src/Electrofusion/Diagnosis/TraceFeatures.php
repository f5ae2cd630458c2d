<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

use Diastoma\Core\Electrofusion\FusionTrace;

/** Figures of a trace that tell one fault from another. Long records are thinned to at most 1 200 points first. */
final readonly class TraceFeatures
{
    private const MOST_POINTS = 1200;

    /**
     * @param  float  $lowVoltagePercent  how far the voltage lay below nominal for at least 3 % of the time, %
     * @param  float  $highVoltagePercent  the same above nominal
     * @param  list<array{float, float}>  $jumps  [s, % of the resistance], the larger ones, in time
     */
    private function __construct(
        public float $durationS,
        public float $lowVoltagePercent,
        public float $highVoltagePercent,
        public ?float $startOffPercent,
        public array $jumps,
        public bool $voltageGoneAtEnd,
        public bool $currentGone,
        public string $endCode,
        public SlowFall $slowFall,
    ) {
    }

    /** @param  float  $jumpPercent  smallest jump of resistance that counts */
    public static function of(FusionTrace $trace, Nominal $nominal, float $jumpPercent): self
    {
        [$samples, $voltageGone, $currentGone] = self::withoutTail(self::thinned($trace->samples), $nominal);
        $samples = SoftStart::without($samples, $nominal->voltageV);
        $volts = array_column($samples, 'v');
        [$low, $high] = self::sustained($volts, $nominal->voltageV);
        $jumps = ResistanceJumps::of($samples, $nominal->timeS);

        return new self(
            $trace->durationS(), $low, $high, self::startOff($trace, $nominal), $jumps->beyond($jumpPercent), $voltageGone, $currentGone, $trace->endCode,
            SlowFall::of($samples),
        );
    }

    /**
     * @param  non-empty-list<array{t: float, v: float, i: float}>  $samples
     * @return non-empty-list<array{t: float, v: float, i: float}>
     */
    private static function thinned(array $samples): array
    {
        $size = (int) ceil(count($samples) / self::MOST_POINTS);
        if ($size < 2) {
            return $samples;
        }
        $thin = [];
        foreach (array_chunk($samples, $size) as $chunk) {
            $n = count($chunk);
            $thin[] = [
                't' => array_sum(array_column($chunk, 't')) / $n, 'v' => array_sum(array_column($chunk, 'v')) / $n,
                'i' => array_sum(array_column($chunk, 'i')) / $n,
            ];
        }

        return $thin;
    }

    /**
     * The trace while it carried current, and how it lost it: the voltage went with it (supply cut) or stayed (open circuit).
     *
     * @param  non-empty-list<array{t: float, v: float, i: float}>  $samples
     * @return array{list<array{t: float, v: float, i: float}>, bool, bool}
     */
    private static function withoutTail(array $samples, Nominal $nominal): array
    {
        $top = max(0.1, max(array_column($samples, 'i')));
        $end = count($samples);
        $dead = $withVoltage = 0;
        while ($end > 0 && $samples[$end - 1]['i'] < 0.25 * $top) {
            $end--;
            $dead++;
            $withVoltage += $samples[$end]['v'] > 0.5 * $nominal->voltageV ? 1 : 0;
        }

        return [array_slice($samples, 0, $end), $dead > 0 && 2 * $withVoltage < $dead, $dead > 0 && 2 * $withVoltage >= $dead];
    }

    /**
     * @param  list<float>  $volts
     * @return array{float, float} percent below and above nominal that at least 3 % of the running medians of five reach
     */
    private static function sustained(array $volts, float $nominal): array
    {
        $medians = [];
        for ($k = 2; $k < count($volts) - 2; $k++) {
            $five = [$volts[$k - 2], $volts[$k - 1], $volts[$k], $volts[$k + 1], $volts[$k + 2]];
            sort($five);
            $medians[] = $five[2];
        }
        if ($medians === []) {
            return [0.0, 0.0];
        }
        sort($medians);
        $place = (int) floor(0.03 * (count($medians) - 1));

        return [max(0.0, 100 * (1 - $medians[$place] / $nominal)), max(0.0, 100 * ($medians[count($medians) - 1 - $place] / $nominal - 1))];
    }

    private static function startOff(FusionTrace $trace, Nominal $nominal): ?float
    {
        $start = $trace->startResistanceAt20($nominal->fittingC);

        return $start === null || $nominal->resistanceOhm === null ? null : 100 * ($start / $nominal->resistanceOhm - 1);
    }
}
