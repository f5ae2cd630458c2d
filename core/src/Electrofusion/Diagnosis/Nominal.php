<?php

declare(strict_types=1);

namespace Diastoma\Core\Electrofusion\Diagnosis;

use Diastoma\Core\Exception\InvalidInput;

/** What the trace should have been: from the label, its time corrected for temperature. */
final readonly class Nominal
{
    private function __construct(public float $voltageV, public ?float $resistanceOhm, public float $timeS, public float $fittingC)
    {
    }

    /**
     * @param  ?float  $resistanceOhm  at 20 °C; null where the label gives none
     * @param  float  $fittingC  before the fusion
     *
     * @throws InvalidInput naming every value that is not above 0
     */
    public static function of(float $voltageV, ?float $resistanceOhm, float $timeS, float $fittingC = 20.0): self
    {
        $faults = [];
        foreach (['voltage_v' => $voltageV, 'resistance_ohm' => $resistanceOhm ?? 1.0, 'time_s' => $timeS] as $key => $value) {
            if (! is_finite($value) || $value <= 0.0) {
                $faults[] = InvalidInput::field($key, "{$key} is {$value}. Read it off the label: it is more than 0.", $value, 0);
            }
        }
        if ($faults !== []) {
            throw InvalidInput::together($faults);
        }

        return new self($voltageV, $resistanceOhm, $timeS, $fittingC);
    }
}
