<?php

declare(strict_types=1);

namespace Diastoma\Core\Mechanical\Bolting;

use Diastoma\Core\Quantity\Compare;
use Diastoma\Core\Rulebook\Severity;

/** The torques of a circle of bolts against their target. */
final readonly class Judged
{
    /**
     * @param  float  $scatterPercent  highest less lowest, of the mean
     * @param  list<int>  $under  bolts below the band
     * @param  list<int>  $over  bolts above the band, or above the maximum
     */
    private function __construct(public Severity $severity, public float $meanNm, public float $scatterPercent, public array $under, public array $over)
    {
    }

    /**
     * @param  non-empty-array<int, float>  $readings  N·m by bolt
     * @param  float  $tolerance  share of the target either side; 10 % is common practice
     */
    public static function of(array $readings, float $targetNm, ?float $maximumNm = null, float $tolerance = 0.1): self
    {
        $under = $over = [];
        $tooMuch = false;
        foreach ($readings as $bolt => $torque) {
            $beyond = $maximumNm !== null && ! Compare::atMost($torque, $maximumNm);
            $tooMuch = $tooMuch || $beyond;
            if (! Compare::atLeast($torque, (1 - $tolerance) * $targetNm)) {
                $under[] = $bolt;
            } elseif ($beyond || ! Compare::atMost($torque, (1 + $tolerance) * $targetNm)) {
                $over[] = $bolt;
            }
        }
        $mean = array_sum($readings) / count($readings);
        $scatter = $mean > 0.0 ? 100 * (max($readings) - min($readings)) / $mean : 0.0;

        return new self($tooMuch ? Severity::Stop : ($under === [] && $over === [] ? Severity::Go : Severity::Mend), $mean, $scatter, $under, $over);
    }
}
