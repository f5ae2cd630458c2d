<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion;

use Diastoma\Core\Electrofusion\Diagnosis\ResistanceJumps;
use Diastoma\Core\Electrofusion\Diagnosis\SoftStart;
use Diastoma\Core\Exception\InvalidInput;

/** What a control unit recorded: samples of time, voltage and current, and how it ended. Resistance and energy are worked out here. */
final readonly class FusionTrace
{
    /** Copper; its resistance rises 0.393 % of the 20 °C value per kelvin [IEC 60028]. */
    public const COPPER_PER_KELVIN = 0.00393;

    /** A wire whose resistance rises by no more than this share in the second quarter of a fusion is no copper: from memory. */
    private const COPPER_RISES = 0.08;

    /** How much warmer a winding is by then as a rule, K: from memory. */
    private const USUAL_RISE_K = 80.0;

    private const FEWEST_TO_TELL_WIRE = 20;

    /** @param  non-empty-list<array{t: float, v: float, i: float}>  $samples s, V, A; times rising */
    private function __construct(public array $samples, public string $endCode)
    {
    }

    /**
     * @param  list<array{t: float, v: float, i: float}>  $samples
     *
     * @throws InvalidInput if there are fewer than two samples or a time does not rise
     */
    public static function of(array $samples, string $endCode): self
    {
        if (count($samples) < 2) {
            throw InvalidInput::field(
                'samples', 'The fusion record holds fewer than two samples. Bring the whole record from the control unit.', count($samples), 2,
            );
        }
        $before = -INF;
        foreach ($samples as $row => $sample) {
            if ($sample['t'] <= $before) {
                throw InvalidInput::field(
                    'samples',
                    'Sample '.($row + 1)." is at {$sample['t']} s, not after the one before it ({$before} s). Times must rise: export the record again.",
                    $sample['t'], $before,
                );
            }
            $before = $sample['t'];
        }

        return new self($samples, $endCode);
    }

    public function durationS(): float
    {
        return $this->samples[count($this->samples) - 1]['t'] - $this->samples[0]['t'];
    }

    /** Energy by the trapezium rule, kJ. */
    public function energyKj(): float
    {
        $joules = 0.0;
        for ($k = 1; $k < count($this->samples); $k++) {
            [$a, $b] = [$this->samples[$k - 1], $this->samples[$k]];
            $joules += ($b['t'] - $a['t']) * ($a['v'] * $a['i'] + $b['v'] * $b['i']) / 2;
        }

        return $joules / 1000;
    }

    /** Resistance of the first sample that carries current in earnest, brought to 20 °C; null with no current. */
    public function startResistanceAt20(float $fittingTemperatureC): ?float
    {
        $flowing = $this->flowing();

        return $flowing === [] ? null : $flowing[0]['v'] / $flowing[0]['i'] / (1 + self::perKelvin($flowing) * ($fittingTemperatureC - 20.0));
    }

    /**
     * By how much the winding's resistance goes with its temperature. Copper rises by a fifth and more in a fusion; a wire that hardly rises keeps its
     * resistance in the cold as well, and bringing it to 20 °C as if
     * it were copper would make it look wrong by a tenth on a cold day.
     *
     * @param  non-empty-list<array{t: float, v: float, i: float}>  $flowing
     */
    private static function perKelvin(array $flowing): float
    {
        $n = count($flowing);
        if ($n < self::FEWEST_TO_TELL_WIRE) {
            return self::COPPER_PER_KELVIN;
        }
        $few = max(1, intdiv($n, 50));
        $middle = self::middleOhms(array_slice($flowing, intdiv($n, 4), max(1, intdiv($n, 4))));
        $rise = $middle / self::middleOhms(array_slice($flowing, 0, $few)) - 1;

        return $rise >= self::COPPER_RISES ? self::COPPER_PER_KELVIN : max(0.0, $rise) / self::USUAL_RISE_K;
    }

    /** @param  list<array{t: float, v: float, i: float}>  $samples  with a current */
    private static function middleOhms(array $samples): float
    {
        $ohms = array_map(static fn (array $s): float => $s['v'] / $s['i'], $samples);
        sort($ohms);

        return $ohms[intdiv(count($ohms), 2)] ?? 1.0;
    }

    /** The middle one of all voltages: what the unit held. */
    private function usualVoltage(): float
    {
        $volts = array_column($this->samples, 'v');
        sort($volts);

        return $volts[intdiv(count($volts), 2)];
    }

    /** Largest jump of resistance while current flowed, in percent. */
    public function largestStepPercent(): float
    {
        return ResistanceJumps::of(SoftStart::without($this->flowing(), $this->usualVoltage()), $this->durationS())->largestPercent();
    }

    /** @return list<array{t: float, v: float, i: float}> samples with more than a fifth of the largest current, and of 0.1 A */
    private function flowing(): array
    {
        $least = max(0.1, 0.2 * max(array_column($this->samples, 'i')));

        return array_values(array_filter($this->samples, static fn (array $s): bool => $s['i'] > $least));
    }

    /**
     * The record as the journal keeps it.
     *
     * @return array{duration_s: float, v_mean: float, v_min: float, v_max: float, r_start_ohm: ?float, r_start_20_ohm: ?float, r_step_percent: float,
     *     energy_kj: float, end_code: string, samples: int}
     */
    public function summary(float $fittingTemperatureC): array
    {
        $volts = array_column($this->samples, 'v');
        $held = array_column(SoftStart::without($this->samples, $this->usualVoltage()), 'v');
        $start = $this->startResistanceAt20($fittingTemperatureC);

        return [
            'duration_s' => round($this->durationS(), 2),
            'v_mean' => round(array_sum($volts) / count($volts), 3),
            'v_min' => round(min(self::smoothed($held === [] ? $volts : $held)), 3),
            'v_max' => round(max(self::smoothed($held === [] ? $volts : $held)), 3),
            'r_start_ohm' => $start === null ? null : round($this->flowing()[0]['v'] / $this->flowing()[0]['i'], 5),
            'r_start_20_ohm' => $start === null ? null : round($start, 5),
            'r_step_percent' => round($this->largestStepPercent(), 2),
            'energy_kj' => round($this->energyKj(), 3),
            'end_code' => $this->endCode,
            'samples' => count($this->samples),
        ];
    }

    /**
     * Running mean over three samples, so that one noisy sample does not judge a weld.
     *
     * @param  non-empty-list<float>  $values
     * @return non-empty-list<float>
     */
    private static function smoothed(array $values): array
    {
        $means = [];
        for ($k = 2; $k < count($values); $k++) {
            $means[] = ($values[$k] + $values[$k - 1] + $values[$k - 2]) / 3;
        }

        return $means === [] ? $values : $means;
    }
}
