<?php

declare(strict_types=1);

namespace Core\Tests\Electrofusion;

use Diastoma\Core\Electrofusion\Diagnosis\Nominal;
use Diastoma\Core\Electrofusion\Diagnosis\TraceClass;
use Diastoma\Core\Electrofusion\FusionTrace;
use Diastoma\Core\Simulation\FusionControlUnit;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Seeded traces of every class over many fittings, weathers and sizes of fault; the diagnosis sees the trace and the label only. */
final class BlindTraces
{
    /** Smallest and largest size of fault drawn, as a share. The smallest is the stated size above which no fault may be called good. */
    public const SIZES = [
        'good' => [0.0, 0.0], 'voltage_droop' => [0.04, 0.20], 'wrong_resistance' => [0.13, 0.50], 'shorted_turns' => [0.04, 0.30],
        'open_circuit' => [0.05, 0.90],
        'early_stop' => [0.03, 0.90], 'supply_cut' => [0.05, 0.90], 'time_mismatch' => [0.03, 0.40], 'under_insertion' => [0.03, 0.06],
    ];

    /** @return \Generator<int, array{TraceClass, FusionTrace, Nominal, string}> */
    public static function all(int $each, int $seed): \Generator
    {
        $random = new Randomizer(new Mt19937($seed));
        $between = static fn (float $a, float $b): float => $a + ($b - $a) * $random->getInt(0, 1_000_000) / 1_000_000;
        foreach (TraceClass::cases() as $class) {
            for ($k = 0; $k < $each; $k++) {
                $size = $between(...self::SIZES[$class->value]);
                // a resistance or a time may be off either way
                $signed = in_array($class, [TraceClass::WrongResistance, TraceClass::TimeMismatch], true) && $random->getInt(0, 1) === 1 ? -$size : $size;
                $time = $between(60, 1200);
                $ambient = $between(-10, 40);
                [$volts, $ohms, $at, $rise, $share] = [$between(8, 48), $between(0.15, 8), $between(0.15, 0.7), $between(50, 170), $between(0.15, 0.6)];
                $unit = new FusionControlUnit($volts, $ohms, $time, $ambient, $class, $signed, $at, $rise, $share);
                yield [
                    $class, $unit->run($random->getInt(0, 1_000_000)), Nominal::of($volts, $ohms, $time, $ambient),
                    sprintf('%s size %.3f at %.2f of %.0f s, rise %.0f K, tau %.2f, %.1f °C', $class->value, $signed, $at, $time, $rise, $share, $ambient),
                ];
            }
        }
    }
}
