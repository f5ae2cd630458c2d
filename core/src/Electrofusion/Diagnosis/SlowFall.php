<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

/**
 * Turns that come to touch one after the other, over seconds and without a jump. A winding only warms while its voltage is held, and ever more slowly: its
 * resistance rises along a curve that bends one way. Turns that touch leave a sag below the highest before, or a dent in the curve. So does a gap that the
 * melt closes, since the cold pipe takes heat of a sudden: up to 3.2 and 3.9 % in the heat model of the simulation, so that less than 4 and 6 % only asks for
 * a second look.
 */
final readonly class SlowFall
{
    /** Points of a running median. */
    private const MEDIAN = 5;

    /** % of the resistance that a winding loses, at the most, where its voltage is 1 % lower: from the temperatures of a fusion, from memory. */
    private const PER_VOLTAGE = 1.0;

    /** %, from memory: less is noise, or a voltage that swings a little. */
    private const SAG_PERCENT = 2.0;

    private const DENT_PERCENT = 3.0;

    /** % of each at which a diagnosis is no longer in doubt between a gap that closes and turns that touch: 0.75 of what is sure. From memory. */
    private const SAG_DOUBT_PERCENT = 3.0;

    private const DENT_DOUBT_PERCENT = 4.5;

    /**
     * @param  float  $sagPercent  how far the resistance fell below its highest before
     * @param  float  $dentPercent  how far it lies below the curve that spans what comes before and after
     */
    private function __construct(public float $sagPercent, public float $dentPercent)
    {
    }

    /** @param  list<array{t: float, v: float, i: float}>  $samples  while current flowed, without a soft start */
    public static function of(array $samples): self
    {
        $ohms = self::medians(array_map(static fn (array $s): float => $s['i'] > 0.0 ? $s['v'] / $s['i'] : 0.0, $samples));
        $volts = self::medians(array_column($samples, 'v'));
        $times = self::medians(array_column($samples, 't'));

        return new self(self::sag($ohms, $volts), self::dent($ohms, $volts, $times));
    }

    public function isSeen(): bool
    {
        return $this->sagPercent > self::SAG_PERCENT || $this->dentPercent > self::DENT_PERCENT;
    }

    /** How many times over what may still be something else. */
    public function strength(): float
    {
        return max($this->sagPercent / self::SAG_DOUBT_PERCENT, $this->dentPercent / self::DENT_DOUBT_PERCENT);
    }

    public function said(): string
    {
        return $this->sagPercent > self::SAG_PERCENT
            ? sprintf('Resistance falls by %.1f %% over seconds, where it should only rise: turns that touch, or a gap that closed late.', $this->sagPercent)
            : sprintf('Resistance lags %.1f %% behind its curve for a while: turns that touch, or a gap that closed late.', $this->dentPercent);
    }

    /**
     * @param  list<float>  $ohms
     * @param  list<float>  $volts
     */
    private static function sag(array $ohms, array $volts): float
    {
        $sag = 0.0;
        $top = 0;
        foreach ($ohms as $k => $ohm) {
            if ($ohm >= $ohms[$top]) {
                $top = $k;
            } else {
                $sag = max($sag, 100 * (1 - $ohm / $ohms[$top]) - self::cooled($volts[$k], $volts[$top]));
            }
        }

        return $sag;
    }

    /**
     * The greatest distance below the least curve that bends one way and lies above all: its corners are found from left to right.
     *
     * @param  list<float>  $ohms
     * @param  list<float>  $volts
     * @param  list<float>  $times
     */
    private static function dent(array $ohms, array $volts, array $times): float
    {
        $corners = [];
        foreach ($ohms as $k => $ohm) {
            while (($n = count($corners)) >= 2) {
                [$a, $b] = [$corners[$n - 2], $corners[$n - 1]];
                if (($ohms[$b] - $ohms[$a]) * ($times[$k] - $times[$a]) > ($ohm - $ohms[$a]) * ($times[$b] - $times[$a])) {
                    break;
                }
                array_pop($corners);
            }
            $corners[] = $k;
        }
        $dent = 0.0;
        for ($j = 1; $j < count($corners); $j++) {
            [$a, $b] = [$corners[$j - 1], $corners[$j]];
            for ($k = $a + 1; $k < $b; $k++) {
                $curve = $ohms[$a] + ($ohms[$b] - $ohms[$a]) * ($times[$k] - $times[$a]) / max(1e-9, $times[$b] - $times[$a]);
                $dent = max($dent, $ohms[$k] > 0.0 ? 100 * ($curve / $ohms[$k] - 1) - self::cooled($volts[$k], max($volts[$a], $volts[$b])) : 0.0);
            }
        }

        return $dent;
    }

    /** % of the resistance that is lost because the voltage is lower than it was. */
    private static function cooled(float $volts, float $then): float
    {
        return $then > 0.0 ? self::PER_VOLTAGE * max(0.0, 100 * (1 - $volts / $then)) : 0.0;
    }

    /**
     * @param  list<float>  $values
     * @return list<float>
     */
    private static function medians(array $values): array
    {
        $medians = [];
        for ($k = self::MEDIAN; $k <= count($values); $k++) {
            $few = array_slice($values, $k - self::MEDIAN, self::MEDIAN);
            sort($few);
            $medians[] = $few[intdiv(self::MEDIAN, 2)];
        }

        return $medians;
    }
}
